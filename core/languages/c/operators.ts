import { EXPRESSION, KIND, REFERENCE } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { lookUp } from '../reading/scopes.ts';
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
  if (!applied || !applied.operands.some((operand) => isNoPointer(reading, operand))) return;
  const expression = operatorExpression(reading, applied);
  if (expression > 0) into.add(REFERENCE.call, owner, applied.at, expression);
}

/** The routine that an operator means; 0 where nothing is known of what it is applied to. */
export function operatorExpression(reading: NativeReading, { name, operands }: Applied, depth = 0): number {
  const { expressions } = reading;
  const cells = operands.map((operand) =>
    operand < 0 ? expressions.literal('int') : valueExpression(reading, operand, depth + 1),
  );
  if (cells.every((cell) => cell === 0 || isPrimitive(reading, cell))) return 0;
  return expressions.add(
    EXPRESSION.operator,
    expressions.name(`operator${name}`),
    expressions.arguments(cells),
  );
}

/**
 * True for what is known to be an object itself rather than a pointer to one, of which operators mean something else: types are told
 * without their pointers.
 */
function isNoPointer(reading: NativeReading, node: number): boolean {
  const { table } = reading;
  if (node < 0) return false;
  switch (table.kind[node]) {
    case K.identifier:
    case K.field_identifier: {
      const name = textOf(reading, node);
      const found = lookUp(reading.scopeOf[node], name);
      if (found?.kind === 'local') return !isPointed(reading, found.node);
      const declared = reading.declarations.flatMap((each, index) =>
        each.name === name && each.kind === KIND.field ? [reading.declaratorOf.get(index) ?? -1] : [],
      );
      return (
        declared.length > 0 &&
        declared.every((declarator) => declarator >= 0 && !isPointed(reading, declarator))
      );
    }
    case K.field_expression:
      return isNoPointer(reading, childIn(table, node, F.field));
    case K.parenthesized_expression:
      return isNoPointer(reading, table.next[node + 1]);
    case K.pointer_expression:
    case K.subscript_expression:
      return table.kind[node] === K.subscript_expression || textOf(reading, node).startsWith('*');
    case K.binary_expression:
      return [F.left, F.right].some((field) => isNoPointer(reading, childIn(table, node, field)));
    default:
      return false;
  }
}

/** True where a declarator, up to the type before it, says that it points or is a list. */
function isPointed({ table }: NativeReading, declarator: number): boolean {
  const points = (at: number): boolean =>
    table.kind[at] === K.pointer_declarator || table.kind[at] === K.array_declarator;
  for (let at = declarator, steps = 0; at >= 0 && steps < 6; at = table.parent[at], steps++) {
    if (points(at)) return true;
    if (childIn(table, at, F.type) >= 0) return false;
  }
  return false;
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

function isPrimitive({ expressions }: NativeReading, cell: number): boolean {
  const type = expressions.operandOf(cell, EXPRESSION.instance);
  return expressions.isOf(type > 0 ? type : cell, EXPRESSION.literal);
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
