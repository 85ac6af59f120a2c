import { daysBetween } from '@kernel';
import { cargoWeight } from '../manifests/cargo';
import type { Manifest } from '../manifests/manifest';
import { hoursFor } from './eta/estimate';
import type { Voyage } from './voyage';

export interface Plan {
  voyage: Voyage;
  manifest: Manifest;
  arrival: Date;
}

/** Loaded voyages are slower, so that the plan asks the manifest what it weighs. */
export function planVoyage(voyage: Voyage, manifest: Manifest): Plan {
  const hours = hoursFor(voyage.route, cargoWeight(manifest));
  return { voyage, manifest, arrival: new Date(voyage.departs.getTime() + hours * 3_600_000) };
}

export function expectedArrival(voyage: Voyage): Date {
  return new Date(voyage.departs.getTime() + hoursFor(voyage.route, 0) * 3_600_000);
}

export function nightsUnderWay(plan: Plan): number {
  return daysBetween(plan.voyage.departs, plan.arrival);
}
