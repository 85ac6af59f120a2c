import type { VoyageId } from '@kernel';
import type { Waypoint } from './waypoint';

export interface Passage {
  voyage: VoyageId;
  waypoint: Waypoint;
  at: Date;
}

export function lastPassage(passages: Passage[], voyage: VoyageId): Passage | undefined {
  return passages.filter((one) => one.voyage === voyage).sort((a, b) => b.at.getTime() - a.at.getTime())[0];
}
