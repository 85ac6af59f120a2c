import {
  figureNames,
  type DeclarationColumns,
  type FigureName,
  type FileFacts,
  type CallSiteColumns,
  type ReferenceColumns,
} from '../../facts/fileFacts.ts';
import { lineFigures, type LineCounts } from './lineFigures.ts';
import { lineAt, newReading, type Declaration, type Reading } from './reading.ts';
import type { SyntaxTable } from './syntaxTable.ts';

/** What a front end states beside its {@link Reading}. */
export interface Extracted {
  parseErrors: [number, number][];
  counts: LineCounts;
  references: ReferenceColumns;
  callSites?: CallSiteColumns;
  isScript?: boolean;
  packageName?: string;
}

/** The facts of a file that has been read, in columns. */
export function assembleFacts(reading: Reading, extracted: Extracted): FileFacts {
  const { counts, references, callSites, isScript = false, packageName = '' } = extracted;
  const parseErrors = withUnread(extracted.parseErrors, reading);
  return {
    parse: parseErrors.length > 0 ? 'partial' : 'clean',
    parseErrors,
    lines: lineFigures(reading, counts),
    declarations: declarationColumns(reading),
    names: reading.expressions.names,
    imports: reading.imports,
    importBindings: reading.importBindings,
    exports: reading.exports,
    symbols: reading.symbols,
    expressions: reading.expressions.columns(),
    references,
    ...(callSites ? { callSites } : {}),
    isScript,
    packageName,
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
  const reading = newReading('', nothing);
  const counts = { code: new Uint32Array(2), comment: new Uint32Array(2) };
  return {
    ...assembleFacts(reading, { parseErrors: [], counts, references: noReferences() }),
    parse: 'failed',
    parseErrors: [[1, Math.max(1, lines.length)]],
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

function noReferences(): ReferenceColumns {
  return {
    kind: new Uint8Array(0),
    from: new Int32Array(0),
    line: new Int32Array(0),
    column: new Uint16Array(0),
    expression: new Int32Array(0),
    args: new Int32Array(0),
  };
}

/**
 * Line ranges the grammar could not make sense of: error nodes, and leaves that are empty because the parser had to
 * assume a token. `mayBeEmpty` is the set of kinds that the grammar itself allows to be empty.
 */
export function linesWithErrors(reading: Reading, error: number, mayBeEmpty: Uint8Array): [number, number][] {
  const { table, lineStarts } = reading;
  const found: [number, number][] = [];
  for (let node = 0; node < table.count; node++) {
    const kind = table.kind[node];
    const isError = kind === error;
    const isEmptyLeaf = table.start[node] === table.end[node] && table.next[node] === node + 1;
    if (!isError && !(isEmptyLeaf && kind !== 0 && mayBeEmpty[kind] === 0)) continue;
    const first = lineAt(lineStarts, table.start[node]);
    const last = lineAt(lineStarts, Math.max(table.start[node], table.end[node] - 1));
    addLines(found, first, last);
    if (isError) node = table.next[node] - 1;
  }
  return found;
}

/** Damage together with the lines that are nested too deep to be read; ranges that touch are one. */
function withUnread(
  parseErrors: [number, number][],
  { unread, table, lineStarts }: Reading,
): [number, number][] {
  if (unread.length === 0) return parseErrors;
  const stretches = unread.map(([from]): [number, number] => {
    const around = table.parent[from];
    return [lineAt(lineStarts, table.start[from]), lineAt(lineStarts, table.end[around] - 1)];
  });
  const merged: [number, number][] = [];
  for (const [first, last] of [...parseErrors, ...stretches].sort((a, b) => a[0] - b[0]))
    addLines(merged, first, last);
  return merged;
}

/** Adds a range to others, all of which begin no later; those that touch are one. */
function addLines(ranges: [number, number][], first: number, last: number): void {
  const previous = ranges.at(-1);
  if (previous && first <= previous[1] + 1) previous[1] = Math.max(previous[1], last);
  else ranges.push([first, last]);
}

function declarationColumns(reading: Reading): DeclarationColumns {
  const { declarations, expressions } = reading;
  const count = declarations.length;
  // Filled by hand: `Int32Array.from` with a function takes many times as long.
  const fill = <C extends Int32Array | Uint16Array | Uint8Array>(
    into: C,
    value: (d: Declaration) => number,
  ): C => {
    for (let i = 0; i < count; i++) into[i] = value(declarations[i]);
    return into;
  };
  const column = (value: (declaration: Declaration) => number): Int32Array =>
    fill(new Int32Array(count), value);
  return {
    count,
    kind: fill(new Uint8Array(count), (d) => d.kind),
    form: fill(new Uint8Array(count), (d) => d.form),
    flags: fill(new Uint16Array(count), (d) => d.flags),
    name: column((d) => expressions.name(d.name)),
    parent: column((d) => d.parent),
    startLine: column((d) => d.startLine),
    endLine: column((d) => d.endLine),
    value: column((d) => d.value),
    parameters: column((d) => d.parameters),
    owner: column((d) => d.ownerExpression),
    docStart: column((d) => d.docStart),
    docEnd: column((d) => d.docEnd),
    figures: Object.fromEntries(figureNames.map((name) => [name, column((d) => d.figures[name])])) as Record<
      FigureName,
      Int32Array
    >,
  };
}
