import type { LockId, Metres } from '@kernel';
import type { Vessel } from '#fleet/vessel';
import { Chamber } from './chamber';

export interface Lock {
  id: LockId;
  name: string;
  chambers: Chamber[];
  rise: Metres;
}

export function chamberFor(lock: Lock, vessel: Vessel): Chamber | undefined {
  return lock.chambers.find((chamber) => chamber.takes(vessel));
}
