import type { Metres } from '@kernel';
import type { Vessel } from '../fleet/vessel';

/** Belongs to berths: nothing else uses it. */
export function mooringPlan(vessel: Vessel, room: Metres): { lines: number; spring: boolean } {
  const tight = room - vessel.dimensions.length < 5;
  return { lines: tight ? 6 : 4, spring: tight };
}
