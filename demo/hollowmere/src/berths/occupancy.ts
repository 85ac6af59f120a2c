import type { BerthId, VesselId } from '@kernel';

export interface Stay {
  berth: BerthId;
  vessel: VesselId;
  from: Date;
  to: Date;
}

export function overlaps(a: Stay, b: Stay): boolean {
  return a.berth === b.berth && a.from < b.to && b.from < a.to;
}

export function occupancy(stays: Stay[], at: Date): Stay[] {
  return stays.filter((stay) => stay.from <= at && stay.to > at);
}
