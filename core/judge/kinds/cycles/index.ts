import { z } from 'zod';
import { arrangedSurvey } from '../../../arrangement/arranged.ts';
import { byFolders } from '../../../arrangement/folders.ts';
import { unitOfNode, unitTree } from '../../../arrangement/nodes.ts';
import { grains, type Grain } from '../../../arrangement/units.ts';
import { barrelChoices, type BarrelChoice } from '../../../barrelChoices.ts';
import { whereReferencesLead } from '../../../barrels.ts';
import type { Judged } from '../../judgedSurvey.ts';
import type { RuleWords } from '../../ruleWords.ts';
import type { Violation } from '../../violation.ts';
import { form, type RuleKind } from '../kind.ts';

/** At most so many cycles among what stands in groups of folders. */
export interface CycleRule extends RuleWords {
  sort: 'cycles';
  grain: Grain;
  most: number;
  /** Whether an import of a barrel counts where it leads, as in pictures, or as it is written. */
  barrels: BarrelChoice;
}

/** The cycles beyond as many as are allowed, the smallest of them: a large one comes first among those that are known. */
function cyclesOver({ name, filter, withTests, grain, most, barrels }: CycleRule, on: Judged): Violation[] {
  const { survey, isTest } = on;
  const { elements } = survey;
  const { dependencies } = barrels === 'written' ? survey : whereReferencesLead(survey);
  const counts = withTests ? new Uint8Array(elements.count).fill(1) : isTest.map((test) => 1 - test);
  const tree = unitTree(elements, byFolders(elements), grain, counts);
  const { cycles } = arrangedSurvey(dependencies, tree, filter);
  return cycles
    .filter(({ group }) => (grain === 'groups' ? group >= 0 : group < 0))
    .slice(most)
    .map(({ members }): Violation => {
      const keys = members.map((node) => {
        const unit = unitOfNode(tree, node);
        const element = unit < 0 ? -1 : tree.units.element[unit];
        return element < 0
          ? tree.arrangement.name[unit < 0 ? node : tree.units.group[unit]]
          : elements.key[element];
      });
      keys.sort();
      const detail = keys.join(', ');
      return {
        ...{ rule: name, from: keys[0], to: '', kind: 'cycle', lines: [1], rows: [], excess: 0 },
        ...{ detail, members: keys },
      };
    });
}

/** How many cycles there may be. */
export const cycles: RuleKind<CycleRule> = {
  forms: {
    cycles: form(
      {
        cycles: z.enum(grains),
        most: z.number().int().min(0).default(0),
        barrels: z.enum(barrelChoices).default('through'),
      },
      ({ cycles: grain, most, barrels }, words): CycleRule => ({
        ...words,
        sort: 'cycles',
        grain,
        most,
        barrels,
      }),
    ),
  },
  sentence: ({ most, grain, barrels }) =>
    `at most ${most} cycles of ${grain}${barrels === 'written' ? ', imports of barrels as written' : ''}`,
  patterns: () => [],
  judge: (rule, on) => ({ violations: cyclesOver(rule, on), isIdle: false }),
  violations: { cycle: ({ detail }) => `in a cycle with each other: ${detail}` },
};
