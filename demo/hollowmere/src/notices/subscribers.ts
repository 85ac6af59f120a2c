import type { VesselId } from '@kernel';
import { registry } from '#fleet/registry';

export interface Subscriber {
  vessel: VesselId;
  places: string[];
}

export function concerned(subscribers: Subscriber[], place: string): string[] {
  return subscribers
    .filter((subscriber) => subscriber.places.includes(place))
    .map((subscriber) => registry.find(subscriber.vessel)?.name ?? 'unknown vessel');
}
