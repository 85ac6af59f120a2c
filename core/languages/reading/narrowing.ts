import { textOf, type Reading } from './reading.ts';
import { lookUp } from './scopes.ts';
import { childIn } from './syntaxTable.ts';

/** How a language's conditions are put together, by which a test of a type holds where it does. */
export interface ConditionSyntax {
  /** The role of what stands behind *and* or *or*. */
  right: number;
  /** What a condition stands in without saying anything else: parentheses. */
  transparent: Uint8Array;
  isNot(reading: Reading, node: number): boolean;
  /** 1 for *and*, -1 for *or*, 0 for anything else. */
  junction(reading: Reading, node: number): number;
  /** The condition of a node, and its parts in which that holds, and does not hold; -1 for none. Null where there is none. */
  branches(reading: Reading, node: number): { condition: number; then: number; else: number } | null;
  /** True for a statement after which the code goes on only where the condition that it states holds. */
  isAssertion(reading: Reading, node: number): boolean;
  /** Statements after which the code does not go on. */
  leaves: Uint8Array;
  block: number;
}

/** A stretch of nodes in which something is known of a value: `says` is the caller's number for that, such as the node of a type. */
interface Narrowing {
  from: number;
  end: number;
  says: number;
  test: number;
}

/** More tests of one name are not looked at. */
const MOST_TESTS = 500;

/** What tests of types say of names and members (`a.b`), where they hold. */
export class Narrowings {
  private readonly byText = new Map<string, Narrowing[]>();

  constructor(
    private readonly reading: Reading,
    private readonly syntax: ConditionSyntax,
  ) {}

  /** Takes in what it says of the `subject` that `test` is true, or is not. */
  add(test: number, subject: number, says: number, isTrue = true): void {
    for (const [from, end] of this.stretches(test, isTrue)) this.addStretch(from, end, subject, says);
  }

  /** Takes in what is known of the `subject` from a node up to another. */
  addStretch(from: number, end: number, subject: number, says: number): void {
    const text = textOf(this.reading, subject);
    if (!/^[\w$]+(\.[\w$]+)*$/.test(text)) return;
    const known = this.byText.get(text) ?? [];
    this.byText.set(text, known);
    if (known.length < MOST_TESTS) known.push({ from, end, says, test: subject });
  }

  /** All that is known of `node` where it stands; of tests within tests the inner stands later. */
  saidOf(node: number): number[] {
    if (this.byText.size === 0) return [];
    const text = textOf(this.reading, node);
    return (this.byText.get(text) ?? [])
      .filter(({ from, end, test }) => node >= from && node < end && this.isSame(text, test, node))
      .map(({ says }) => says);
  }

  private isSame(text: string, a: number, b: number): boolean {
    const [name] = text.split('.');
    const { scopeOf } = this.reading;
    return lookUp(scopeOf[a], name) === lookUp(scopeOf[b], name);
  }

  /** Where a test holds, or does not: what stands behind it in a condition, the branch, or the rest of the block. */
  private stretches(test: number, isTrue: boolean): [from: number, end: number][] {
    const { reading, syntax } = this;
    const { table } = reading;
    const found: [number, number][] = [];
    let holds = isTrue;
    for (let at = test, up = table.parent[test]; up >= 0; at = up, up = table.parent[up]) {
      const junction = syntax.junction(reading, up);
      if (syntax.isNot(reading, up)) holds = !holds;
      else if (junction !== 0) {
        if (junction > 0 !== holds) return found;
        const right = childIn(table, up, syntax.right);
        if (right > at) found.push([right, table.next[right]]);
      } else if (!syntax.transparent[table.kind[up]]) {
        if (syntax.isAssertion(reading, up)) {
          if (holds) found.push(...this.restOfBlock(up));
          return found;
        }
        const branches = syntax.branches(reading, up);
        if (branches?.condition !== at) return found;
        const branch = holds ? branches.then : branches.else;
        if (branch >= 0) found.push([branch, table.next[branch]]);
        if (!holds && branches.else < 0 && this.isLeft(branches.then)) found.push(...this.restOfBlock(up));
        return found;
      }
    }
    return found;
  }

  private restOfBlock(statement: number): [number, number][] {
    const { table } = this.reading;
    const block = table.parent[statement];
    return block < 0 ? [] : [[table.next[statement], table.next[block]]];
  }

  /** True for a statement, or a block that ends in one, after which the code does not go on. */
  private isLeft(statement: number): boolean {
    const { table } = this.reading;
    if (statement < 0) return false;
    if (this.syntax.leaves[table.kind[statement]]) return true;
    if (table.kind[statement] !== this.syntax.block) return false;
    let isLeft = false;
    for (let child = statement + 1; child < table.next[statement]; child = table.next[child])
      isLeft ||= this.syntax.leaves[table.kind[child]] === 1;
    return isLeft;
  }
}
