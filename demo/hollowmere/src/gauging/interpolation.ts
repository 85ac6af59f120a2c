import { clamp } from '@kernel';
import { nearest, type Station } from './station';
import type { WaterLevel } from './levels';

/** Depth between two gauges, in a straight line along the canal. */
export function depthAtKilometre(levels: WaterLevel[], kilometre: number): number | null {
  const below = levels.filter((level) => level.station.kilometre <= kilometre).at(-1);
  const above = levels.find((level) => level.station.kilometre > kilometre);
  if (!below || !above) return (below ?? above)?.depth ?? null;
  const span = above.station.kilometre - below.station.kilometre;
  const share = clamp((kilometre - below.station.kilometre) / span, 0, 1);
  return below.depth + share * (above.depth - below.depth);
}

export function gaugeFor(stations: Station[], kilometre: number): string {
  return nearest(stations, kilometre)?.name ?? 'no gauge';
}
