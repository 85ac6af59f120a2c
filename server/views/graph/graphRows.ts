import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { groupKey, groupWithKey } from '../../../core/arrangement/arrangement.ts';
import { unitOfNode } from '../../../core/arrangement/nodes.ts';
import { openedByItself, pictureRows, type PictureRow } from '../../../core/arrangement/rows.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { elementOf } from '../surveyAccess/elements.ts';
import type { Scope } from '../surveyAccess/scope.ts';
import type { DrawnUnits } from './drawnUnits.ts';
import type { GraphQuery } from './graphQuery.ts';
import { unitsIn } from './packedUnits.ts';
import { nodesNamed } from './unitKeys.ts';

/** Pictures open by themselves until they have so many boxes, and to no more than so many. */
const ROOM = { enough: 12, most: 40 };
/** Of more boxes nothing is read: groups that were opened last stay closed. */
const MOST_VISIBLE = 3000;

export interface GraphRows {
  /** An open group comes before what stands in it. */
  rows: PictureRow[];
  /** Keys of groups that were asked to be open, and are not for want of room. */
  rolledUp: string[];
  /** How many boxes are hidden by hand. */
  hiddenBoxes: number;
  /** What was asked to be hidden, and is not in the picture. */
  matchNothing: string[];
}

/** The rows that are drawn: of the whole as they are open, or those of a choice with the groups around them. */
export function graphRows(
  survey: SurveyedCodebase,
  picture: ArrangedSurvey,
  { scope, query, everything = false }: { scope: Scope; query: GraphQuery; everything?: boolean },
  drawn: DrawnUnits | null,
): GraphRows {
  const asked = query.open?.flatMap((key) => groupWithKey(picture.arrangement, key) ?? []) ?? null;
  const open =
    drawn !== null
      ? new Set([...drawn.open, ...(asked ?? [])])
      : asked === null
        ? openedByItself(picture, scope.group, ROOM)
        : new Set(asked);
  const within = drawn === null ? new Int32Array(0) : unitsIn(picture, drawn.units);
  if (drawn !== null) for (const key of query.shut) open.delete(groupWithKey(picture.arrangement, key) ?? -1);
  const named = nodesNamed(survey, picture, query.without);
  const without = new Set(named.flat());
  let hiddenBoxes = 0;
  const shown = (): PictureRow[] => {
    const rows = pictureRows(picture, {
      scope: drawn === null ? scope.group : 0,
      flat: false,
      isOpen: (group) => everything || open.has(group),
      byName: false,
    });
    const chosen =
      drawn === null ? rows : rows.filter((row) => holdsDrawn(picture, row, drawn.units, within));
    const kept = withoutNodes(chosen, without);
    hiddenBoxes = closedIn(chosen) - closedIn(kept);
    return withoutEmpty(kept);
  };
  const rolledUp: string[] = [];
  let rows = shown();
  for (const last of [...open].reverse()) {
    if (everything || rows.length <= MOST_VISIBLE) break;
    open.delete(last);
    rolledUp.push(groupKey(picture.arrangement, last));
    rows = shown();
  }
  const matchNothing = query.without.filter(
    (text, i) => named[i].length === 0 && elementOf(survey, text) === undefined,
  );
  return { rows, rolledUp, hiddenBoxes, matchNothing };
}

function closedIn(rows: readonly PictureRow[]): number {
  return rows.filter(({ heading }) => !heading).length;
}

/** True for an open group, for what is drawn, and for a closed group that holds some of it. */
function holdsDrawn(
  picture: ArrangedSurvey,
  { node, heading }: PictureRow,
  drawn: ReadonlySet<number>,
  within: Int32Array,
): boolean {
  const unit = unitOfNode(picture, node);
  return heading || (unit >= 0 ? drawn.has(unit) : within[node] > 0);
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
export function parentsOf(rows: readonly PictureRow[]): number[] {
  const around: number[] = [];
  return rows.map(({ depth, heading }, i) => {
    while (around.length > 0 && rows[around[around.length - 1]].depth >= depth) around.pop();
    const parent = around.at(-1) ?? -1;
    if (heading) around.push(i);
    return parent;
  });
}
