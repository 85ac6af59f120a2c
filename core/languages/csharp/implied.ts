import { REFERENCE, EXPRESSION } from '../../facts/fileFacts.ts';
import { textOf, type Reading } from '../reading/reading.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import type { ReferenceList } from '../reading/walk.ts';
import { valueExpression } from './expressions.ts';
import { typeExpression } from './types.ts';
import { F, K } from './vocabulary.ts';

/** The methods that syntax calls without naming them: of `foreach`, of taking a value apart, of a cast. */
export function referImplied(reading: Reading, node: number, owner: number, into: ReferenceList): void {
  const { table } = reading;
  switch (table.kind[node]) {
    case K.foreach_statement: {
      const list = childIn(table, node, F.right);
      const object = list < 0 ? 0 : valueExpression(reading, list);
      call(reading, owner, list, { object, name: 'GetEnumerator', args: [] }, into);
      const left = childIn(table, node, F.left);
      takeApart(reading, owner, left, reading.expressions.add(EXPRESSION.element, object), into);
      return;
    }
    case K.variable_declarator: {
      const pattern = childOfKind(table, node, K.tuple_pattern);
      const value = pattern < 0 ? -1 : lastChild(reading, node);
      if (value >= 0) takeApart(reading, owner, pattern, valueExpression(reading, value), into);
      return;
    }
    case K.assignment_expression:
      takeApart(
        reading,
        owner,
        childIn(table, node, F.left),
        valueExpression(reading, childIn(table, node, F.right)),
        into,
      );
      return;
    case K.cast_expression:
      referConversion(reading, node, owner, into);
  }
}

interface ImpliedCall {
  object: number;
  name: string;
  args: number[];
}

function call(
  { expressions }: Reading,
  owner: number,
  at: number,
  { object, name, args }: ImpliedCall,
  into: ReferenceList,
): void {
  if (object === 0) return;
  const called = expressions.add(EXPRESSION.member, object, expressions.name(name));
  into.add(REFERENCE.call, owner, at, called, expressions.arguments(args));
}

/** `var (a, b) = value` calls `Deconstruct` of the value, with as many arguments. */
function takeApart(
  reading: Reading,
  owner: number,
  pattern: number,
  object: number,
  into: ReferenceList,
): void {
  const { table } = reading;
  if (pattern < 0) return;
  const kind = table.kind[pattern];
  if (kind !== K.tuple_pattern && kind !== K.tuple_expression) return;
  const args: number[] = [];
  for (let child = pattern + 1; child < table.next[pattern]; child = table.next[child])
    if (table.kind[child] === K.identifier || table.kind[child] === K.argument) args.push(0);
  call(reading, owner, pattern, { object, name: 'Deconstruct', args }, into);
}

/** A cast calls the conversion that the type of the value states, or of a plain value that which the type asked for states. */
function referConversion(reading: Reading, node: number, owner: number, into: ReferenceList): void {
  const { table, expressions } = reading;
  const type = childIn(table, node, F.type);
  const value = childIn(table, node, F.value);
  if (type < 0 || value < 0) return;
  const given = valueExpression(reading, value);
  const name = `operator ${textOf(reading, type)}`;
  if (expressions.isOf(given, EXPRESSION.literal)) {
    call(reading, owner, node, { object: typeExpression(reading, type), name, args: [given] }, into);
  } else if (given !== 0) {
    const applied = expressions.arguments([given]);
    into.add(
      REFERENCE.call,
      owner,
      node,
      expressions.add(EXPRESSION.operator, expressions.name(name), applied),
    );
  }
}

function lastChild({ table }: Reading, node: number): number {
  let last = -1;
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) last = child;
  return last;
}
