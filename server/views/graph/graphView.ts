import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { groupKey, groupWithKey } from '../../../core/arrangement/arrangement.ts';
import { endsIn, subjectOf } from '../../../core/arrangement/ends.ts';
import { nodeOfUnit, unitOfNode } from '../../../core/arrangement/nodes.ts';
import { goesAgainst } from '../../../core/arrangement/order.ts';
import { rowsOfUnits, type PictureRow } from '../../../core/arrangement/rows.ts';
import { brokenLinks, type BrokenRows } from '../../../core/judge/brokenLinks.ts';
import { CERTAINTY } from '../../../core/contracts/linked.ts';
import { rollUp, rollUpUnits } from '../../../core/graph/rollUp.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { elementOf, labelOf, type ElementLabel } from '../surveyAccess/elements.ts';
import { scopeKey, type Scope } from '../surveyAccess/scope.ts';
import { Problem } from '../../problem.ts';
import { arranged, type PictureQuestion } from '../graphQuery/arranged.ts';
import { cycleNamed } from '../graphQuery/cycleNames.ts';
import { groupLabel, nodeLabel, type NodeLabel } from '../graphQuery/labels.ts';
import { condensedCycles } from './condensedCycles.ts';
import { withExternals } from './drawnExternals.ts';
import type { DrawnGraph, DrawnLink, DrawnNode } from './drawnGraph.ts';
import { drawnUnits, type DrawnUnits, type NoWay } from './drawnUnits.ts';
import type { GraphQuery } from './graphQuery.ts';
import { graphRows, parentsOf } from './graphRows.ts';
import { moreLinks } from './moreLinks.ts';
import { measuredNodes, type DrawnMeasure } from './measuredNodes.ts';
import { unitsIn } from './packedUnits.ts';
import { keptLinks, placedBoxes } from './placedGraph.ts';
import { withBefore } from './twoSurveys.ts';

/** A group or an element with the box that it takes, in pixels. */
export interface GraphNode extends Omit<DrawnNode, 'place'> {
  /** Its values of the measures by which boxes are tinted, and bear a bar; null for none. */
  tint: number | null;
  bar: number | null;
  x: number;
  y: number;
  width: number;
  height: number;
}

export type GraphEdge = DrawnLink;

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
  /** How the cycle is called whose members are drawn; null for none. */
  cycle: string | null;
  /** One of the shortest ways that are drawn: each uses the next; empty where none is. */
  walk: NodeLabel[];
  noWay: NoWay | null;
  /** Keys of the groups that are open, and of those that are not for want of room. */
  open: string[];
  rolledUp: string[];
  /** How many boxes are hidden by hand, and patterns of such that no box matches. */
  hiddenBoxes: number;
  matchNothing: string[];
  /** Ends of boxes that most of the others use. */
  hubs: string[];
  flow: GraphQuery['flow'];
  tint: DrawnMeasure | null;
  bar: DrawnMeasure | null;
}

export interface GraphQuestion extends PictureQuestion {
  scope: Scope;
  query: GraphQuery;
  /** True where every group is open. */
  everything?: boolean;
  /** The older survey, and the question as it is put to that; where two are drawn. */
  /** What breaks rules. */
  broken?: BrokenRows;
  before?: { survey: SurveyedCodebase; question: PictureQuestion } | null;
}

/** Who uses whom, laid out by the one order: what uses stands above what it rests on. */
export function graphView(survey: SurveyedCodebase, question: GraphQuestion): GraphPicture {
  const picture = arranged(survey, question);
  const { query } = question;
  const chosen = drawnUnits(survey, picture, query);
  const { rows, ...shown } = graphRows(survey, picture, question, chosen);
  const drawn = drawnGraph(survey, picture, { rows, chosen, question });
  const measured = (id: string | null) =>
    id === null
      ? null
      : measuredNodes(survey, picture.arrangement, drawn.nodes, { id, withTests: question.withTests });
  const [tint, bar] = [measured(query.tint), measured(query.bar)];
  const boxes = placedBoxes(drawn, query);
  const edges = keptLinks(drawn, query);
  const extent = (start: Float64Array, size: Float64Array): number =>
    start.reduce((most, at, box) => Math.max(most, at + size[box]), 0);
  return {
    nodes: drawn.nodes.map(({ place: _, ...node }, i) => ({
      ...node,
      tint: tint?.values[i] ?? null,
      bar: bar?.values[i] ?? null,
      x: boxes.x[i],
      y: boxes.y[i],
      width: boxes.width[i],
      height: boxes.height[i],
    })),
    edges,
    width: extent(boxes.x, boxes.width),
    height: extent(boxes.y, boxes.height),
    links: drawn.links.length,
    hidden: drawn.links.length - edges.length,
    largest: edges.reduce((most, { references, was }) => Math.max(most, references, was ?? 0), 0),
    left: chosen?.left ?? 0,
    around: query.around === null ? null : labelNamed(survey, picture, query.around),
    until: query.until === null ? null : labelNamed(survey, picture, query.until),
    cycle: query.cycle === null ? null : (cycleNamed(survey, picture, query.cycle)?.tag ?? null),
    walk: (chosen?.walk ?? []).map((unit) => nodeLabel(survey, picture, nodeOfUnit(picture, unit))),
    noWay: chosen?.noWay ?? null,
    open: rows.filter(({ heading }) => heading).map(({ node }) => groupKey(picture.arrangement, node)),
    ...shown,
    hubs: hubsOf(drawn),
    flow: query.flow,
    tint: tint?.measure ?? null,
    bar: bar?.measure ?? null,
  };
}

/** What is drawn of a survey: rows with the links between them, and what was asked for beside. */
function drawnGraph(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  {
    rows,
    chosen,
    question: { query, before = null, scope, broken = new Map() },
  }: { rows: readonly PictureRow[]; chosen: DrawnUnits | null; question: GraphQuestion },
): DrawnGraph {
  const rowOf = rowsOfUnits(picture, rows);
  let drawn: DrawnGraph = {
    nodes: nodesOfRows(survey, picture, rows, chosen),
    links: linksOfRows(survey, picture, { rows, rowOf, broken }),
  };
  if (before !== null) {
    const old = arranged(before.survey, before.question);
    const inOld = chosen === null ? null : drawnUnitsOfOld(before.survey, old, query);
    const key = chosen === null ? scopeKey(scope) : '';
    drawn = withBefore(drawn, { survey: before.survey, picture: old, chosen: inOld }, key);
  }
  const around = query.around === null ? undefined : elementOf(survey, query.around);
  const isAroundExternal = around !== undefined && around >= survey.elements.firstExternal;
  if (query.externals !== 'out' || isAroundExternal) {
    const without = new Set(query.without);
    const isLeftOut =
      query.externals === 'out'
        ? (key: string): boolean => key !== query.around
        : (key: string): boolean => without.has(key);
    drawn = withExternals(drawn, survey, {
      picture,
      rowOf,
      broken,
      isLeftOut,
      apart: query.externals === 'apart',
    });
  }
  return query.condensed ? condensedCycles(drawn, new Set(query.apart)) : drawn;
}

/** The same choice in the older survey; nothing where that does not have what is asked for. */
function drawnUnitsOfOld(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  query: GraphQuery,
): DrawnUnits | null {
  try {
    return drawnUnits(survey, picture, query);
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return { units: new Set(), open: new Set(), left: 0, usedBy: picture.graph, walk: [], noWay: null };
  }
}

function nodesOfRows(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  rows: readonly PictureRow[],
  chosen: DrawnUnits | null,
): DrawnNode[] {
  const parent = parentsOf(rows);
  const within = chosen === null ? null : unitsIn(picture, chosen.units);
  const cycleOf = new Map(picture.cycles.flatMap(({ tag, members }) => members.map((node) => [node, tag])));
  return rows.map(({ node, chain, heading, opens }, i) => ({
    ...nodeLabel(survey, picture, node),
    chain: chain.map((group) => groupLabel(picture.arrangement, group).name),
    parent: parent[i],
    isOpen: heading,
    opens,
    holds: within === null || heading || unitOfNode(picture, node) >= 0 ? null : within[node],
    cycle: [node, ...chain].map((each) => cycleOf.get(each)).find((tag) => tag !== undefined) ?? null,
    ...moreLinks(survey, picture, node, chosen),
    place: picture.order.place[node],
    members: null,
    news: null,
  }));
}

/** References between rows, as the matrix has them. O(dependencies). */
function linksOfRows(
  { dependencies }: SurveyedCodebase,
  { graph, units, filter, order }: ArrangedSurvey,
  { rows, rowOf, broken }: { rows: readonly PictureRow[]; rowOf: Int32Array; broken: BrokenRows },
): DrawnLink[] {
  const all = rollUpUnits(graph, rowOf, rows.length);
  const ofElement = units.unitOf.map((unit) => (unit < 0 ? -1 : rowOf[unit]));
  const certainties = filter.certainties & (1 << CERTAINTY.exact);
  const exact = rollUp(dependencies, ofElement, rows.length, { ...filter, certainties });
  const count = rows.length;
  const breaks = brokenLinks(dependencies, broken, { filter, count, nodeOf: (e) => ofElement[e] });
  const links: DrawnLink[] = [];
  for (let from = 0; from < all.count; from++) {
    const isExact = new Set(exact.to.subarray(exact.start[from], exact.start[from + 1]));
    for (let edge = all.start[from]; edge < all.start[from + 1]; edge++) {
      const to = all.to[edge];
      links.push({
        from,
        to,
        references: all.weight[edge],
        isAgainst: goesAgainst(order, rows[from].node, rows[to].node),
        isInferred: !isExact.has(to),
        broken: breaks.get(from * count + to) ?? null,
        was: null,
      });
    }
  }
  return links;
}

/** A box is a hub where more than half of all others, and so many at least, use it. */
const FEWEST_USERS = 5;

function hubsOf({ nodes, links }: DrawnGraph): string[] {
  const users = new Map<number, number>();
  for (const { to, references } of links) if (references > 0) users.set(to, (users.get(to) ?? 0) + 1);
  const others = nodes.filter(({ isOpen }) => !isOpen).length - 1;
  return [...users]
    .filter(([, count]) => count >= FEWEST_USERS && 2 * count > others)
    .sort(([a, x], [b, y]) => y - x || a - b)
    .map(([at]) => nodes[at].end);
}

/** What a key means, as it is called wherever it appears; null for what is not there. */
function labelNamed(
  survey: SurveyedCodebase,
  { arrangement }: ArrangedSurvey,
  end: string,
): ElementLabel | null {
  const several = endsIn(end).length;
  const key = subjectOf(endsIn(end)[0]);
  if (several > 1) return { key, name: `${several} that are drawn as one`, kind: 'group' };
  const group = groupWithKey(arrangement, key);
  if (group !== undefined) return groupLabel(arrangement, group);
  const element = elementOf(survey, key);
  return element === undefined ? null : labelOf(survey, element);
}
