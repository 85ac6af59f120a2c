import { catalogue, measureNamed } from '../../../core/measures/catalogue.ts';
import type { Measure, MeasuredKind } from '../../../core/measures/measure.ts';
import { groupWithKey, type Arrangement } from '../../../core/arrangement/arrangement.ts';
import type { Grain } from '../../../core/arrangement/units.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { elementOf } from '../surveyAccess/elements.ts';
import { measureValues } from '../surveyAccess/measures.ts';
import { groupValues } from '../surveyAccess/scope.ts';
import { counted } from '../surveyAccess/tests.ts';
import type { DrawnNode } from './drawnGraph.ts';

/** How a measure stands in a drawing: by its name, and the most that a box of it has. */
export interface DrawnMeasure {
  id: string;
  name: string;
  most: number;
}

/** The kind of element that stands in an open group. */
const kindOfGrain: Record<Grain, MeasuredKind> = {
  groups: 'group',
  files: 'file',
  types: 'type',
  routines: 'routine',
};

/** The measures of what a drawing of a grain has as boxes: elements, and closed groups. */
export function measuresOfBoxes(grain: Grain): Pick<Measure, 'id' | 'name' | 'unit'>[] {
  return catalogue
    .filter(({ appliesTo }) => appliesTo.includes(kindOfGrain[grain]))
    .map(({ id, name, unit }) => ({ id, name, unit }));
}

const named = ({ name, unit }: Measure): string => (unit === '' ? name : `${name}, ${unit}`);

/**
 * A measure's value for each node, null where it is not defined; open boxes and what is gone have none. Null in whole for one that
 * is not in the catalogue. O(nodes), once the measure is computed.
 */
export function measuredNodes(
  survey: SurveyedCodebase,
  arrangement: Arrangement,
  nodes: readonly DrawnNode[],
  { id, withTests }: { id: string; withTests: boolean },
): { measure: DrawnMeasure; values: (number | null)[] } | null {
  const measure = measureNamed(id);
  if (!measure) return null;
  const ofElements = measureValues(survey, id);
  const ofGroups = measure.ofGroups ? groupValues(counted(survey, withTests), arrangement, id) : null;
  const values = nodes.map(({ key, isOpen, members, news }) => {
    if (isOpen || members !== null || news === 'gone') return null;
    const group = groupWithKey(arrangement, key);
    const element = group === undefined ? elementOf(survey, key) : undefined;
    const value =
      group !== undefined ? (ofGroups?.[group] ?? NaN) : element === undefined ? NaN : ofElements[element];
    return Number.isFinite(value) ? value : null;
  });
  const most = values.reduce((largest: number, value) => Math.max(largest, value ?? 0), 0);
  return { measure: { id, name: named(measure), most }, values };
}
