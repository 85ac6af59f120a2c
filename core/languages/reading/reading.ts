import type { ExportFacts, FileFacts, FigureName, ImportFact } from '../../facts/fileFacts.ts';
import { KIND } from '../../facts/fileFacts.ts';
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
  /** The node that holds its type and stands below its comment, where that is another (the property of an accessor); -1. */
  statement: number;
  docStart: number;
  docEnd: number;
  figures: Record<FigureName, number>;
}

/** Declarations by the nodes that open them; asked for every node, so that a map would be slow. */
export class DeclarationIndex {
  private readonly at: Int32Array;

  constructor(nodes: number) {
    this.at = new Int32Array(nodes);
  }

  get(node: number): number | undefined {
    const found = this.at[node];
    return found > 0 ? found - 1 : undefined;
  }

  has(node: number): boolean {
    return this.at[node] > 0;
  }

  set(node: number, declaration: number): void {
    this.at[node] = declaration + 1;
  }
}

/** The state shared by the passes over one file: declarations, then references, then figures. */
export interface Reading {
  text: string;
  table: SyntaxTable;
  lineStarts: Uint32Array;
  /** Scope in which each node stands. */
  scopeOf: Scope[];
  /**
   * Innermost declaration whose names are in scope at each node; -1 for the file. A declaration's own node stands outside it, and so
   * do the names of its parents.
   */
  ownerOf: Int32Array;
  /** Stretches of nodes, `[from, to)`, that are nested too deep to be read; in their order. */
  unread: [from: number, to: number][];
  fileScope: Scope;
  declarations: Declaration[];
  /** Declaration that a node opens. */
  declarationAt: DeclarationIndex;
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
    unread: [],
    fileScope: newScope(null, true),
    declarations: [],
    declarationAt: new DeclarationIndex(table.count),
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
    kind: what.kind,
    form: what.form,
    flags: what.flags,
    name: what.name,
    parent: what.parent,
    node,
    statement: -1,
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

/** The figures of a declaration before they are counted. Written out, for copying a record takes many times as long. */
export function noFigures(): Record<FigureName, number> {
  return {
    codeLines: 0,
    commentLines: 0,
    statements: 0,
    cyclomatic: 0,
    cyclomaticPlain: 0,
    nesting: 0,
    nested: 0,
    parameters: 0,
    locals: 0,
    exits: 0,
    casts: 0,
    calls: 0,
    distinctOperators: 0,
    distinctOperands: 0,
    operators: 0,
    operands: 0,
  };
}

const NEWLINE = 10;

/** Offsets at which lines begin. */
export function lineStartsOf(text: string): Uint32Array {
  // Character by character: a call of `indexOf` for each line takes many times as long.
  let starts = new Uint32Array(64 + (text.length >> 4));
  let count = 1;
  for (let at = 0; at < text.length; at++) {
    if (text.charCodeAt(at) !== NEWLINE) continue;
    if (count === starts.length) {
      const longer = new Uint32Array(2 * count);
      longer.set(starts);
      starts = longer;
    }
    starts[count++] = at + 1;
  }
  return starts.slice(0, count);
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
