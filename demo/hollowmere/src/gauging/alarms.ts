import { depthAbove } from './levels';
import type { Station } from './station';
import { metres } from '@kernel';

export type Alarm = 'low' | 'high' | 'flood';

const floodMark = metres(4.2);

/** Planted with levels.ts: each needs the other. */
export function alarmFor(station: Station, depth: number): Alarm | null {
  if (depth >= depthAbove(station.zero, floodMark)) return 'flood';
  if (depth > 3.1) return 'high';
  return depth < 1.2 ? 'low' : null;
}

export function isSevere(alarm: Alarm | null): boolean {
  return alarm === 'flood' || alarm === 'low';
}
