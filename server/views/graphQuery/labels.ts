import { groupKey, type Arrangement } from '../../../core/arrangement/arrangement.ts';
import { endOfNode } from '../../../core/arrangement/ends.ts';
import { unitOfNode, type UnitTree } from '../../../core/arrangement/nodes.ts';
import { splitPackages } from '../../../core/arrangement/splitPackages.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { restNames } from './arrangementWords.ts';
import { surveyMemo } from '../surveyAccess/surveyMemo.ts';
import { labelOf, type ElementLabel } from '../surveyAccess/elements.ts';

/** A row of a picture, or a member of a cycle: `key` is what becomes the focus, `end` how evidence is asked for. */
export interface NodeLabel extends ElementLabel {
  end: string;
  /** True where parts of it stand for themselves, and this is what is left. */
  isRest: boolean;
  /** Of a package, in how many build modules its files stand; absent where it is but one. */
  split?: number;
}

/** Packages in several build modules; worked out once. */
export const splitOf = surveyMemo(
  (survey: SurveyedCodebase, packages: Arrangement) => splitPackages(survey, packages),
  {
    isAlwaysKept: true,
    // A survey has one arrangement by packages.
    keyOf: (_) => [],
  },
);

export function groupLabel(arrangement: Arrangement, group: number): ElementLabel {
  return {
    key: groupKey(arrangement, group),
    name:
      group === arrangement.rest
        ? restNames[arrangement.id]
        : arrangement.label[group] || (group === 0 ? '(root)' : arrangement.name[group]),
    kind: arrangement.id === 'folders' ? 'folder' : 'group',
  };
}

export function nodeLabel(survey: SurveyedCodebase, tree: UnitTree, node: number): NodeLabel {
  const { arrangement, units } = tree;
  const end = endOfNode(tree, survey.elements, node);
  const unit = unitOfNode(tree, node);
  if (unit < 0) {
    const split = arrangement.id === 'packages' ? splitOf(survey, arrangement).get(node)?.length : undefined;
    const label = { ...groupLabel(arrangement, node), end, isRest: false };
    return split === undefined ? label : { ...label, split };
  }
  const element = units.element[unit];
  const label = element < 0 ? groupLabel(arrangement, units.group[unit]) : labelOf(survey, element);
  const isRest = end !== label.key;
  return { ...label, end, isRest };
}
