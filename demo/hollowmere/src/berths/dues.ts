import { Money } from '@kernel';
import type { Vessel } from '#fleet/vessel';
import type { Berth } from './berth';
import type { Stay } from './occupancy';

/** Berth dues: by metre and started hour, a crane costs a third more. */
export function berthDues(stay: Stay, berth: Berth, vessel: Vessel): Money {
  const hours = Math.ceil((stay.to.getTime() - stay.from.getTime()) / 3_600_000);
  const base = new Money(12 * Math.ceil(vessel.dimensions.length) * hours);
  return berth.hasCrane ? base.times(4 / 3) : base;
}
