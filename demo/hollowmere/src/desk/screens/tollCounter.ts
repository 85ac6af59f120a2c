import { invoiceFor, type Invoice } from '../../tolls/invoice';
import type { PassageFacts } from '../../tolls/assessment';
import { amountColumn } from '../format';
import { Screen } from '../screen';

export class TollCounterScreen extends Screen {
  readonly title = 'toll counter';
  private readonly invoices: Invoice[] = [];

  charge(facts: PassageFacts, on: Date): Invoice {
    const invoice = invoiceFor(facts, on);
    this.invoices.push(invoice);
    return invoice;
  }

  protected rows(): string[][] {
    return this.invoices.map((invoice) => [invoice.lines[0] ?? '', amountColumn(invoice.amount), invoice.due.toDateString()]);
  }
}
