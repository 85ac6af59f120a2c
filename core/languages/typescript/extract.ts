import {
  figureNames,
  type DeclarationColumns,
  type FigureName,
  type FileFacts,
} from '../../facts/fileFacts.ts';
import type { SyntaxTable } from '../syntaxTable.ts';
import { declareAll } from './declare.ts';
import { readReferenceComment } from './imports.ts';
import { countLines, lineFigures } from './lineFigures.ts';
import { lineAt, newReading, type Declaration, type Reading } from './reading.ts';
import { referAll } from './refer.ts';
import { measureRoutines } from './routineFigures.ts';
import { K } from './vocabulary.ts';

/** The facts of one TypeScript or JavaScript file from its syntax; O(nodes). */
export function extractFacts(text: string, table: SyntaxTable): FileFacts {
  const reading = newReading(text, table);
  const damage = damagedLines(reading);
  readHeadComments(reading);
  declareAll(reading);
  const references = referAll(reading);
  const counts = countLines(reading);
  measureRoutines(reading, counts);
  return {
    parse: damage.length > 0 ? 'partial' : 'clean',
    damage,
    lines: lineFigures(reading, counts),
    declarations: declarationColumns(reading),
    names: reading.expressions.names,
    imports: reading.imports,
    importBindings: reading.importBindings,
    exports: reading.exports,
    symbols: reading.symbols,
    expressions: reading.expressions.columns(),
    references,
    isScript: !reading.isModule,
  };
}

/** A file of which nothing could be parsed: its lines, counted as code unless blank. */
export function unreadFacts(text: string): FileFacts {
  const lines = text.split('\n');
  if (lines.at(-1) === '') lines.pop();
  const blank = lines.filter((line) => line.trim() === '').length;
  const nothing: SyntaxTable = {
    count: 0,
    kind: new Uint16Array(0),
    field: new Uint8Array(0),
    start: new Uint32Array(0),
    end: new Uint32Array(0),
    parent: new Int32Array(0),
    next: new Uint32Array(0),
  };
  return {
    ...extractFacts(text, nothing),
    parse: 'failed',
    damage: [[1, Math.max(1, lines.length)]],
    lines: {
      lines: lines.length,
      code: lines.length - blank,
      comment: 0,
      commentOnly: 0,
      blank,
      longest: lines.reduce((longest, line) => Math.max(longest, line.length), 0),
    },
  };
}

/** Line ranges the grammar could not make sense of: error nodes, and tokens it had to assume. */
function damagedLines(reading: Reading): [number, number][] {
  const { table, lineStarts } = reading;
  const damage: [number, number][] = [];
  for (let node = 0; node < table.count; node++) {
    const isError = table.kind[node] === K.ERROR;
    if (!isError && !isAssumed(reading, node)) continue;
    const first = lineAt(lineStarts, table.start[node]);
    const last = lineAt(lineStarts, Math.max(table.start[node], table.end[node] - 1));
    const previous = damage.at(-1);
    if (previous && first <= previous[1] + 1) previous[1] = Math.max(previous[1], last);
    else damage.push([first, last]);
    if (isError) node = table.next[node] - 1;
  }
  return damage;
}

/** An empty leaf other than those the grammar allows to be empty stands for a token that is missing. */
function isAssumed(reading: Reading, node: number): boolean {
  const { table } = reading;
  if (table.start[node] !== table.end[node] || table.next[node] !== node + 1) return false;
  const kind = table.kind[node];
  if (kind === 0 || kind === K.program || kind === K.string_fragment || kind === K.jsx_text) return false;
  return kind !== K.statement_block && kind !== K.template_string;
}

function readHeadComments(reading: Reading): void {
  const { table } = reading;
  for (let node = 1; node < table.count; node = table.next[node]) {
    if (table.kind[node] !== K.comment) return;
    readReferenceComment(reading, node);
  }
}

function declarationColumns(reading: Reading): DeclarationColumns {
  const { declarations, expressions } = reading;
  const column = (value: (declaration: Declaration) => number): Int32Array =>
    Int32Array.from(declarations, value);
  return {
    count: declarations.length,
    kind: Uint8Array.from(declarations, (d) => d.kind),
    form: Uint8Array.from(declarations, (d) => d.form),
    flags: Uint8Array.from(declarations, (d) => d.flags),
    name: column((d) => expressions.name(d.name)),
    parent: column((d) => d.parent),
    startLine: column((d) => d.startLine),
    endLine: column((d) => d.endLine),
    value: column((d) => d.value),
    figures: Object.fromEntries(figureNames.map((name) => [name, column((d) => d.figures[name])])) as Record<
      FigureName,
      Int32Array
    >,
  };
}
