import { metres, within, type Metres, type StationId } from '@kernel';

export interface Reading {
  station: StationId;
  at: Date;
  level: Metres;
  quality: 'checked' | 'raw' | 'doubtful';
}

/** The old gauges send centimetres, the new ones metres; nothing on these canals is deeper than fifteen metres. */
export function fromTelegram(station: StationId, at: Date, raw: number): Reading {
  const level = Math.abs(raw) > 15 ? raw / 100 : raw;
  return { station, at, level: metres(level), quality: within(level, -2, 15) ? 'raw' : 'doubtful' };
}

export function isUsable(reading: Reading): boolean {
  return reading.quality !== 'doubtful';
}
