import { Narrowings, type ConditionSyntax } from '../reading/narrowing.ts';
import { childIn } from '../reading/syntaxTable.ts';
import type { ScriptReading } from './reading.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

const branching = kindSet(K.if_statement, K.ternary_expression, K.while_statement);

const syntax: ConditionSyntax = {
  right: F.right,
  transparent: kindSet(K.parenthesized_expression),
  isNot: ({ table, text }, node) =>
    table.kind[node] === K.unary_expression && text[table.start[node]] === '!',
  junction({ table }, node) {
    if (table.kind[node] !== K.binary_expression) return 0;
    const operator = table.kind[childIn(table, node, F.operator)];
    return operator === T['&&'] ? 1 : operator === T['||'] ? -1 : 0;
  },
  branches({ table }, node) {
    if (!branching[table.kind[node]]) return null;
    const isLoop = table.kind[node] === K.while_statement;
    return {
      condition: childIn(table, node, F.condition),
      then: childIn(table, node, isLoop ? F.body : F.consequence),
      else: isLoop ? -1 : childIn(table, node, F.alternative),
    };
  },
  isAssertion: () => false,
  leaves: kindSet(K.return_statement, K.throw_statement, K.continue_statement, K.break_statement),
  block: K.statement_block,
};

/** What `x instanceof A` says of x where it holds. */
export function narrowingsIn(reading: ScriptReading): Narrowings {
  const { table } = reading;
  const found = new Narrowings(reading, syntax);
  for (let node = 0; node < table.count; node++) {
    if (table.kind[node] !== T.instanceof) continue;
    const test = table.parent[node];
    const left = childIn(table, test, F.left);
    const right = childIn(table, test, F.right);
    if (left >= 0 && right >= 0) found.add(test, left, right);
  }
  return found;
}
