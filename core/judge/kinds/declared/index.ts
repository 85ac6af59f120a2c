import { z } from 'zod';
import { declaredFaults, declaredUse, modulesOfElements, type DeclaredFault } from '../../declaredUse.ts';
import type { Judged } from '../../judgedSurvey.ts';
import { rowsBreaking } from '../../rowsBreaking.ts';
import type { RuleWords } from '../../ruleWords.ts';
import type { Violation } from '../../violation.ts';
import { form, type Broken, type RuleKind } from '../kind.ts';

/** What build modules declare is what they use: which differences break it. */
export interface DeclaredRule extends RuleWords {
  sort: 'declared';
  faults: readonly DeclaredFault[];
}

const faultWords: Record<DeclaredFault, string> = {
  undeclared: 'use what they do not declare',
  through: 'use what only another module declares',
  unused: 'declare what they do not use',
  onlyTests: 'declare for all code what only tests use',
};

function againstDeclared(rule: DeclaredRule, on: Judged): Broken {
  const { survey } = on;
  const { buildModules } = survey;
  const wrong = declaredUse(survey).filter(({ state }) => (rule.faults as readonly string[]).includes(state));
  const pairs = new Set(wrong.map(({ from, to }) => from * buildModules.length + to));
  const moduleOf = modulesOfElements(survey);
  const uses = rowsBreaking(rule, on, (from, to) => {
    const [user, used] = [moduleOf[from], moduleOf[to]];
    return user >= 0 && used >= 0 && pairs.has(user * buildModules.length + used);
  });
  const unused = wrong
    .filter(({ references }) => references === 0)
    .map(({ from, to }): Violation => {
      const [user, used] = [buildModules[from], buildModules[to]];
      return {
        ...{ rule: rule.name, from: user.key, to: used.key, kind: 'unusedModule', lines: [1], rows: [] },
        detail: `${user.name} declares ${used.name} and does not use it`,
        excess: 0,
      };
    });
  return { violations: [...uses, ...unused], isIdle: buildModules.length < 2 };
}

/** What build modules declare of each other, held against what their code uses. */
export const declared: RuleKind<DeclaredRule> = {
  forms: {
    declared: form(
      { declared: z.union([z.enum(declaredFaults), z.array(z.enum(declaredFaults)).min(1)]) },
      ({ declared: said }, words): DeclaredRule => ({ ...words, sort: 'declared', faults: [said].flat() }),
    ),
  },
  sentence: ({ faults: all }) =>
    `build modules may not ${all.map((fault) => faultWords[fault]).join(', nor ')}`,
  patterns: () => [],
  judge: againstDeclared,
  violations: { unusedModule: ({ detail }) => detail },
};
