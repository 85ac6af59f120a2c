import type { Plan } from '../plan';
import { waypointsOf, type Waypoint } from '../waypoints/waypoint';
import { delayAt } from '../eta/delays';

export interface Leg {
  from: Waypoint;
  to: Waypoint;
  delayMinutes: number;
}

export function legsOf(plan: Plan): Leg[] {
  const points = waypointsOf(plan.voyage.route);
  return points.slice(1).map((to, i) => ({ from: points[i]!, to, delayMinutes: delayAt(to.name) }));
}
