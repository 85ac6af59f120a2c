import { rounded, type Metres } from '@kernel';
import { alarmFor, type Alarm } from './alarms';
import type { Reading } from './reading';
import type { Station } from './station';

export interface WaterLevel {
  station: Station;
  depth: number;
  alarm: Alarm | null;
}

/** The newest usable reading of a station, above its zero. */
export function levelAt(station: Station, readings: Reading[]): WaterLevel | null {
  const own = readings.filter((reading) => reading.station === station.id);
  const last = own.sort((a, b) => b.at.getTime() - a.at.getTime())[0];
  if (!last) return null;
  const depth = depthAbove(station.zero, last.level);
  return { station, depth, alarm: alarmFor(station, depth) };
}

export function depthAbove(zero: Metres, level: Metres): number {
  return rounded(level - zero, 2);
}
