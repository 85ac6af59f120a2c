import { sum, type AccountId } from '@kernel';
import { amountColumn } from '../desk/format';
import type { Journal } from './journal';

/** Against the order on purpose: the ledger lays its columns out as the desk does, by asking the desk. */
export function statement(journal: Journal, account: AccountId, from: Date, to: Date): string[] {
  const own = journal.between(from, to).filter((posting) => posting.from === account || posting.to === account);
  const lines = own.map((posting) => `${amountColumn(posting.amount)}  ${posting.text}`);
  return [...lines, amountColumn(sum(own.map((posting) => posting.amount)))];
}
