import type { ExportFacts, FileFacts, FigureName, ImportFact } from '../../facts/fileFacts.ts';
import { figureNames, KIND } from '../../facts/fileFacts.ts';
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
  parameters: number;
  ownerExpression: number;
  /** The node that holds its type and stands below its comment, where that is another: the property of an accessor. */
  statement?: number;
  docStart: number;
  docEnd: number;
  figures: Record<FigureName, number>;
}

/** The state shared by the passes over one file: declarations, then references, then figures. */
export interface Reading {
  text: string;
  table: SyntaxTable;
  lineStarts: Uint32Array;
  /** Scope in which each node stands. */
  scopeOf: Scope[];
  /** Innermost declaration in which each node stands; -1 for the file. A declaration's own node stands outside it. */
  ownerOf: Int32Array;
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
    ownerOf: new Int32Array(table.count).fill(-1),
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

/** A declaration of which no more is known yet than where it stands. */
export function newDeclaration(
  reading: Reading,
  node: number,
  what: Pick<Declaration, 'kind' | 'form' | 'flags' | 'name' | 'parent'>,
): Declaration {
  const { table, lineStarts } = reading;
  return {
    ...what,
    node,
    startLine: lineAt(lineStarts, table.start[node]),
    endLine: lineAt(lineStarts, Math.max(table.start[node], table.end[node] - 1)),
    symbol: -1,
    value: 0,
    parameters: 0,
    ownerExpression: 0,
    docStart: 0,
    docEnd: 0,
    figures: noFigures(),
  };
}

/** Adds a declaration, which `node` opens. */
export function declare(
  reading: Reading,
  node: number,
  what: Pick<Declaration, 'kind' | 'form' | 'flags' | 'name' | 'parent'>,
): number {
  const index = reading.declarations.push(newDeclaration(reading, node, what)) - 1;
  reading.declarationAt.set(node, index);
  return index;
}

/** The innermost type in which a node stands; -1 for none. */
export function enclosingType({ ownerOf, declarations }: Reading, node: number): number {
  let at = ownerOf[node];
  while (at >= 0 && declarations[at].kind !== KIND.type) at = declarations[at].parent;
  return at;
}

/** A name for several declarations of one scope, such as a local class. */
export function newSymbol(reading: Reading, declaration: number): number {
  const symbol = reading.symbols.push([declaration]) - 1;
  reading.declarations[declaration].symbol = symbol;
  return symbol;
}

const zeroes = Object.fromEntries(figureNames.map((name) => [name, 0])) as Record<FigureName, number>;

export function noFigures(): Record<FigureName, number> {
  return { ...zeroes };
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
