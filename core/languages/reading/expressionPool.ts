import { ANY_NUMBER, EXPRESSION, type ExpressionColumns } from '../../facts/fileFacts.ts';

/** The expressions and names of one file, each stored once. Expression 0 is the unknown one. */
export class ExpressionPool {
  private readonly operation = [0];
  private readonly a = [0];
  private readonly b = [0];
  private readonly known = new Map<number, number>();
  readonly names: string[] = [];
  private readonly nameIndex = new Map<string, number>();

  name(text: string): number {
    let index = this.nameIndex.get(text);
    if (index === undefined) {
      index = this.names.length;
      this.names.push(text);
      this.nameIndex.set(text, index);
    }
    return index;
  }

  /**
   * The expression's number. What is derived from the unknown is itself unknown, but for a member, whose name may be
   * the only one of its kind.
   */
  add(operation: number, a: number, b = 0): number {
    if (a === 0 && DERIVED.has(operation)) return 0;
    // 6 + 23 + 23 bits are exact in a double; larger operands (no real file has them) are stored without sharing.
    const key = a < 1 << 23 && b < 1 << 23 ? (operation * (1 << 23) + a) * (1 << 23) + b : -1;
    const found = key >= 0 ? this.known.get(key) : undefined;
    if (found !== undefined) return found;
    const index = this.operation.length;
    this.operation.push(operation);
    this.a.push(a);
    this.b.push(b);
    if (key >= 0) this.known.set(key, index);
    return index;
  }

  /** One of two, as far as either is known. */
  orElse(first: number, second: number): number {
    if (first === 0 || first === second) return second;
    return second === 0 ? first : this.add(EXPRESSION.orElse, first, second);
  }

  /** What one is at some time and the other at another, as far as either is known. */
  branches(first: number, second: number): number {
    if (first === 0 || first === second) return second;
    return second === 0 ? first : this.add(EXPRESSION.branches, first, second);
  }

  /** Any of several, each of which counts, in either order; what is not known is left out. */
  union(alternatives: readonly number[]): number {
    const known = [...new Set(alternatives)].filter((each) => each !== 0);
    return known.reduce((all, each) => (all === 0 ? each : this.add(EXPRESSION.union, all, each)), 0);
  }

  /** A list of expressions; 0 for none. */
  list(cells: readonly number[]): number {
    return cells.reduceRight((rest, cell) => this.add(EXPRESSION.list, cell, rest), 0);
  }

  /** A value of a primitive type, or the type. */
  literal(type: string): number {
    return this.add(EXPRESSION.literal, this.name(type));
  }

  /** The type of arrays of a type. */
  arrayOf(element: number): number {
    return this.add(
      EXPRESSION.generic,
      this.add(EXPRESSION.global, this.name('Array')),
      this.list([element]),
    );
  }

  arguments(values: readonly number[]): number {
    return this.add(EXPRESSION.arguments, values.length, this.list(values));
  }

  /** What a routine takes; see `parameterRange`. */
  parameters(least: number, most: number, types: readonly number[]): number {
    return this.add(EXPRESSION.parameters, most * (ANY_NUMBER + 1) + least, this.list(types));
  }

  /** The symbol that an expression names outright, or -1. */
  symbolOf(expression: number): number {
    return expression >= 0 && this.operation[expression] === EXPRESSION.symbol ? this.a[expression] : -1;
  }

  isOf(expression: number, operation: number): boolean {
    return this.operation[expression] === operation;
  }

  /** The operand of an expression of the operation given; 0 when it is another. */
  operandOf(expression: number, operation: number): number {
    return this.operation[expression] === operation ? this.a[expression] : 0;
  }

  columns(): ExpressionColumns {
    return {
      operation: Uint8Array.from(this.operation),
      a: Int32Array.from(this.a),
      b: Int32Array.from(this.b),
    };
  }
}

const DERIVED = new Set<number>([
  EXPRESSION.instance,
  EXPRESSION.result,
  EXPRESSION.element,
  EXPRESSION.awaited,
  EXPRESSION.generic,
  EXPRESSION.typeOf,
  EXPRESSION.callback,
  EXPRESSION.contextualType,
  EXPRESSION.called,
  EXPRESSION.omit,
  EXPRESSION.predicateOfCall,
  EXPRESSION.tagged,
  EXPRESSION.untagged,
  EXPRESSION.calledOn,
  EXPRESSION.contextualArgument,
  EXPRESSION.arrow,
  EXPRESSION.qualifier,
  EXPRESSION.uncertain,
  EXPRESSION.object,
  EXPRESSION.entry,
  EXPRESSION.spread,
  EXPRESSION.initialised,
  EXPRESSION.passing,
  EXPRESSION.pointer,
  EXPRESSION.pointee,
  EXPRESSION.address,
]);
