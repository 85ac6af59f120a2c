import { Narrowings, type ConditionSyntax } from '../reading/narrowing.ts';
import { textOf } from '../reading/reading.ts';
import { childIn, type SyntaxTable } from '../reading/syntaxTable.ts';
import type { PythonReading } from './reading.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

const syntax: ConditionSyntax = {
  right: F.right,
  transparent: kindSet(K.parenthesized_expression),
  isNot: ({ table }, node) => table.kind[node] === K.not_operator,
  junction({ table }, node) {
    if (table.kind[node] !== K.boolean_operator) return 0;
    return table.kind[childIn(table, node, F.operator)] === T.and ? 1 : -1;
  },
  branches({ table }, node) {
    const kind = table.kind[node];
    const condition = childIn(table, node, F.condition);
    if (kind === K.while_statement) return { condition, then: childIn(table, node, F.body), else: -1 };
    if (kind === K.conditional_expression) {
      // `a if condition else b`, whose parts have no roles.
      const [then, , tested, , otherwise] = childrenOf(table, node);
      return { condition: tested, then, else: otherwise };
    }
    if (kind !== K.if_statement && kind !== K.elif_clause) return null;
    return {
      condition,
      then: childIn(table, node, F.consequence),
      else: childIn(table, node, F.alternative),
    };
  },
  isAssertion: ({ table }, node) => table.kind[node] === K.assert_statement,
  leaves: kindSet(K.return_statement, K.raise_statement, K.continue_statement, K.break_statement),
  block: K.block,
};

function childrenOf(table: SyntaxTable, node: number): number[] {
  const found: number[] = [];
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) found.push(child);
  return found;
}

/** What `isinstance(x, A)` and `isinstance(x, (A, B))` say of x where they hold. */
export function narrowingsIn(reading: PythonReading): Narrowings {
  const { table } = reading;
  const found = new Narrowings(reading, syntax);
  for (let node = 0; node < table.count; node++) {
    if (table.kind[node] !== K.call) continue;
    const callee = childIn(table, node, F.function);
    if (callee < 0 || table.kind[callee] !== K.identifier || textOf(reading, callee) !== 'isinstance')
      continue;
    const list = childIn(table, node, F.arguments);
    const subject = list < 0 ? -1 : table.next[list + 1];
    const type = subject < 0 ? -1 : table.next[table.next[subject]];
    if (type >= 0 && type < table.next[list]) found.add(node, subject, type);
  }
  return found;
}
