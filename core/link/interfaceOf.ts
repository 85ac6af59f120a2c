import { EXPRESSION, FORM, REFERENCE, type FileFacts } from '../facts/fileFacts.ts';

/**
 * All that linking reads of a file's facts for the sake of other files: what it declares, imports and exports, and how that is to
 * be resolved; what its calls hand over; neither lines nor figures, and of
 * references only those to parents and those in the bodies of macros. Files with equal interfaces can stand for each
 * other wherever they are referred to, and their declarations have the same places among the elements. O(declarations +
 * expressions).
 */
export function interfaceOf(facts: FileFacts): string {
  const { declarations, references, exports, importBindings, imports, symbols, names } = facts;
  const said: unknown[] = [facts.parse, facts.isScript, facts.packageName];
  const expressions = new StatedExpressions(facts);
  for (let d = 0; d < declarations.count; d++)
    said.push(
      declarations.kind[d],
      declarations.form[d],
      declarations.flags[d],
      names[declarations.name[d]],
      declarations.parent[d],
      expressions.state(declarations.value[d]),
      expressions.state(declarations.parameters[d]),
      expressions.state(declarations.owner[d]),
    );
  for (let r = 0; r < references.kind.length; r++)
    if (
      references.kind[r] === REFERENCE.inherit ||
      references.kind[r] === REFERENCE.implement ||
      (references.from[r] >= 0 && declarations.form[references.from[r]] === FORM.macro)
    )
      said.push(references.from[r], references.kind[r], expressions.state(references.expression[r]));
  // What is handed over to other files is what their parameters are.
  facts.callSites?.callee.forEach((callee, call) =>
    said.push(expressions.state(callee), expressions.state(facts.callSites!.values[call])),
  );
  said.push(facts.callSites?.fixtures ?? null);
  said.push(
    symbols,
    imports.map(({ kind, specifier, conditional }) => [kind, specifier, conditional === true]),
    importBindings.map(({ import: index, name }) => [index, name]),
    exports.named.map(([name, expression]) => [name, expressions.state(expression)]),
    exports.stars,
    exports.starNames ?? null,
    exports.whole > 0 ? expressions.state(exports.whole) : `none ${exports.whole}`,
    expressions.stated,
  );
  return JSON.stringify(said);
}

/** Which operands of an expression are expressions of their own, and which of the others are names. */
const operands: Record<number, { a?: 'expression' | 'name'; b?: 'expression' | 'name' }> = {
  [EXPRESSION.global]: { a: 'name' },
  [EXPRESSION.instance]: { a: 'expression' },
  [EXPRESSION.member]: { a: 'expression', b: 'name' },
  [EXPRESSION.result]: { a: 'expression', b: 'expression' },
  [EXPRESSION.element]: { a: 'expression' },
  [EXPRESSION.awaited]: { a: 'expression' },
  [EXPRESSION.generic]: { a: 'expression', b: 'expression' },
  [EXPRESSION.list]: { a: 'expression', b: 'expression' },
  [EXPRESSION.orElse]: { a: 'expression', b: 'expression' },
  [EXPRESSION.branches]: { a: 'expression', b: 'expression' },
  [EXPRESSION.typeOf]: { a: 'expression' },
  [EXPRESSION.name]: { a: 'name' },
  [EXPRESSION.literal]: { a: 'name' },
  [EXPRESSION.arguments]: { b: 'expression' },
  [EXPRESSION.parameters]: { b: 'expression' },
  [EXPRESSION.typeName]: { a: 'name' },
  [EXPRESSION.callback]: { a: 'expression' },
  [EXPRESSION.typeParameter]: { b: 'expression' },
  [EXPRESSION.arithmetic]: { a: 'expression', b: 'expression' },
  [EXPRESSION.routineName]: { a: 'name' },
  [EXPRESSION.operator]: { a: 'name', b: 'expression' },
  [EXPRESSION.arrow]: { a: 'expression' },
  [EXPRESSION.qualifier]: { a: 'expression', b: 'name' },
  [EXPRESSION.routineMember]: { a: 'expression', b: 'name' },
  [EXPRESSION.uncertain]: { a: 'expression' },
  [EXPRESSION.object]: { a: 'expression' },
  [EXPRESSION.entry]: { a: 'expression', b: 'name' },
  [EXPRESSION.spread]: { a: 'expression' },
  [EXPRESSION.initialised]: { a: 'expression' },
  [EXPRESSION.pasted]: { a: 'name' },
  [EXPRESSION.union]: { a: 'expression', b: 'expression' },
  [EXPRESSION.passing]: { a: 'expression' },
  [EXPRESSION.functionType]: { a: 'expression', b: 'expression' },
  [EXPRESSION.signatures]: { a: 'expression' },
  [EXPRESSION.lambda]: { a: 'expression', b: 'expression' },
  [EXPRESSION.intersection]: { a: 'expression', b: 'expression' },
  [EXPRESSION.contextualType]: { a: 'expression' },
  [EXPRESSION.overloads]: { a: 'expression' },
  [EXPRESSION.called]: { a: 'expression', b: 'expression' },
  [EXPRESSION.calledOn]: { a: 'expression' },
  [EXPRESSION.omit]: { a: 'expression', b: 'expression' },
  [EXPRESSION.typePredicate]: { a: 'expression' },
  [EXPRESSION.predicateOfCall]: { a: 'expression' },
  [EXPRESSION.tagged]: { a: 'expression', b: 'expression' },
  [EXPRESSION.untagged]: { a: 'expression', b: 'expression' },
  [EXPRESSION.contextualArgument]: { a: 'expression' },
  [EXPRESSION.callSiteType]: { b: 'name' },
  [EXPRESSION.injected]: { a: 'name' },
  [EXPRESSION.pointer]: { a: 'expression' },
  [EXPRESSION.pointee]: { a: 'expression' },
  [EXPRESSION.address]: { a: 'expression' },
};

/** The expressions that were asked for and those inside them, numbered in the order of asking and with their names spelt out. */
class StatedExpressions {
  readonly stated: unknown[][] = [];
  private readonly numberOf = new Map<number, number>();

  constructor(private readonly facts: FileFacts) {}

  /** The number of an expression; 0 for the unknown one. Iterative, for lists are as deep as they are long. */
  state(expression: number): number {
    if (expression <= 0) return 0;
    const { expressions, names } = this.facts;
    const open = [expression];
    while (open.length > 0) {
      const next = open.pop()!;
      if (next <= 0 || this.numberOf.has(next)) continue;
      this.numberOf.set(next, this.numberOf.size + 1);
      const [operation, a, b] = [expressions.operation[next], expressions.a[next], expressions.b[next]];
      const { a: ofA, b: ofB } = operands[operation] ?? {};
      // Where an operand is an expression, what it is follows: its own number is the file's affair.
      this.stated.push([
        operation,
        ofA === 'expression' ? this.place(a) : ofA === 'name' ? names[a] : a,
        ofB === 'expression' ? this.place(b) : ofB === 'name' ? names[b] : b,
      ]);
      if (ofB === 'expression') open.push(b);
      if (ofA === 'expression') open.push(a);
    }
    return this.numberOf.get(expression)!;
  }

  /** The number of an operand that was stated before; null for one that comes next. */
  private place(expression: number): number | null {
    return expression <= 0 ? 0 : (this.numberOf.get(expression) ?? null);
  }
}
