import { KIND } from './facts/fileFacts.ts';
import { emptyDependencies, type DependencyTable } from './contracts/linked.ts';
import type { SurveyedCodebase } from './survey.ts';

/** Elements that stand in test files (or, for a folder, hold nothing else), marked with 1. */
export function testElements(survey: SurveyedCodebase): Uint8Array {
  const { elements, files } = survey;
  const isTest = new Uint8Array(elements.count);
  for (const file of files) {
    if (file.isTest) isTest.fill(1, file.element, elements.subtreeEnd[file.element]);
  }
  for (let e = elements.firstExternal - 1; e >= 0; e--) {
    if (elements.kind[e] !== KIND.folder) continue;
    isTest[e] = 1;
    for (let child = e + 1; child < elements.subtreeEnd[e]; child = elements.subtreeEnd[child]) {
      if (!isTest[child]) isTest[e] = 0;
    }
  }
  return isTest;
}

/**
 * A survey as it is with tests left out: without their files, and without the dependencies that begin or end in them.
 * Elements keep their numbers. Every figure that is worked out from it, and what a share is taken of, knows no tests.
 */
export function withoutTests(survey: SurveyedCodebase): SurveyedCodebase {
  if (!survey.files.some(({ isTest }) => isTest)) return survey;
  const isTest = testElements(survey);
  return {
    ...survey,
    files: survey.files.filter((file) => !file.isTest),
    dependencies: chosenRows(
      survey.dependencies,
      ({ from, to }, row) => isTest[from[row]] === 0 && isTest[to[row]] === 0,
    ),
  };
}

/** Some rows of a table, with their places. O(rows + places). */
function chosenRows(
  table: DependencyTable,
  isChosen: (table: DependencyTable, row: number) => boolean,
): DependencyTable {
  let count = 0;
  let places = 0;
  for (let row = 0; row < table.count; row++) {
    if (!isChosen(table, row)) continue;
    count++;
    places += table.placeStart[row + 1] - table.placeStart[row];
  }
  const chosen = emptyDependencies(count, places);
  let own = 0;
  for (let row = 0; row < table.count; row++) {
    if (!isChosen(table, row)) continue;
    chosen.from[own] = table.from[row];
    chosen.to[own] = table.to[row];
    chosen.kind[own] = table.kind[row];
    chosen.certainty[own] = table.certainty[row];
    let at = chosen.placeStart[own];
    for (let place = table.placeStart[row]; place < table.placeStart[row + 1]; place++, at++) {
      chosen.line[at] = table.line[place];
      chosen.column[at] = table.column[place];
    }
    chosen.placeStart[++own] = at;
  }
  return chosen;
}
