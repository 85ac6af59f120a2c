import { typeMeasures } from './types.ts';
import { couplingMeasures } from './coupling.ts';
import { routineMeasures } from './routine.ts';
import { sizeMeasures } from './size.ts';
import type { Measure } from './measure.ts';

/** Every measure the program knows. Table headers, tooltips, docs and exports are generated from these entries. */
export const catalogue: readonly Measure[] = [
  ...sizeMeasures,
  ...routineMeasures,
  ...typeMeasures,
  ...couplingMeasures,
];

const byId = new Map(catalogue.map((measure) => [measure.id, measure]));

export function measureNamed(id: string): Measure | undefined {
  return byId.get(id);
}
