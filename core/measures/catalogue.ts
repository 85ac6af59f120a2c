import { byFolders } from '../arrangement/folders.ts';
import { KIND } from '../facts/fileFacts.ts';
import { typeMeasures } from './types.ts';
import { cohesionMeasures } from './cohesion.ts';
import { couplingMeasures } from './coupling.ts';
import { routineMeasures } from './routine.ts';
import { sizeMeasures } from './size.ts';
import type { Measure } from './measure.ts';

/** Every measure the program knows. Table headers, tooltips, docs and exports are generated from these entries. */
export const catalogue: readonly Measure[] = [
  ...sizeMeasures,
  ...routineMeasures,
  ...typeMeasures,
  ...cohesionMeasures,
  ...couplingMeasures,
].map(withFolders);

/** A folder is the group of its own: its value is that of the group. */
function withFolders(measure: Measure): Measure {
  const { compute, ofGroups } = measure;
  if (!ofGroups) return measure;
  return {
    ...measure,
    compute(survey) {
      const values = compute(survey);
      const { elements } = survey;
      const folders = byFolders(elements);
      const ofGroup = ofGroups(survey, folders);
      for (let e = 0; e < elements.firstExternal; e++)
        if (elements.kind[e] === KIND.folder) values[e] = ofGroup[folders.groupOf[e]];
      return values;
    },
  };
}

const byId = new Map(catalogue.map((measure) => [measure.id, measure]));

export function measureNamed(id: string): Measure | undefined {
  return byId.get(id);
}
