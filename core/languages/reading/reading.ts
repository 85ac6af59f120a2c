import type { ExportFacts, FileFacts, FigureName, ImportFact } from '../../facts/fileFacts.ts';
import { figureNames } from '../../facts/fileFacts.ts';
import type { SyntaxTable } from './syntaxTable.ts';
import { ExpressionPool } from './expressionPool.ts';
import { newScope, type Scope } from './scopes.ts';

/** One declaration while its file is read. */
export interface Declaration {
  kind: number;
  form: number;
  flags: number;
  name: string;
  parent: number;
  /** The node whose range is the declaration's, and in which references stand that belong to it. */
  node: number;
  startLine: number;
  endLine: number;
  /** Symbol whose name scopes look up; -1 for members, which are found through their parent. */
  symbol: number;
  value: number;
  figures: Record<FigureName, number>;
}

/** The state shared by the passes over one file: declarations, then references, then figures. */
export interface Reading {
  text: string;
  table: SyntaxTable;
  lineStarts: Uint32Array;
  /** Scope in which each node stands. */
  scopeOf: Scope[];
  fileScope: Scope;
  declarations: Declaration[];
  /** Declaration that a node opens. */
  declarationAt: Map<number, number>;
  symbols: number[][];
  imports: ImportFact[];
  importBindings: FileFacts['importBindings'];
  exports: ExportFacts;
  expressions: ExpressionPool;
  /** Expressions already stated for a node, plus one; 0 for none. */
  valueMemo: Int32Array;
  typeMemo: Int32Array;
}

export function newReading(text: string, table: SyntaxTable): Reading {
  return {
    text,
    table,
    lineStarts: lineStartsOf(text),
    scopeOf: new Array<Scope>(table.count),
    fileScope: newScope(null, true),
    declarations: [],
    declarationAt: new Map(),
    symbols: [],
    imports: [],
    importBindings: [],
    exports: { named: [], stars: [], whole: -1 },
    expressions: new ExpressionPool(),
    valueMemo: new Int32Array(table.count),
    typeMemo: new Int32Array(table.count),
  };
}

export function textOf(reading: Reading, node: number): string {
  return reading.text.slice(reading.table.start[node], reading.table.end[node]);
}

export function noFigures(): Record<FigureName, number> {
  return Object.fromEntries(figureNames.map((name) => [name, 0])) as Record<FigureName, number>;
}

/** Offsets at which lines begin. */
export function lineStartsOf(text: string): Uint32Array {
  let count = 1;
  for (let at = text.indexOf('\n'); at !== -1; at = text.indexOf('\n', at + 1)) count++;
  const starts = new Uint32Array(count);
  let line = 1;
  for (let at = text.indexOf('\n'); at !== -1; at = text.indexOf('\n', at + 1)) starts[line++] = at + 1;
  return starts;
}

/** The 1-based line of an offset; O(log lines). */
export function lineAt(lineStarts: Uint32Array, offset: number): number {
  let low = 0;
  let high = lineStarts.length;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (lineStarts[middle] <= offset) low = middle;
    else high = middle;
  }
  return low + 1;
}
