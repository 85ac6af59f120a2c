import { daysBetween, type Money } from '@kernel';
import type { Invoice } from '../tolls/invoice';
import type { Posting } from './posting';

export interface Match {
  invoice: Invoice;
  posting: Posting | null;
}

export function reconcile(invoices: Invoice[], postings: Posting[]): Match[] {
  const free = new Set(postings);
  return invoices.map((invoice) => {
    for (const posting of free) {
      if (!same(posting.amount, invoice.amount) || daysBetween(posting.on, invoice.due) < -10) continue;
      free.delete(posting);
      return { invoice, posting };
    }
    return { invoice, posting: null };
  });
}

function same(a: Money, b: Money): boolean {
  return a.currency === b.currency && a.hundredths === b.hundredths;
}
