import type { Judged } from '../judgedSurvey.ts';
import type { Violation } from '../violation.ts';
import { cycles, type CycleRule } from './cycles/index.ts';
import { declared, type DeclaredRule } from './declared/index.ts';
import type { Broken, Form, RuleKind } from './kind.ts';
import type { MeasureRule } from './measure/beyondBound.ts';
import { measure } from './measure/index.ts';
import { order } from './order/index.ts';
import type { OrderRule } from './order/orderRule.ts';
import { reaches, type ReachRule } from './reaches/index.ts';
import { uses, type UseRule } from './uses/index.ts';

export type Rule = OrderRule | UseRule | ReachRule | CycleRule | MeasureRule | DeclaredRule;

/** All kinds of rules. A new one is a folder beside this file, and an entry here. */
const kinds: { [Sort in Rule['sort']]: RuleKind<Extract<Rule, { sort: Sort }>> } = {
  order,
  uses,
  reaches,
  cycles,
  measure,
  declared,
};

const kindOf = ({ sort }: Rule): RuleKind<Rule> => kinds[sort];
const all = Object.values(kinds) as RuleKind<Rule>[];

/** Every way to write a rule, by the key that tells it from others. */
export const forms: Readonly<Record<string, Form>> = Object.assign(
  {},
  ...all.map((kind) => kind.forms),
) as Record<string, Form>;
const sentences = new Map(all.flatMap(({ violations = {} }) => Object.entries(violations)));

export const judgedBy = (rule: Rule, on: Judged): Broken => kindOf(rule).judge(rule, on);

/** The patterns that a rule says. */
export const patternsOf = (rule: Rule): readonly string[] => kindOf(rule).patterns(rule);

/** What a rule forbids, in words. */
export const sentenceOfRule = (rule: Rule): string => kindOf(rule).sentence(rule);

/** True for a violation that is a use of one file by another, or of an external. */
export const isUse = ({ kind }: Pick<Violation, 'kind'>): boolean => !sentences.has(kind);

/** What a violation that is no use comes to, in words; null for a use. */
export const sentenceOfOther = (violation: Violation): string | null =>
  sentences.get(violation.kind)?.(violation) ?? null;
