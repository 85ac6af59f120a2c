import type { AccountId, Money } from '@kernel';

export interface Posting {
  from: AccountId;
  to: AccountId;
  amount: Money;
  text: string;
  on: Date;
}

export function reversed(posting: Posting, on: Date): Posting {
  return { ...posting, from: posting.to, to: posting.from, text: `reversal: ${posting.text}`, on };
}
