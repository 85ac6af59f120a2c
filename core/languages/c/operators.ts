import { EXPRESSION, REFERENCE } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import type { ReferenceList } from '../reading/walk.ts';
import { valueExpression } from './expressions.ts';
import type { NativeReading } from './reading.ts';
import { F, K, T } from './vocabulary.ts';

/** What an operator is applied to, and where it stands. */
interface Applied {
  name: string;
  operands: number[];
  at: number;
}

/** The routine that an operator calls where a type declares it: `operator+` for `a + b`. */
export function referOperator(
  reading: NativeReading,
  node: number,
  owner: number,
  into: ReferenceList,
): void {
  const applied = isLong(reading, node) ? null : appliedAt(reading, node);
  if (!applied) return;
  const expression = operatorExpression(reading, applied);
  if (expression > 0) into.add(REFERENCE.call, owner, applied.at, expression);
}

/** The routine that an operator means; 0 where nothing is known of what it is applied to. */
export function operatorExpression(reading: NativeReading, { name, operands }: Applied, depth = 0): number {
  const { expressions } = reading;
  const cells = operands.map((operand) =>
    operand < 0 ? expressions.literal('int') : valueExpression(reading, operand, depth + 1),
  );
  if (cells.every((cell) => cell === 0 || hasOwnOperators(reading, cell))) return 0;
  return expressions.add(
    EXPRESSION.operator,
    expressions.name(`operator${name}`),
    expressions.arguments(cells),
  );
}

/** More operators in a row than this (`out << a << b …`) are not followed: each rests on all before it. */
const MOST_IN_A_ROW = 8;

export function isLong({ table }: NativeReading, node: number): boolean {
  let at = node;
  for (let steps = 0; steps < MOST_IN_A_ROW; steps++) {
    const left = Math.max(childIn(table, at, F.left), childIn(table, at, F.argument));
    if (left < 0) return false;
    at = left;
  }
  return true;
}

/** True for numbers, texts and pointers, whose operators are the language's own. */
function hasOwnOperators({ expressions }: NativeReading, cell: number): boolean {
  const type = expressions.operandOf(cell, EXPRESSION.instance);
  const stated = type > 0 ? type : cell;
  return (
    expressions.isOf(stated, EXPRESSION.literal) ||
    expressions.isOf(stated, EXPRESSION.pointer) ||
    expressions.isOf(stated, EXPRESSION.address)
  );
}

export function appliedAt(reading: NativeReading, node: number): Applied | null {
  const { table } = reading;
  const operator = childIn(table, node, F.operator);
  const sign = operator < 0 ? '' : textOf(reading, operator);
  const argument = childIn(table, node, F.argument);
  switch (table.kind[node]) {
    case K.binary_expression:
    case K.assignment_expression: {
      const at = operator < 0 ? node : operator;
      const name = operator < 0 ? '=' : sign;
      // What is always there of every type says nothing.
      if (name === '&&' || name === '||') return null;
      return { name, operands: [childIn(table, node, F.left), childIn(table, node, F.right)], at };
    }
    case K.subscript_expression: {
      const indices = childIn(table, node, F.indices);
      const index = indices < 0 ? -1 : indices + 2 < table.next[indices] ? table.next[indices + 1] : -1;
      return {
        name: '[]',
        operands: [argument, index < table.next[node] ? index : -1],
        at: indices < 0 ? node : indices,
      };
    }
    case K.update_expression: {
      const isPostfix = operator > argument;
      return {
        name: sign,
        operands: isPostfix ? [argument, -1] : [argument],
        at: operator < 0 ? node : operator,
      };
    }
    case K.unary_expression:
      return { name: sign, operands: [argument], at: operator };
    case K.pointer_expression:
      return sign === '*' ? { name: '*', operands: [argument], at: operator } : null;
    case K.field_expression:
      // `this` is a pointer and nothing else.
      if (table.kind[argument] === K.this) return null;
      return table.kind[operator] === T['->'] ? { name: '->', operands: [argument], at: operator } : null;
    default:
      return null;
  }
}
