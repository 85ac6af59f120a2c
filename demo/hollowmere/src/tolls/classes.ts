import type { Vessel } from '#fleet/vessel';
import { Barge } from '#fleet/barge';
import { Tug } from '#fleet/tug';

export type TollClass = 'A' | 'B' | 'C' | 'T';

export function tollClass(vessel: Vessel): TollClass {
  if (vessel instanceof Tug) return 'T';
  if (vessel instanceof Barge && vessel.hull === 'tank') return 'C';
  return vessel.capacity() > 600 ? 'B' : 'A';
}
