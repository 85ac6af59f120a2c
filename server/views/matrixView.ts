import type { ArrangedSurvey } from '../../core/arrangement/arranged.ts';
import { groupKey, groupWithKey } from '../../core/arrangement/arrangement.ts';
import { parentOfNode, unitOfNode } from '../../core/arrangement/nodes.ts';
import {
  openedByItself,
  pictureRows,
  rowGraph,
  rowsOfUnits,
  type PictureRow,
} from '../../core/arrangement/rows.ts';
import { KIND } from '../../core/facts/fileFacts.ts';
import { recursionCount } from '../../core/graph/recursion.ts';
import { passes, weightBetween, type DependencyFilter, type Graph } from '../../core/graph/rollUp.ts';
import { brokenLinks, type BrokenLink, type BrokenRows } from '../../core/judge/brokenLinks.ts';
import { dependencyKinds, type DependencyKind } from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { unusedPairs } from './declaredView.ts';
import type { Scope } from './surveyAccess/scope.ts';
import { arranged, type PictureQuestion } from './graphQuery/arranged.ts';
import { cycleKey, cyclesInScope } from './graphQuery/cycleNames.ts';
import { groupLabel, nodeLabel, type NodeLabel } from './graphQuery/labels.ts';

/** What the matrix is to show. */
export interface MatrixQuery extends PictureQuestion {
  scope: Scope;
  /** Keys of the groups opened by hand; null for those that the picture opens by itself. */
  open: readonly string[] | null;
  /** True for all units below the scope as one list. */
  flat: boolean;
  order: 'level' | 'name';
  /** Elements to be marked: 1. */
  marked?: Uint8Array;
  /** Elements with notes on them: 1. */
  noted?: Uint8Array;
  /** What breaks rules. */
  broken?: BrokenRows;
}

export interface MatrixRow extends NodeLabel {
  /** Names of the groups of a chain that this row stands for, the outermost first. */
  chain: string[];
  depth: number;
  level: number;
  heading: boolean;
  opens: boolean;
  /** How many marked elements a row stands for, and how many with notes. */
  marked: number;
  noted: number;
  /** In how many places a routine that a row stands for calls itself. */
  recursion: number;
}

/** Rows, which are the columns too, and the filled cells: row i uses column j. */
export interface MatrixPicture {
  rows: MatrixRow[];
  cells: { row: number[]; column: number[]; count: number[] };
  /** From the first to the last row of a cycle's members, the largest cycle first. */
  brackets: { first: number; last: number; tag: string; key: string }[];
  /** How many cycles the list of cycles has of the same question, those among them whose members are no rows here. */
  cycleCount: number;
  totals: { references: number; againstReferences: number; againstCells: number; largest: number };
  /** Cells against the order, the weightiest first, with what they are made of. */
  against: { row: number; column: number; count: number; kinds: { kind: DependencyKind; count: number }[] }[];
  /** Cells in which references break rules. */
  broken: (BrokenLink & { row: number; column: number })[];
  /** Empty cells of a row whose build module declares that of the column, and does not use it. */
  unused: { row: number; column: number }[];
  /** Keys of the groups that are open, by hand or by themselves. */
  open: string[];
  isOpenByHand: boolean;
}

export function matrixView(survey: SurveyedCodebase, query: MatrixQuery): MatrixPicture {
  const picture = arranged(survey, query);
  const { arrangement } = picture;
  const { scope, flat, order } = query;
  // What a shortlist holds is to be seen, however deep it lies.
  const room = query.only ? { enough: MOST_LISTED_ROWS, most: MOST_LISTED_ROWS } : undefined;
  const open = query.open ? namedGroups(picture, query.open) : openedByItself(picture, scope.group, room);
  const rows = pictureRows(picture, {
    scope: scope.group,
    flat,
    isOpen: (group) => open.has(group),
    byName: order === 'name',
  });
  const graph = rowGraph(picture, rows);
  const cells: MatrixPicture['cells'] = { row: [], column: [], count: [] };
  const totals = { references: 0, againstReferences: 0, againstCells: 0, largest: 0 };
  for (let row = 0; row < graph.count; row++) {
    for (let edge = graph.start[row]; edge < graph.start[row + 1]; edge++) {
      const column = graph.to[edge];
      const count = graph.weight[edge];
      cells.row.push(row);
      cells.column.push(column);
      cells.count.push(count);
      totals.references += count;
      totals.largest = Math.max(totals.largest, count);
      // Rows stand in the one order, so that what is against it lies to the right.
      if (column > row) {
        totals.againstCells++;
        totals.againstReferences += count;
      }
    }
  }
  const marks = marksOfRows(survey, picture, rows, query);
  return {
    rows: rows.map(({ node, chain, ...row }, i) => ({
      ...nodeLabel(survey, picture, node),
      chain: chain.map((group) => groupLabel(arrangement, group).name),
      ...row,
      ...marks(i),
      recursion: recursionAt(survey, picture, node, query.filter),
    })),
    cells,
    brackets: order === 'name' ? [] : bracketsOf(survey, picture, rows, flat),
    cycleCount: cyclesInScope(picture, scope.group).length,
    totals,
    against: againstCells(survey, picture, rows, query.filter),
    broken: brokenCells(survey, picture, rows, query),
    unused: unusedCells(survey, picture, rows, graph),
    open: rows.filter(({ heading }) => heading).map(({ node }) => groupKey(arrangement, node)),
    isOpenByHand: query.open !== null,
  };
}

/** A picture of a shortlist opens by itself up to so many rows. */
const MOST_LISTED_ROWS = 400;
/** More cells against the order are not told one by one; the matrix shows them all. */
const MOST_AGAINST = 500;

/** The cells with what breaks rules, by rows and columns; O(breaks + units). */
function brokenCells(
  { dependencies }: SurveyedCodebase,
  picture: ArrangedSurvey,
  rows: readonly PictureRow[],
  { broken, filter }: Pick<MatrixQuery, 'broken' | 'filter'>,
): MatrixPicture['broken'] {
  if (broken === undefined || broken.size === 0) return [];
  const links = brokenLinks(dependencies, broken, {
    filter,
    count: rows.length,
    nodeOf: rowOfElements(picture, rows),
  });
  return [...links]
    .sort(([a], [b]) => a - b)
    .map(([cell, link]) => ({
      ...{ row: Math.floor(cell / rows.length), column: cell % rows.length },
      ...link,
    }));
}

/** Where a closed row is, or holds, a build module that declares another and uses nothing of it. */
function unusedCells(
  survey: SurveyedCodebase,
  { arrangement }: ArrangedSurvey,
  rows: readonly PictureRow[],
  graph: Graph,
): MatrixPicture['unused'] {
  const rowOf = new Int32Array(arrangement.count).fill(-1);
  rows.forEach(({ node, heading }, row) => {
    if (!heading && node < arrangement.count) rowOf.fill(row, node, arrangement.subtreeEnd[node]);
  });
  return unusedPairs(survey, arrangement)
    .map(([from, to]) => ({ row: rowOf[from], column: rowOf[to] }))
    .filter(
      ({ row, column }) =>
        row >= 0 && column >= 0 && row !== column && weightBetween(graph, row, column) === 0,
    );
}

/** The row in which an element stands; -1 for none. */
function rowOfElements(picture: ArrangedSurvey, rows: readonly PictureRow[]): (element: number) => number {
  const rowOf = rowsOfUnits(picture, rows);
  const { unitOf } = picture.units;
  return (element) => (unitOf[element] < 0 ? -1 : rowOf[unitOf[element]]);
}

/** The cells right of the diagonal by weight, each with its kinds of dependency; O(dependencies). */
function againstCells(
  { dependencies }: SurveyedCodebase,
  picture: ArrangedSurvey,
  rows: readonly PictureRow[],
  filter: DependencyFilter,
): MatrixPicture['against'] {
  const rowOfElement = rowOfElements(picture, rows);
  const cells = new Map<number, Map<number, number>>();
  for (let at = 0; at < dependencies.count; at++) {
    const row = rowOfElement(dependencies.from[at]);
    const column = rowOfElement(dependencies.to[at]);
    if (row < 0 || column <= row || !passes(dependencies, at, filter)) continue;
    const cell = row * rows.length + column;
    const kinds = cells.get(cell) ?? new Map<number, number>();
    cells.set(cell, kinds);
    const places = dependencies.placeStart[at + 1] - dependencies.placeStart[at];
    kinds.set(dependencies.kind[at], (kinds.get(dependencies.kind[at]) ?? 0) + places);
  }
  return [...cells]
    .map(([cell, kinds]) => ({
      row: Math.floor(cell / rows.length),
      column: cell % rows.length,
      count: [...kinds.values()].reduce((sum, count) => sum + count, 0),
      kinds: [...kinds]
        .map(([kind, count]) => ({ kind: dependencyKinds[kind], count }))
        .sort((a, b) => b.count - a.count),
    }))
    .sort((a, b) => b.count - a.count || a.row - b.row || a.column - b.column)
    .slice(0, MOST_AGAINST);
}

function namedGroups({ arrangement }: ArrangedSurvey, keys: readonly string[]): Set<number> {
  return new Set(keys.flatMap((key) => groupWithKey(arrangement, key) ?? []));
}

/**
 * A bracket for each cycle whose members are all rows, or open, and stand side by side: among neighbours in a tree, in one
 * list wherever they stand.
 */
function bracketsOf(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  rows: readonly PictureRow[],
  flat: boolean,
): MatrixPicture['brackets'] {
  const rowOf = new Map<number, number>();
  rows.forEach(({ node, chain }, row) => [...chain, node].forEach((each) => rowOf.set(each, row)));
  const endOf = (row: number): number => {
    let end = row + 1;
    if (rows[row].heading) while (end < rows.length && rows[end].depth > rows[row].depth) end++;
    return end - 1;
  };
  return picture.cycles.flatMap(({ tag, members, group }) => {
    // A list has no rows of groups, and so none of their cycles.
    if (flat && group >= 0) return [];
    const shown = members.flatMap((node) => rowOf.get(node) ?? []);
    const isSideBySide = members.every(
      (node) => parentOfNode(picture, node) === parentOfNode(picture, members[0]),
    );
    if (shown.length < 2 || !(flat || (isSideBySide && shown.length === members.length))) return [];
    return [
      {
        tag,
        key: cycleKey(survey, picture, tag, members),
        first: Math.min(...shown),
        last: Math.max(...shown.map(endOf)),
      },
    ];
  });
}

/** Recursion of the routine that a row stands for; 0 for any other row. */
function recursionAt(
  { dependencies, elements }: SurveyedCodebase,
  picture: ArrangedSurvey,
  node: number,
  filter: DependencyFilter,
): number {
  const unit = unitOfNode(picture, node);
  const element = unit < 0 ? -1 : picture.units.element[unit];
  if (element < 0 || elements.kind[element] !== KIND.routine) return 0;
  return recursionCount(dependencies, element, filter);
}

type RowMarks = Pick<MatrixRow, 'marked' | 'noted'>;

/** How many outermost marked elements stand in each row that is no heading. */
function marksOfRows(
  { elements }: SurveyedCodebase,
  picture: ArrangedSurvey,
  rows: readonly PictureRow[],
  { marked, noted }: MatrixQuery,
): (row: number) => RowMarks {
  const rowOf = rowsOfUnits(picture, rows);
  const count = (marks: Uint8Array | undefined): Int32Array => {
    const sums = new Int32Array(rows.length);
    for (
      let e = 0;
      marks && e < elements.firstExternal;
      e = marks[e] === 1 ? elements.subtreeEnd[e] : e + 1
    ) {
      if (marks[e] !== 1) continue;
      // Of a marked folder or an element that is left out, the first that counts says where it stands.
      let within = e;
      while (within < elements.subtreeEnd[e] && picture.units.unitOf[within] < 0) within++;
      const row = within < elements.subtreeEnd[e] ? rowOf[picture.units.unitOf[within]] : -1;
      if (row >= 0) sums[row]++;
    }
    return sums;
  };
  const [ofList, ofNotes] = [count(marked), count(noted)];
  return (row) => ({ marked: ofList[row], noted: ofNotes[row] });
}
