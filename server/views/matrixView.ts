import { rollUp, type DependencyFilter } from '../../core/graph/rollUp.ts';
import { unitsOf } from '../../core/graph/units.ts';
import { matrixRows, type MatrixRow } from '../../core/layout/matrixRows.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { leftOutOf } from './leftOut.ts';
import { labelOf, type ElementLabel } from './remembered.ts';

/** What the matrix is to show. */
export interface MatrixQuery {
  scope: number;
  /** `folders`: folders that open in place; `files`: all files below the scope at once. */
  granularity: 'folders' | 'files';
  open: string[];
  order: 'level' | 'name';
  filter: DependencyFilter;
  withTests: boolean;
  /** Elements to be shown, with what is above them: not 0. */
  only?: Uint8Array;
  /** Elements to be marked: 1. */
  marked?: Uint8Array;
  /** Elements with notes on them: 1. */
  noted?: Uint8Array;
}

/** Rows, which are the columns too, and the filled cells: row i uses column j. */
export interface MatrixPicture {
  /** How many marked elements a row stands for, and how many with notes. */
  rows: (ElementLabel & Omit<MatrixRow, 'element'> & { marked: number; noted: number })[];
  cells: { row: number[]; column: number[]; count: number[] };
  brackets: { first: number; last: number; tag: string }[];
  totals: { references: number; againstReferences: number; againstCells: number; largest: number };
}

export function matrixView(survey: SurveyedCodebase, query: MatrixQuery): MatrixPicture {
  const { elements, dependencies } = survey;
  const leftOut = leftOutOf(survey, query);
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
    rows: rows.map(({ element, ...row }) => ({
      ...labelOf(survey, element),
      ...row,
      marked: row.heading ? 0 : marksIn(survey, element, query.marked),
      noted: row.heading ? 0 : marksIn(survey, element, query.noted),
    })),
    cells,
    brackets: brackets.map(({ first, last }, index) => ({ first, last, tag: `C${index + 1}` })),
    totals,
  };
}

/** How many outermost marked elements stand in an element. */
function marksIn({ elements }: SurveyedCodebase, element: number, marked: Uint8Array | undefined): number {
  if (!marked) return 0;
  if (marked[element] === 1) return 1;
  let count = 0;
  for (let e = element + 1; e < elements.subtreeEnd[element];) {
    if (marked[e] === 1) count++;
    e = marked[e] === 2 ? e + 1 : elements.subtreeEnd[e];
  }
  return count;
}

function hide(unitOf: Int32Array, leftOut: Uint8Array): void {
  for (let e = 0; e < unitOf.length; e++) if (leftOut[e]) unitOf[e] = -1;
}
