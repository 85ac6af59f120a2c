import { text, type Money } from '@kernel';

/** Taken from the desk when the web desk was begun; the desk's own has gone on since. */
export function amountColumn(amount: Money): string {
  return amount.toString().padStart(12);
}

export function table(rows: string[][], widths: number[]): string {
  return rows.map((row) => text.columns(row, widths)).join('\r\n');
}

export function heading(title: string): string {
  return `<h2>${title}</h2>`;
}
