import { droppedArms, type Range } from './conditionals.ts';
import type { MacroTable } from './macros.ts';
import { maskMacros, type Masking, type MacroUse } from './mask.ts';
import { scan, type Scan } from './scan.ts';

/** A text made ready for a parser that knows no preprocessor. */
export interface Prepared {
  /** Of the same length, with lines where they were: directives blanked, and macros that would derail the parse. */
  text: string;
  scan: Scan;
  uses: readonly MacroUse[];
}

let last: { text: string; table: MacroTable; prepared: Prepared } | null = null;

/** Prepares a text; asked again for the same it gives the same, for parsing and reading ask one after the other. */
export function prepare(text: string, table: MacroTable): Prepared {
  if (last?.text === text && last.table === table) return last.prepared;
  const scanned = scan(text);
  const dropped = droppedArms(scanned);
  const masking = maskMacros(scanned, dropped, table);
  const directives = scanned.directives.map(({ start, end }): Range => [start, end]);
  const prepared = {
    text: masked(text, [...directives, ...dropped, ...masking.blanks], masking.puts),
    scan: scanned,
    uses: masking.uses,
  };
  last = { text, table, prepared };
  return prepared;
}

/** Blanks stretches, which may overlap, and puts words in; newlines stay. */
function masked(text: string, blanks: Range[], puts: Masking['puts']): string {
  if (blanks.length === 0 && puts.length === 0) return text;
  const parts: string[] = [];
  let at = 0;
  for (const [start, end] of [...blanks].sort((a, b) => a[0] - b[0])) {
    if (end <= at) continue;
    const from = Math.max(at, start);
    parts.push(text.slice(at, from), text.slice(from, end).replace(/[^\r\n]/g, ' '));
    at = end;
  }
  parts.push(text.slice(at));
  const blanked = parts.join('');
  if (puts.length === 0) return blanked;
  const pieces: string[] = [];
  at = 0;
  for (const put of [...puts].sort((a, b) => a.at - b.at)) {
    if (put.at < at || put.at + put.text.length > text.length) continue;
    // A semicolon is put where a blank stands, so that nothing of the code goes.
    if (put.text === ';' && !/\s/.test(blanked[put.at])) continue;
    pieces.push(blanked.slice(at, put.at), put.text);
    at = put.at + put.text.length;
  }
  pieces.push(blanked.slice(at));
  return pieces.join('');
}
