import { KIND } from '../facts/fileFacts.ts';
import type { ElementTable } from '../link/linked.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { EVERYTHING_RESOLVED, rollUp, type DependencyFilter, type Graph } from './rollUp.ts';

/** A choice of elements to be looked at as wholes: unit i is `elements[i]`, and `unitOf` places every element. */
export interface Units {
  elements: number[];
  /** Unit of each element, -1 for those left out. */
  unitOf: Int32Array;
}

export function graphOf(
  { dependencies }: SurveyedCodebase,
  { elements, unitOf }: Units,
  filter: DependencyFilter = EVERYTHING_RESOLVED,
): Graph {
  return rollUp(dependencies, unitOf, elements.length, filter);
}

/** Each element with all that it holds, except what belongs to a later, more deeply nested choice. */
export function unitsOf(table: ElementTable, chosen: readonly number[]): Units {
  const elements = [...chosen].sort((a, b) => a - b);
  const unitOf = new Int32Array(table.count).fill(-1);
  // In preorder an outer element comes before what it holds, so inner units overwrite their part.
  elements.forEach((element, unit) => unitOf.fill(unit, element, table.subtreeEnd[element]));
  return { elements, unitOf };
}

/** The elements of one kind below `scope`, each taken with what it holds. */
export function unitsOfKind(survey: SurveyedCodebase, kind: number, scope = 0): Units {
  const { elements } = survey;
  const chosen: number[] = [];
  for (let e = scope; e < elements.subtreeEnd[scope]; e++) if (elements.kind[e] === kind) chosen.push(e);
  return unitsOf(elements, chosen);
}

/** Folders that hold files themselves, each standing for those files and not for its subfolders. */
export function folderUnits(survey: SurveyedCodebase, scope = 0): Units {
  const { elements, files } = survey;
  const end = elements.subtreeEnd[scope];
  const holding = new Set<number>();
  for (const { element } of files) {
    if (element >= scope && element < end) holding.add(elements.parent[element]);
  }
  const chosen = [...holding].sort((a, b) => a - b);
  const unit = new Map(chosen.map((element, index) => [element, index]));
  const unitOf = new Int32Array(elements.count).fill(-1);
  for (let e = scope; e < end; e++) {
    const file = elements.file[e];
    if (file >= 0 && elements.kind[e] !== KIND.folder) unitOf[e] = unit.get(elements.parent[file]) ?? -1;
  }
  return { elements: chosen, unitOf };
}
