/** Signs with which a cell, or a part of one, is taken for a formula by programs that open such files. */
const formula = /^'*[=+\-@\t\r]/;
/** Where such programs may begin a cell though none begins there: behind what separates cells elsewhere, and in a new line. */
const partFormula = /([;|\t\r\n])(?='*[=+\-@\t\r])/g;
/** What would not be seen, and the beginning of what its escape looks like. */
const unseen = /(?![\t\r\n])[\p{Cc}\p{Cf}\u2028\u2029]|\\(?=u\{)/gu;

/**
 * Lines of CSV, with quotes where RFC 4180 asks for them and a line end after the last. A text, or a part of one,
 * that would be taken for a formula gets an apostrophe before it, as the trade does, so that no name in a codebase is ever worked out;
 * what would not be seen is written as `\u{202e}`; numbers stay as they are. The one writer of such files.
 */
export function csvOf(rows: readonly (readonly (string | number)[])[]): string {
  return rows.map((row) => `${row.map(field).join(',')}\n`).join('');
}

function field(value: string | number): string {
  if (typeof value === 'number') return String(value);
  const seen = value.replace(unseen, (sign) => `\\u{${sign.codePointAt(0)!.toString(16)}}`);
  const parts = seen.replace(partFormula, "$1'");
  const text = formula.test(parts) ? `'${parts}` : parts;
  return text !== seen || /[",;|\t\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** The text of a cell as it was before {@link csvOf} made it harmless. */
export function plainCell(cell: string): string {
  const whole = /^'+[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell;
  return whole
    .replace(/([;|\t\r\n])'(?='*[=+\-@\t\r])/g, '$1')
    .replace(/\\u\{([0-9a-f]{1,5}|10[0-9a-f]{4})\}/g, (_, code: string) =>
      String.fromCodePoint(parseInt(code, 16)),
    );
}
