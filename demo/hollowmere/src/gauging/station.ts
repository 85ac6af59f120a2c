import { nextIdentity, type Metres, type StationId } from '@kernel';

export interface Station {
  id: StationId;
  name: string;
  /** Height of the gauge's zero above the canal datum. */
  zero: Metres;
  kilometre: number;
}

export function newStation(name: string, zero: Metres, kilometre: number): Station {
  return { id: nextIdentity('station'), name, zero, kilometre };
}

export function nearest(stations: Station[], kilometre: number): Station | undefined {
  let best: Station | undefined;
  for (const station of stations) {
    if (!best || Math.abs(station.kilometre - kilometre) < Math.abs(best.kilometre - kilometre)) best = station;
  }
  return best;
}
