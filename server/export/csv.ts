/** Lines of comma-separated values, with quotes where RFC 4180 asks for them and a line end after the last. */
export function csvOf(rows: readonly (readonly (string | number)[])[]): string {
  return rows.map((row) => `${row.map(field).join(',')}\n`).join('');
}

function field(value: string | number): string {
  const text = String(value);
  return /[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}
