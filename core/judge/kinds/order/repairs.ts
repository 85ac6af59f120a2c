import type { Judged } from '../../judgedSurvey.ts';
import { eachCounted } from '../../eachCounted.ts';
import type { PlacedOrder } from './placedOrder.ts';
import type { OrderRule } from './orderRule.ts';

/** A file that would stand better in another group of an order. */
export interface Repair {
  path: string;
  /** Ids of the groups. */
  from: string;
  to: string;
  /** So many references would break the order no more, and so many would that do not now. */
  clears: number;
  brings: number;
}

/** So many are told. */
const MOST = 20;

/**
 * The single moves of a file into another group that would clear more breaks of an order than they bring, those that gain most
 * first; the best move of each file. O(dependencies + files with breaks · groups · those that a file has to do with).
 */
export function repairs(rule: OrderRule, on: Judged, { ids, groupOf, breaks }: PlacedOrder): Repair[] {
  const { elements, dependencies, files } = on.survey;
  /** Of a file that takes part in breaks, its references to each group, and from each. */
  const outOf = new Map<number, Int32Array>();
  const into = new Map<number, Int32Array>();
  eachCounted(rule, on, (_, from, to) => {
    if (groupOf[from] < 0 || groupOf[to] < 0 || !breaks(groupOf[from], groupOf[to])) return;
    for (const file of [elements.file[from], elements.file[to]]) {
      if (outOf.has(file)) continue;
      outOf.set(file, new Int32Array(ids.length));
      into.set(file, new Int32Array(ids.length));
    }
  });
  eachCounted(rule, on, (row, from, to) => {
    if (groupOf[from] < 0 || groupOf[to] < 0) return;
    const [user, used] = [elements.file[from], elements.file[to]];
    if (user === used) return;
    const places = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    const [out, back] = [outOf.get(user), into.get(used)];
    if (out) out[groupOf[to]] += places;
    if (back) back[groupOf[from]] += places;
  });
  const found: Repair[] = [];
  for (const { element, path } of files) {
    const [out, back] = [outOf.get(element), into.get(element)];
    if (!out || !back) continue;
    const own = groupOf[element];
    const near: number[] = [];
    for (let group = 0; group < ids.length; group++) if (out[group] + back[group] > 0) near.push(group);
    let best = { to: own, clears: 0, brings: 0 };
    for (let to = 0; to < ids.length; to++) {
      const move = moved({ out, back, near }, own, to, breaks);
      if (move.clears - move.brings > best.clears - best.brings) best = { to, ...move };
    }
    const { to, clears, brings } = best;
    if (clears > brings) found.push({ path, from: ids[own], to: ids[to], clears, brings });
  }
  return found
    .sort((a, b) => b.clears - b.brings - (a.clears - a.brings) || (a.path < b.path ? -1 : 1))
    .slice(0, MOST);
}

/** What becomes of a file's references when it goes from one group into another. */
function moved(
  { out, back, near }: { out: Int32Array; back: Int32Array; near: readonly number[] },
  own: number,
  to: number,
  breaks: (user: number, used: number) => boolean,
): { clears: number; brings: number } {
  let [clears, brings] = [0, 0];
  if (own === to) return { clears, brings };
  for (const group of near) {
    if (out[group] > 0) {
      const [before, after] = [breaks(own, group), breaks(to, group)];
      if (before && !after) clears += out[group];
      else if (!before && after) brings += out[group];
    }
    if (back[group] > 0) {
      const [before, after] = [breaks(group, own), breaks(group, to)];
      if (before && !after) clears += back[group];
      else if (!before && after) brings += back[group];
    }
  }
  return { clears, brings };
}
