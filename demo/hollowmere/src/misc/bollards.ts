import type { Vessel } from '../fleet/vessel';

/** Belongs to berths: nothing else uses it. */
export function bollardsFor(vessel: Vessel): number {
  return Math.max(2, Math.ceil(vessel.dimensions.length / 20));
}

