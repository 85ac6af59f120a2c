import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { groupKey, groupWithKey } from '../../../core/arrangement/arrangement.ts';
import { unitOfNode } from '../../../core/arrangement/nodes.ts';
import { goesAgainst } from '../../../core/arrangement/order.ts';
import { openedByItself, pictureRows, rowsOfUnits, type PictureRow } from '../../../core/arrangement/rows.ts';
import { CERTAINTY } from '../../../core/contracts/linked.ts';
import { impliedEdges } from '../../../core/graph/impliedEdges.ts';
import { rollUp, rollUpUnits, type Graph } from '../../../core/graph/rollUp.ts';
import { nestedLayout } from '../../../core/layout/nestedLayout.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import type { Scope } from '../ground/scope.ts';
import { arranged, type PictureQuestion } from '../picture/arranged.ts';
import { groupLabel, nodeLabel, type NodeLabel } from '../picture/labels.ts';
import { elementOf, labelOf, type ElementLabel } from '../ground/elements.ts';
import { groupsAround, nodesNamed, unitsAround, unitsBetween, type DrawnUnits } from './drawnUnits.ts';
import type { GraphQuery } from './graphQuery.ts';

/** Links of a node that lead to what is not drawn. */
export interface MoreLinks {
  count: number;
  /** Keys of those with the most references. */
  strongest: string[];
}

/** A group or an element as it is drawn, with the box that it takes, in pixels. */
export interface GraphNode extends NodeLabel {
  /** Names of the groups of a chain that it stands for, the outermost first. */
  chain: string[];
  /** The place of the open group that it stands in; -1 for none. */
  parent: number;
  isOpen: boolean;
  /** A group that could be opened, or is. */
  opens: boolean;
  /** The cycle that it takes part in, as every view calls it; null for none. */
  cycle: string | null;
  x: number;
  y: number;
  width: number;
  height: number;
  /** What uses it and what it uses that is not drawn; null where all is. */
  users: MoreLinks | null;
  used: MoreLinks | null;
}

export interface GraphEdge {
  from: number;
  to: number;
  references: number;
  isAgainst: boolean;
  /** True where no reference of it is exact. */
  isInferred: boolean;
}

export interface GraphPicture {
  /** An open group comes before what stands in it. */
  nodes: GraphNode[];
  edges: GraphEdge[];
  width: number;
  height: number;
  /** How many links there are, and how many of them are left out as weak or implied. */
  links: number;
  hidden: number;
  /** The most references that one link stands for. */
  largest: number;
  /** How many elements there would be beside, were there room. */
  left: number;
  /** What the drawing is of, and where the ways that it shows lead; null for the whole, and for surroundings. */
  around: ElementLabel | null;
  until: ElementLabel | null;
  /** Keys of the groups that are open. */
  open: string[];
}

/** Pictures open by themselves until they have so many boxes, and to no more than so many. */
const ROOM = { enough: 12, most: 40 };
/** Pixels: a character of a name, what lies around names, and the bounds of a box. */
const CHARACTER = 7.3;
const AROUND_NAME = 26;
const SIGN = 18;
const NARROWEST = 70;
const WIDEST = 216;
const HEIGHT = 28;
const LAYOUT = { gapX: 18, gapY: 46, proportion: 1.7, padding: 12, heading: 24 };
/** So many of what is not drawn are named. */
const STRONGEST = 12;

/** Who uses whom, laid out by the one order: what uses stands above what it rests on. */
export function graphView(
  survey: SurveyedCodebase,
  question: PictureQuestion & { scope: Scope; query: GraphQuery; everything?: boolean },
): GraphPicture {
  const picture = arranged(survey, question);
  const { query } = question;
  const { around, until } = query;
  const drawn =
    around === null
      ? null
      : until === null
        ? unitsAround(survey, picture, { ...query, around })
        : unitsBetween(survey, picture, { ...query, around, until });
  const rows = drawnRows(survey, picture, question, drawn);
  const parent = parentsOf(rows);
  const rowOf = rowsOfUnits(picture, rows);
  const all = rollUpUnits(picture.graph, rowOf, rows.length);
  const place = rows.map(({ node }) => picture.order.place[node]);
  const kept = keptEdges(all, place, query);
  const labels = rows.map(({ node }) => nodeLabel(survey, picture, node));
  const cycleOf = new Map(picture.cycles.flatMap(({ tag, members }) => members.map((node) => [node, tag])));
  const cycleAt = ({ node, chain }: PictureRow): string | null =>
    [node, ...chain].map((each) => cycleOf.get(each)).find((tag) => tag !== undefined) ?? null;
  const chainOf = (i: number): string[] =>
    rows[i].chain.map((group) => groupLabel(picture.arrangement, group).name);
  const times = new Map<string, number>();
  for (const { name } of labels) times.set(name, (times.get(name) ?? 0) + 1);
  const namesOf = (i: number): { chain: string[]; isShared: boolean } => ({
    chain: chainOf(i),
    isShared: times.get(labels[i].name)! > 1,
  });
  const boxes = nestedLayout(
    {
      parent,
      isOpen: rows.map(({ heading }) => (heading ? 1 : 0)),
      width: rows.map((row, i) => widthOf(shownName(labels[i], namesOf(i)), row, cycleAt(row))),
      height: rows.map(() => HEIGHT),
      // Where boxes stand does not follow what is left out as weak.
      graph: all,
      place,
    },
    LAYOUT,
  );
  const exact = exactLinks(survey, picture, rowOf, rows.length);
  const edges = kept.map(({ from, to, references }): GraphEdge => ({
    from,
    to,
    references,
    isAgainst: goesAgainst(picture.order, rows[from].node, rows[to].node),
    isInferred: !exact(from, to),
  }));
  return {
    nodes: rows.map(({ node, heading, opens }, i) => ({
      ...labels[i],
      chain: chainOf(i),
      parent: parent[i],
      isOpen: heading,
      opens,
      cycle: cycleAt(rows[i]),
      x: boxes.x[i],
      y: boxes.y[i],
      width: boxes.width[i],
      height: boxes.height[i],
      ...moreLinks(survey, picture, node, drawn),
    })),
    edges,
    width: Math.max(0, ...rows.map((_, i) => boxes.x[i] + boxes.width[i])),
    height: Math.max(0, ...rows.map((_, i) => boxes.y[i] + boxes.height[i])),
    links: all.to.length,
    hidden: all.to.length - edges.length,
    largest: edges.reduce((most, { references }) => Math.max(most, references), 0),
    left: drawn?.left ?? 0,
    around: around === null ? null : labelNamed(survey, picture, around),
    until: until === null ? null : labelNamed(survey, picture, until),
    open: rows.filter(({ heading }) => heading).map(({ node }) => groupKey(picture.arrangement, node)),
  };
}

/** What a key means, as it is called wherever it appears; null for what is not there. */
function labelNamed(
  survey: SurveyedCodebase,
  { arrangement }: ArrangedSurvey,
  key: string,
): ElementLabel | null {
  const group = groupWithKey(arrangement, key);
  if (group !== undefined) return groupLabel(arrangement, group);
  const element = elementOf(survey, key);
  return element === undefined ? null : labelOf(survey, element);
}

/** About as long as what is shown: a chain of groups in whole, and a name that several bear with what it stands in. */
function shownName(
  { key, name }: NodeLabel,
  { chain, isShared }: { chain: string[]; isShared: boolean },
): string {
  if (chain.length > 0) return [...chain, name].join('/');
  return isShared ? key.split('/').slice(-2).join('/') : name;
}

function widthOf(name: string, { opens }: PictureRow, cycle: string | null): number {
  const signs = opens ? SIGN : 0;
  const tag = cycle === null ? 0 : (cycle.length + 3) * CHARACTER;
  return Math.min(WIDEST, Math.max(NARROWEST, name.length * CHARACTER + AROUND_NAME)) + signs + tag;
}

/** The rows that are drawn: of the whole as they are open, or those of a choice with the groups around them. */
function drawnRows(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  { scope, query, everything = false }: { scope: Scope; query: GraphQuery; everything?: boolean },
  drawn: DrawnUnits | null,
): PictureRow[] {
  const open =
    drawn !== null
      ? groupsAround(picture, drawn.units)
      : query.open === null
        ? openedByItself(picture, scope.group, ROOM)
        : new Set(query.open.flatMap((key) => groupWithKey(picture.arrangement, key) ?? []));
  const rows = pictureRows(picture, {
    scope: drawn === null ? scope.group : 0,
    flat: false,
    isOpen: (group) => everything || open.has(group),
    byName: false,
  });
  const without = nodesNamed(survey, picture, query.without);
  const chosen = rows.filter(
    ({ node, heading }) => heading || drawn === null || drawn.units.has(unitOfNode(picture, node)),
  );
  return withoutEmpty(withoutNodes(chosen, without));
}

/** Rows without some, and without what stands in those. */
function withoutNodes(rows: readonly PictureRow[], without: ReadonlySet<number>): PictureRow[] {
  let below = Infinity;
  return rows.filter(({ node, chain, depth }) => {
    if (depth > below) return false;
    below = [node, ...chain].some((each) => without.has(each)) ? depth : Infinity;
    return below === Infinity;
  });
}

/** Open groups of which nothing is drawn are left out, and those that hold but one other are drawn as one with it. */
function withoutEmpty(rows: readonly PictureRow[]): PictureRow[] {
  const kept: PictureRow[] = [];
  // From the end, what stands in a group is known before it.
  for (let at = rows.length - 1; at >= 0; at--) {
    const row = rows[at];
    if (!row.heading) {
      kept.push(row);
      continue;
    }
    const isInside = (each: PictureRow): boolean => each.depth > row.depth;
    const last = kept.at(-1);
    if (!last || !isInside(last)) continue;
    let inside = 0;
    for (let i = kept.length - 1; i >= 0 && isInside(kept[i]); i--)
      if (kept[i].depth === last.depth) inside++;
    if (inside === 1 && last.heading) {
      kept.pop();
      kept.push({ ...last, chain: [...row.chain, row.node, ...last.chain], depth: row.depth });
    } else kept.push(row);
  }
  return kept.reverse();
}

/** The place of the open group around each row; -1 for none. */
function parentsOf(rows: readonly PictureRow[]): number[] {
  const around: number[] = [];
  return rows.map(({ depth, heading }, i) => {
    while (around.length > 0 && rows[around[around.length - 1]].depth >= depth) around.pop();
    const parent = around.at(-1) ?? -1;
    if (heading) around.push(i);
    return parent;
  });
}

function keptEdges(
  graph: Graph,
  place: readonly number[],
  { least, hidesImplied }: GraphQuery,
): { from: number; to: number; references: number }[] {
  const implied = hidesImplied ? impliedEdges(graph, place) : null;
  const kept: { from: number; to: number; references: number }[] = [];
  for (let from = 0; from < graph.count; from++)
    for (let edge = graph.start[from]; edge < graph.start[from + 1]; edge++)
      if (graph.weight[edge] >= least && implied?.[edge] !== 1)
        kept.push({ from, to: graph.to[edge], references: graph.weight[edge] });
  return kept;
}

/** Tells of two rows whether any reference from the first to the second is exact. O(dependencies) once. */
function exactLinks(
  { dependencies }: SurveyedCodebase,
  { units, filter }: ArrangedSurvey,
  rowOf: Int32Array,
  count: number,
): (from: number, to: number) => boolean {
  const ofElement = units.unitOf.map((unit) => (unit < 0 ? -1 : rowOf[unit]));
  const certainties = filter.certainties & (1 << CERTAINTY.exact);
  const graph = rollUp(dependencies, ofElement, count, { ...filter, certainties });
  return (from, to) => graph.to.subarray(graph.start[from], graph.start[from + 1]).includes(to);
}

function moreLinks(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  node: number,
  drawn: DrawnUnits | null,
): Pick<GraphNode, 'users' | 'used'> {
  const unit = unitOfNode(picture, node);
  if (drawn === null || unit < 0) return { users: null, used: null };
  const beyond = (links: Graph): MoreLinks | null => {
    const found: { unit: number; references: number }[] = [];
    for (let edge = links.start[unit]; edge < links.start[unit + 1]; edge++)
      if (!drawn.units.has(links.to[edge]))
        found.push({ unit: links.to[edge], references: links.weight[edge] });
    if (found.length === 0) return null;
    found.sort((a, b) => b.references - a.references || a.unit - b.unit);
    const strongest = found
      .slice(0, STRONGEST)
      .map((each) => nodeLabel(survey, picture, picture.arrangement.count + each.unit).end);
    return { count: found.length, strongest };
  };
  return { users: beyond(drawn.usedBy), used: beyond(picture.graph) };
}
