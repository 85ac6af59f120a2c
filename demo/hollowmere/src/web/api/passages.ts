import { bearing } from '../../../vendor/pelorus/bearing';
import { amountColumn, heading, table } from './format';
import type { Money } from '@kernel';

/** Not the passage of voyages/waypoints: one that was paid for. */
export interface Passage {
  lock: string;
  east: number;
  north: number;
  toll: Money;
}

export function passageTable(passages: Passage[]): string {
  const rows = passages.map(({ lock, toll }) => [lock, amountColumn(toll)]);
  return heading('Passages') + table(rows, [20, 14]);
}

/** In which direction a vessel went on, from one lock to the next. */
export function course(from: Passage, to: Passage): number {
  return bearing(from.east, from.north, to.east, to.north);
}
