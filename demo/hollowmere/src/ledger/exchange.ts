import { Money, type Currency } from '@kernel';

const inCrowns: Record<Currency, number> = { crown: 1, mark: 0.84 };

export function convert(amount: Money, to: Currency): Money {
  return new Money(Math.round((amount.hundredths * inCrowns[amount.currency]) / inCrowns[to]), to);
}
