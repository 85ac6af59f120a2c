import { addDays, Money, text } from '@kernel';
import { record } from '@kernel/audit';
import { assessPassage, type PassageFacts } from './assessment';
import { tariff1911 } from './tariff';

export interface Invoice {
  amount: Money;
  due: Date;
  lines: string[];
}

export function invoiceFor(facts: PassageFacts, on: Date): Invoice {
  const amount = assessPassage(facts, [tariff1911]);
  record(`toll ${amount} for ${facts.vessel.name}`);
  const way = text.plural(facts.kilometres, 'kilometre', 'kilometres');
  return { amount, due: addDays(on, 30), lines: [`${way}, ${text.plural(facts.locks, 'lock', 'locks')}`] };
}
