import type { Judged } from '../../judgedSurvey.ts';
import type { RuleWords } from '../../ruleWords.ts';
import { marked, rowsBreaking } from '../../rowsBreaking.ts';
import { form, patterns, type Broken, type RuleKind } from '../kind.ts';

/** Elements and externals that do not use others, or others that only they may use. Patterns of keys. */
export interface UseRule extends RuleWords {
  sort: 'uses';
  from: readonly string[];
  to: readonly string[];
  /** What is not meant by `to`: what anybody may use. */
  except: readonly string[];
  /** True where only `from` may use `to`; else `from` may not. */
  isOnly: boolean;
}

const rule = (words: RuleWords, said: Omit<UseRule, keyof RuleWords | 'sort'>): UseRule => ({
  ...words,
  sort: 'uses',
  ...said,
});

function against(rule: UseRule, on: Judged): Broken {
  const from = marked(rule.from, on);
  const to = marked(rule.to, on);
  if (rule.except.length > 0) marked(rule.except, on).forEach((mark, e) => (to[e] &= 1 - mark));
  const isUser = rule.isOnly ? from.map((mark) => 1 - mark) : from;
  const violations = rowsBreaking(
    rule,
    on,
    // What is meant may use itself, whoever else may not.
    (a, b) => isUser[a] === 1 && to[b] === 1 && !(rule.isOnly && to[a] === 1),
  );
  return { violations, isIdle: !to.includes(1) || (!rule.isOnly && !from.includes(1)) };
}

const list = (names: readonly string[]): string => names.join(', ');

/** Who may not use what, or alone may, or through what alone it may be used. */
export const uses: RuleKind<UseRule> = {
  forms: {
    mayNotUse: form({ from: patterns, mayNotUse: patterns }, ({ from, mayNotUse }, words) =>
      rule(words, { from, to: mayNotUse, except: [], isOnly: false }),
    ),
    only: form({ only: patterns, mayUse: patterns }, ({ only, mayUse }, words) =>
      rule(words, { from: only, to: mayUse, except: [], isOnly: true }),
    ),
    inside: form({ inside: patterns, through: patterns }, ({ inside, through }, words) =>
      rule(words, { from: inside, to: inside, except: through, isOnly: true }),
    ),
  },
  sentence({ from, to, except, isOnly }) {
    if (except.length > 0) return `others use ${list(to)} only through ${list(except)}`;
    return isOnly ? `only ${list(from)} may use ${list(to)}` : `${list(from)} may not use ${list(to)}`;
  },
  patterns: ({ from, to, except, isOnly }) =>
    isOnly && from === to ? [...from, ...except] : [...from, ...to, ...except],
  judge: against,
};
