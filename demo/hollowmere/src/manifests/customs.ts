import type { Leg } from '../voyages/route/legs';
import { legsOf } from '../voyages/route/legs';
import type { Plan } from '../voyages/plan';
import type { Consignment } from './weights';

const watched = new Set(['spirits', 'tobacco', 'salt']);

export function needsClearance(consignment: Consignment): boolean {
  return watched.has(consignment.goods);
}

/** Posts at which a plan has to stop for customs. */
export function customsStops(plan: Plan): Leg[] {
  if (!plan.manifest.consignments.some(needsClearance)) return [];
  return legsOf(plan).filter((leg) => leg.to.name.endsWith('Gate'));
}
