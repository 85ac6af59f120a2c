import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { KIND } from '../facts/fileFacts.ts';
import { rollUp } from '../graph/rollUp.ts';
import { unitsOf } from '../graph/units.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { matrixRows } from './matrixRows.ts';

/** Twelve files in nested folders, each importing the two before it and the last of all. */
async function nested(): Promise<SurveyedCodebase> {
  const paths = Array.from({ length: 12 }, (_, i) => `${'abc'[i % 3]}/${'xy'[i % 2]}/f${i}.ts`);
  const files = paths.map((path, i) => {
    const imports = [i - 1, i - 2, 11].filter((j) => j >= 0 && j !== i);
    return [path, imports.map((j) => `import '../../${paths[j].replace('.ts', '')}';`).join('\n')];
  });
  return surveyText(Object.fromEntries(files) as Record<string, string>);
}

function rowsOf(survey: SurveyedCodebase, open: ReadonlySet<number>, flat = false) {
  const { elements, dependencies } = survey;
  return matrixRows(elements, {
    scope: 0,
    flat,
    isOpen: (element) => open.has(element),
    isLeftOut: () => false,
    byName: false,
    graphOf: (units) => rollUp(dependencies, unitsOf(elements, units).unitOf, units.length),
  });
}

describe('the rows of the matrix', () => {
  it('show every file exactly once, itself or in one closed folder, whatever is open', async () => {
    const survey = await nested();
    const { elements } = survey;
    const folders = Array.from(elements.kind.keys()).filter((e) => e > 0 && elements.kind[e] === KIND.folder);
    fc.assert(
      fc.property(fc.subarray(folders), (open) => {
        const { rows } = rowsOf(survey, new Set(open));
        const shown = rows.filter(({ heading }) => !heading);
        for (const { element: file } of survey.files) {
          const holding = shown.filter(
            ({ element }) => element <= file && file < elements.subtreeEnd[element],
          );
          expect(holding).toHaveLength(1);
        }
      }),
    );
  });

  it('what an open folder holds follows it, one deeper', async () => {
    const survey = await nested();
    const { elements } = survey;
    const folder = elements.key.indexOf('b');
    const { rows } = rowsOf(survey, new Set([folder]));
    const at = rows.findIndex(({ element }) => element === folder);
    expect(rows[at]).toMatchObject({ heading: true, depth: 0 });
    expect(rows.slice(at + 1, at + 3).map(({ element, depth }) => [elements.parent[element], depth])).toEqual(
      [
        [folder, 1],
        [folder, 1],
      ],
    );
  });

  it('brackets hold the members of a cycle and nothing else of their depth', async () => {
    const survey = await nested();
    const { rows, brackets } = rowsOf(survey, new Set(), true);
    expect(brackets.length).toBeGreaterThan(0);
    for (const { first, last } of brackets) {
      expect(last).toBeGreaterThan(first);
      const levels = new Set(rows.slice(first, last + 1).map(({ level }) => level));
      expect(levels.size).toBe(1);
    }
  });
});
