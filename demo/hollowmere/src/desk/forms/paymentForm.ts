import { Money, refused, type AccountId, type Result } from '@kernel';
import type { Journal } from '../../ledger/journal';
import type { Posting } from '../../ledger/posting';
import { convert } from '../../ledger/exchange';

export function submitPayment(journal: Journal, from: AccountId, to: AccountId, amount: Money, text: string): Result<Posting> {
  if (amount.isNegative()) return refused('an amount below nothing cannot be paid');
  const crowns = convert(amount, 'crown');
  return journal.post({ from, to, amount: crowns, text, on: new Date() });
}
