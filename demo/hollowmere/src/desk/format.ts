import { text, type Money } from '@kernel';

export function amountColumn(amount: Money): string {
  return amount.toString().padStart(14);
}

export function heading(title: string): string {
  return `${title.toUpperCase()}\n${'='.repeat(title.length)}`;
}

export function table(rows: string[][], widths: number[]): string {
  return rows.map((row) => text.columns(row, widths)).join('\n');
}
