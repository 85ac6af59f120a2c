import { rollUp, type DependencyFilter } from '../../core/graph/rollUp.ts';
import { unitsOf } from '../../core/graph/units.ts';
import { matrixRows, type MatrixRow } from '../../core/layout/matrixRows.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { labelOf, testElements, type ElementLabel } from './remembered.ts';

/** What the matrix is to show. */
export interface MatrixQuery {
  scope: number;
  /** `folders`: folders that open in place; `files`: all files below the scope at once. */
  granularity: 'folders' | 'files';
  open: string[];
  order: 'level' | 'name';
  filter: DependencyFilter;
  withTests: boolean;
}

/** Rows, which are the columns too, and the filled cells: row i uses column j. */
export interface MatrixPicture {
  rows: (ElementLabel & Omit<MatrixRow, 'element'>)[];
  cells: { row: number[]; column: number[]; count: number[] };
  brackets: { first: number; last: number; tag: string }[];
  totals: { references: number; againstReferences: number; againstCells: number; largest: number };
}

export function matrixView(survey: SurveyedCodebase, query: MatrixQuery): MatrixPicture {
  const { elements, dependencies } = survey;
  const leftOut = query.withTests ? new Uint8Array(elements.count) : testElements(survey);
  const openKeys = new Set(query.open);
  const { rows, brackets } = matrixRows(elements, {
    scope: query.scope,
    flat: query.granularity === 'files',
    isOpen: (element) => openKeys.has(elements.key[element]),
    isLeftOut: (element) => leftOut[element] === 1,
    byName: query.order === 'name',
    graphOf: (units) => {
      const { unitOf } = unitsOf(elements, units);
      hide(unitOf, leftOut);
      return rollUp(dependencies, unitOf, units.length, query.filter);
    },
  });
  const shown = rows.map(({ element }, row) => ({ element, row })).filter(({ row }) => !rows[row].heading);
  shown.sort((a, b) => a.element - b.element);
  const { unitOf } = unitsOf(
    elements,
    shown.map(({ element }) => element),
  );
  hide(unitOf, leftOut);
  const graph = rollUp(dependencies, unitOf, shown.length, query.filter);
  const cells: MatrixPicture['cells'] = { row: [], column: [], count: [] };
  const totals = { references: 0, againstReferences: 0, againstCells: 0, largest: 0 };
  for (let unit = 0; unit < graph.count; unit++) {
    for (let edge = graph.start[unit]; edge < graph.start[unit + 1]; edge++) {
      const row = shown[unit].row;
      const column = shown[graph.to[edge]].row;
      const count = graph.weight[edge];
      cells.row.push(row);
      cells.column.push(column);
      cells.count.push(count);
      totals.references += count;
      totals.largest = Math.max(totals.largest, count);
      if (column > row) {
        totals.againstCells++;
        totals.againstReferences += count;
      }
    }
  }
  return {
    rows: rows.map(({ element, ...row }) => ({ ...labelOf(survey, element), ...row })),
    cells,
    brackets: brackets.map(({ first, last }, index) => ({ first, last, tag: `C${index + 1}` })),
    totals,
  };
}

function hide(unitOf: Int32Array, leftOut: Uint8Array): void {
  for (let e = 0; e < unitOf.length; e++) if (leftOut[e]) unitOf[e] = -1;
}
