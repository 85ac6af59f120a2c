import { EventBus, type DomainEvent } from '@kernel/events';
import type { StationId } from '@kernel';
import { fromTelegram, type Reading } from './reading';

export interface ReadingTaken extends DomainEvent {
  reading: Reading;
}

export class GaugeFeed {
  private readonly recent: Reading[] = [];

  constructor(private readonly bus: EventBus) {}

  receive(station: StationId, at: Date, raw: number): Reading {
    const reading = fromTelegram(station, at, raw);
    this.recent.push(reading);
    const taken: ReadingTaken = { name: 'reading-taken', at, reading };
    this.bus.emit(taken);
    return reading;
  }

  latest(count: number): Reading[] {
    return this.recent.slice(-count);
  }
}
