import { droppedArms } from '../../reading/conditionals.ts';
import { blanked, type Range } from '../../reading/tokens.ts';
import { endsStatement, type MacroTable } from './macros.ts';
import { maskMacros, type HiddenName, type Masking } from './mask.ts';
import { scan, type Scan } from './scan.ts';

/** A text made ready for a parser that knows no preprocessor. */
export interface Prepared {
  /** Of the same length, with lines where they were: directives blanked, and macros that would derail the parse. */
  text: string;
  scan: Scan;
  uses: readonly HiddenName[];
  given: readonly HiddenName[];
}

/** Prepares a text, knowing these macros; O(text). */
export function prepare(text: string, table: MacroTable): Prepared {
  const scanned = scan(text);
  const dropped = droppedArms(scanned, (word) => endsStatement(table.get(word)));
  const masking = maskMacros(scanned, dropped, table);
  const directives = scanned.directives.map(({ start, end }): Range => [start, end]);
  return {
    text: masked(text, [...directives, ...dropped, ...masking.blanks], masking.puts),
    scan: scanned,
    uses: masking.uses,
    given: masking.given,
  };
}

/** Blanks stretches and puts words in; newlines stay. */
function masked(text: string, blanks: Range[], puts: Masking['puts']): string {
  const open = blanks.length === 0 ? text : blanked(text, blanks);
  if (puts.length === 0) return open;
  const pieces: string[] = [];
  let at = 0;
  for (const put of [...puts].sort((a, b) => a.at - b.at)) {
    if (put.at < at || put.at + put.text.length > text.length) continue;
    // A semicolon is put where a blank stands, so that nothing of the code goes.
    if (put.text === ';' && !/\s/.test(open[put.at])) continue;
    pieces.push(open.slice(at, put.at), put.text);
    at = put.at + put.text.length;
  }
  pieces.push(open.slice(at));
  return pieces.join('');
}
