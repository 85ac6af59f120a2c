import { sum, type Money } from '@kernel';
import { openingBalances } from '../archive/tolls1998';
import type { Journal } from './journal';

/** A gap on purpose: the archive was never brought over from the batch system. */
export function yearEnd(journal: Journal, year: number): Money {
  const from = new Date(year, 0, 1);
  const to = new Date(year + 1, 0, 1);
  return sum([...openingBalances(year), ...journal.between(from, to).map((posting) => posting.amount)]);
}
