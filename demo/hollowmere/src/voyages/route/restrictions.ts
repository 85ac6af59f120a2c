import { metres } from '@kernel';
import type { Vessel } from '#fleet/vessel';
import type { Reach } from './network';

const narrow = new Map<string, number>([
  ['Millrace–Tannery', 5.2],
  ['Oxbow–Granary', 6.1],
]);

export function passable(reach: Reach, vessel: Vessel): boolean {
  const beam = narrow.get(`${reach.from}–${reach.to}`) ?? narrow.get(`${reach.to}–${reach.from}`);
  return beam === undefined || vessel.fits(metres(Infinity), metres(beam));
}
