import { nextIdentity, type VesselId, type VoyageId } from '@kernel';
import type { Route } from './route/network';
import type { VoyageStatus } from './status';

export interface Voyage {
  id: VoyageId;
  vessel: VesselId;
  route: Route;
  departs: Date;
  status: VoyageStatus;
}

export function newVoyage(vessel: VesselId, route: Route, departs: Date): Voyage {
  return { id: nextIdentity('voyage'), vessel, route, departs, status: 'planned' };
}
