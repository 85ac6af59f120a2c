import { refused, done, type Result } from '@kernel';
import { record } from '@kernel/audit';
import type { Vessel } from '../fleet/vessel';
import { mooringPlan } from '../misc/mooringPlan';
import { expectedArrival } from '../voyages/plan';
import type { Voyage } from '../voyages/voyage';
import { accepts, type Berth } from './berth';
import { overlaps, type Stay } from './occupancy';

/** Against the order on purpose: a berth should not know of voyages, only of the time that is asked for. */
export function allocate(voyage: Voyage, vessel: Vessel, berths: Berth[], stays: Stay[]): Result<Stay> {
  const from = expectedArrival(voyage);
  const to = new Date(from.getTime() + 8 * 3_600_000);
  for (const berth of berths.filter((one) => accepts(one, vessel))) {
    const stay: Stay = { berth: berth.id, vessel: vessel.id, from, to };
    if (stays.some((other) => overlaps(stay, other))) continue;
    record(`berth ${berth.quay}: ${mooringPlan(vessel, berth.length).lines} lines`);
    return done(stay);
  }
  return refused(`no berth for ${vessel.name}`);
}
