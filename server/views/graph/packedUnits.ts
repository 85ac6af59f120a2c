import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';

/** More units are not drawn one by one: a drawing of so many says nothing. */
export const MOST_DRAWN = 150;
/** Where they are drawn by groups, so many boxes at most are opened for them. */
const MOST_BOXES = 40;

/** Units that are meant, and how far the groups that they stand in are open. */
export interface PackedUnits {
  units: ReadonlySet<number>;
  /** Groups that are open; in every other, what is meant is drawn as one box. */
  open: ReadonlySet<number>;
  /** How many of those that were meant have no room. */
  left: number;
}

/**
 * As many units as can be drawn one by one; of more, groups stand for those in them, opened level by level as long as there is room. What stands in `kept` is drawn in any case. `meant` has those first that are to stay where even groups do not help.
 * O(units · depth + groups log groups).
 */
export function packedUnits(
  picture: ArrangedSurvey,
  meant: readonly number[],
  kept: ReadonlySet<number>,
): PackedUnits {
  const { arrangement, units } = picture;
  const all = new Set([...kept, ...meant]);
  if (all.size <= MOST_DRAWN) return { units: all, open: groupsAround(picture, all), left: 0 };
  const below = unitsIn(picture, all);
  const own = new Map<number, number>();
  for (const unit of all) own.set(units.group[unit], (own.get(units.group[unit]) ?? 0) + 1);
  const open = groupsAround(picture, kept);
  open.add(0);
  const subgroups = (group: number): number[] => {
    const found: number[] = [];
    for (let child = group + 1; child < arrangement.subtreeEnd[group]; child = arrangement.subtreeEnd[child])
      if (below[child] > 0) found.push(child);
    return found;
  };
  const within = (group: number): number => subgroups(group).length + (own.get(group) ?? 0);
  let closed = [...open].flatMap(subgroups).filter((group) => !open.has(group));
  let boxes = closed.length + [...open].reduce((sum, group) => sum + (own.get(group) ?? 0), 0);
  while (closed.length > 0) {
    // Groups side by side are opened together, so that like is drawn like like; else those that hold most of all.
    const together = closed.reduce((sum, group) => sum + within(group) - 1, boxes);
    const next = together <= MOST_BOXES ? closed : closed.filter((group) => 2 * below[group] > all.size);
    const then = next.reduce((sum, group) => sum + within(group) - 1, boxes);
    if (next.length === 0 || then > MOST_BOXES) break;
    boxes = then;
    for (const group of next) open.add(group);
    closed = [...closed.filter((group) => !open.has(group)), ...next.flatMap(subgroups)];
  }
  // Those beside what is kept stand in groups that are open anyway: of many of these, the last ones go.
  let room = MOST_DRAWN - kept.size;
  const drawn = new Set(kept);
  for (const unit of meant) {
    if (drawn.has(unit)) continue;
    if (!open.has(units.group[unit])) drawn.add(unit);
    else if (room-- > 0) drawn.add(unit);
  }
  return { units: drawn, open, left: all.size - drawn.size };
}

/** How many of some units stand in each group and below it. */
export function unitsIn({ arrangement, units }: ArrangedSurvey, some: Iterable<number>): Int32Array {
  const below = new Int32Array(arrangement.count);
  for (const unit of some) below[units.group[unit]]++;
  for (let group = arrangement.count - 1; group > 0; group--)
    below[arrangement.parent[group]] += below[group];
  return below;
}

/** The groups that units stand in, at any depth. */
export function groupsAround({ arrangement, units }: ArrangedSurvey, some: Iterable<number>): Set<number> {
  const groups = new Set<number>();
  for (const unit of some)
    for (let group = units.group[unit]; group >= 0 && !groups.has(group); group = arrangement.parent[group])
      groups.add(group);
  return groups;
}
