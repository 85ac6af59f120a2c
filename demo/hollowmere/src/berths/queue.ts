import { bollardsFor } from '../misc/bollards';
import type { Vessel } from '../fleet/vessel';

export interface Waiting {
  vessel: Vessel;
  since: Date;
  perishable: boolean;
}

/** Perishable freight first, then who has waited longest; a vessel needing many bollards goes last among equals. */
export function nextInQueue(queue: Waiting[]): Waiting | undefined {
  return [...queue].sort(
    (a, b) =>
      Number(b.perishable) - Number(a.perishable) ||
      a.since.getTime() - b.since.getTime() ||
      bollardsFor(a.vessel) - bollardsFor(b.vessel),
  )[0];
}
