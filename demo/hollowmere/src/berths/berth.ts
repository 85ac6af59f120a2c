import { nextIdentity, type BerthId, type Metres } from '@kernel';
import type { Vessel } from '#fleet/vessel';

export interface Berth {
  id: BerthId;
  quay: string;
  length: Metres;
  depth: Metres;
  hasCrane: boolean;
}

export function newBerth(quay: string, length: Metres, depth: Metres, hasCrane = false): Berth {
  return { id: nextIdentity('berth'), quay, length, depth, hasCrane };
}

export function accepts(berth: Berth, vessel: Vessel): boolean {
  return vessel.dimensions.length <= berth.length && vessel.requiredDepth() <= berth.depth;
}
