/** Signs with which a cell is taken for a formula by programs that open such files. */
const formula = /^[=+\-@\t\r]/;

/**
 * Lines of comma-separated values, with quotes where RFC 4180 asks for them and a line end after the last. A text that would be
 * taken for a formula gets an apostrophe before it, as the trade does, so that no name in a codebase is ever worked out;
 * numbers stay as they are. The one writer of such files.
 */
export function csvOf(rows: readonly (readonly (string | number)[])[]): string {
  return rows.map((row) => `${row.map(field).join(',')}\n`).join('');
}

function field(value: string | number): string {
  if (typeof value === 'number') return String(value);
  const isFormula = formula.test(value);
  const text = isFormula ? `'${value}` : value;
  return isFormula || /[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** The text of a cell as it was before {@link csvOf} made it harmless. */
export function plainCell(cell: string): string {
  return cell.startsWith("'") && formula.test(cell.slice(1)) ? cell.slice(1) : cell;
}
