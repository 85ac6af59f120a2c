import { FORM, MAX_COLUMN, type ReferenceColumns } from '../../facts/fileFacts.ts';
import { lineAt, type Reading } from './reading.ts';
import { newScope, type Scope } from './scopes.ts';

/** Where a walk stands: the innermost open scope and declaration. */
export interface Position {
  scope: Scope;
  /** Innermost open declaration, -1 for the file. */
  owner: number;
}

/** How a language opens declarations and scopes. */
export interface DeclaringRules<R extends Reading> {
  /** Declares what `node` declares; returns the declaration that encloses the node's children, or -1. Leaves `at` as it is. */
  declare(reading: R, node: number, kind: number, at: Position): number;
  opensScope: Uint8Array;
  /** Scopes that pass declarations of functions and variables no further up. */
  holdsVar: Uint8Array;
  /** Parts of a declaration's head in which its own members are not in scope: the names of its parents. */
  outsideMembers?: Uint8Array;
}

/**
 * Declarations stand no deeper in one another, and their names together are no longer: keys of elements grow with both. What is
 * deeper stays unread, and the file is then said to be read in part.
 */
const MOST_NESTED = 100;
const MOST_LETTERS = 4_000;

/** First pass: finds declarations, scopes, imports and exports of a file. Iterative; O(nodes). */
export function walkDeclarations<R extends Reading>(reading: R, rules: DeclaringRules<R>): void {
  const { table, scopeOf, ownerOf } = reading;
  const position: Position = { scope: reading.fileScope, owner: -1 };
  const open: { end: number; scope: Scope; owner: number; nested: number; letters: number }[] = [];
  let nested = 0;
  let letters = 0;
  for (let node = 0; node < table.count; node++) {
    while (open.length > 0 && node >= open[open.length - 1].end) {
      const closed = open.pop()!;
      position.scope = closed.scope;
      position.owner = closed.owner;
      ({ nested, letters } = closed);
    }
    scopeOf[node] = position.scope;
    ownerOf[node] = position.owner;
    const kind = table.kind[node];
    const declared = rules.declare(reading, node, kind, position);
    const scoped = rules.opensScope[kind] === 1;
    const isOutside = rules.outsideMembers?.[kind] === 1 && position.owner >= 0;
    if (declared < 0 && !scoped && !isOutside) continue;
    const end = table.next[node];
    open.push({ end, scope: position.scope, owner: position.owner, nested, letters });
    if (isOutside) position.owner = reading.declarations[position.owner].parent;
    if (declared >= 0) {
      position.owner = declared;
      nested++;
      letters += reading.declarations[declared].name.length;
      if (nested > MOST_NESTED || letters > MOST_LETTERS) {
        scopeOf.fill(position.scope, node + 1, end);
        ownerOf.fill(declared, node + 1, end);
        if (end > node + 1) reading.unread.push([node + 1, end]);
        node = end - 1;
        continue;
      }
    }
    if (scoped) position.scope = newScope(position.scope, rules.holdsVar[kind] === 1);
  }
}

/** References as they are found. */
export class ReferenceList {
  private readonly kind: number[] = [];
  private readonly from: number[] = [];
  private readonly line: number[] = [];
  private readonly column: number[] = [];
  private readonly expression: number[] = [];
  private readonly args: number[] = [];

  constructor(private readonly reading: Reading) {}

  /** A reference from declaration `owner` at `node`; one whose expression is unknown says nothing. */
  add(kind: number, owner: number, node: number, expression: number, args = 0): void {
    this.addAt(kind, owner, this.reading.table.start[node], expression, args);
  }

  /** The same, by an offset in the text. */
  addAt(kind: number, owner: number, offset: number, expression: number, args = 0): void {
    if (expression === 0) return;
    this.kind.push(kind);
    this.from.push(owner);
    const line = lineAt(this.reading.lineStarts, offset);
    this.line.push(line);
    this.column.push(Math.min(MAX_COLUMN, offset - this.reading.lineStarts[line - 1] + 1));
    this.expression.push(expression);
    this.args.push(args);
  }

  columns(): ReferenceColumns {
    return {
      kind: Uint8Array.from(this.kind),
      from: Int32Array.from(this.from),
      line: Int32Array.from(this.line),
      column: Uint16Array.from(this.column),
      expression: Int32Array.from(this.expression),
      args: Int32Array.from(this.args),
    };
  }
}

/** How a language states what declarations hold and what nodes refer to. */
export interface ReferringRules<R extends Reading> {
  /** Called for each declaration, at its node, before what stands in it. */
  state(reading: R, node: number, declaration: number): void;
  /** Kinds of nodes that may refer. */
  refers: Uint8Array;
  refer(reading: R, node: number, owner: number, into: ReferenceList): void;
  /** What refers, but has no node. */
  atEnd?(reading: R, into: ReferenceList): void;
}

/** Second pass: records every reference with the expression it is resolved by. Iterative; O(nodes). */
export function walkReferences<R extends Reading>(reading: R, rules: ReferringRules<R>): ReferenceColumns {
  const { table, declarationAt } = reading;
  const references = new ReferenceList(reading);
  const open: { end: number; owner: number }[] = [];
  let owner = -1;
  let unread = 0;
  for (let node = 0; node < table.count; node++) {
    if (node === reading.unread[unread]?.[0]) {
      node = reading.unread[unread++][1] - 1;
      continue;
    }
    while (open.length > 0 && node >= open[open.length - 1].end) owner = open.pop()!.owner;
    const declared = declarationAt.get(node);
    if (declared !== undefined) {
      open.push({ end: table.next[node], owner });
      owner = declared;
      rules.state(reading, node, declared);
    }
    if (rules.refers[table.kind[node]]) rules.refer(reading, node, owner, references);
  }
  rules.atEnd?.(reading, references);
  return references.columns();
}

/**
 * Gives each declaration the comment that stands directly above it, or several that stand line under line. What may
 * stand between (`export`, an annotation) belongs to the declaration's statement. O(nodes + declarations).
 */
export function readDocumentation(reading: Reading, comment: Uint8Array): void {
  const { table, text, lineStarts, declarations } = reading;
  const comments: { start: number; end: number }[] = [];
  for (let node = 0; node < table.count; node++) {
    if (comment[table.kind[node]]) comments.push({ start: table.start[node], end: table.end[node] });
  }
  if (comments.length === 0) return;
  const lastBefore = (offset: number): number => {
    let low = -1;
    let high = comments.length;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (comments[middle].end <= offset) low = middle;
      else high = middle;
    }
    return low;
  };
  for (const declaration of declarations) {
    if (declaration.docStart > 0 || declaration.form === FORM.macro) continue;
    const start = table.start[declaration.statement < 0 ? declaration.node : declaration.statement];
    let at = lastBefore(start);
    if (at < 0) continue;
    const between = text.slice(comments[at].end, start);
    if (between.length > MAX_BETWEEN || !mayStandBetween.test(between)) continue;
    // What stands behind code on its line speaks of that code.
    const ownLine = lineStarts[lineAt(lineStarts, comments[at].start) - 1];
    if (text.slice(ownLine, comments[at].start).trim() !== '') continue;
    declaration.docEnd = lineAt(lineStarts, Math.max(comments[at].start, comments[at].end - 1));
    while (at > 0 && isNextLine.test(text.slice(comments[at - 1].end, comments[at].start))) at--;
    declaration.docStart = lineAt(lineStarts, comments[at].start);
  }
}

const MAX_BETWEEN = 200;
const mayStandBetween =
  /^[ \t]*\r?\n?[ \t]*(?:(?:export|default|declare|const|let|var|static|inline|template\s*<[^;{}]*>)\s+)*$/;
const isNextLine = /^[ \t]*\r?\n?[ \t]*$/;
