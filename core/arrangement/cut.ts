import { subgroups, type Arrangement } from './arrangement.ts';

/** For each group the one, so many levels below `start`, that it stands in; what lies less deep is its own. */
export function cutAt(arrangement: Arrangement, start: number, levels: number): Int32Array {
  const { count, parent, subtreeEnd } = arrangement;
  const depth = new Int32Array(count);
  const cut = new Int32Array(count);
  for (let group = 1; group < count; group++) {
    const isBelow = group > start && group < subtreeEnd[start];
    depth[group] = isBelow ? depth[parent[group]] + 1 : 0;
    // Beside and above the start everything keeps its first level.
    const isKept = isBelow
      ? depth[group] <= levels
      : group === start || parent[group] === 0 || parent[group] < 0;
    const holdsStart = group <= start && start < subtreeEnd[group];
    cut[group] = isKept || holdsStart ? group : cut[parent[group]];
  }
  return cut;
}

/** How many levels of groups stand below one. */
export function levelsBelow(arrangement: Arrangement, start: number): number {
  return subgroups(arrangement, start).reduce(
    (most, group) => Math.max(most, 1 + levelsBelow(arrangement, group)),
    0,
  );
}
