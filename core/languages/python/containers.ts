import { EXPRESSION } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { argumentAt } from './contents.ts';
import { lookUpName, valueExpression } from './expressions.ts';
import type { PythonReading } from './reading.ts';
import { F, K } from './vocabulary.ts';

/** What calling a member of a value gives; 0 where the value is none of a type of the codebase for sure. */
export function calledMember({ expressions }: PythonReading, object: number, name: string): number {
  if (object === 0 || expressions.isOf(object, EXPRESSION.literal)) return 0;
  const member = expressions.add(EXPRESSION.member, object, expressions.name(name));
  return expressions.add(EXPRESSION.result, member);
}

/** What iterating over a value gives: an element of a container, or of what its own type iterates over. */
export function iterated(reading: PythonReading, list: number): number {
  const { expressions } = reading;
  const own = expressions.add(EXPRESSION.element, calledMember(reading, list, '__iter__'));
  return expressions.orElse(expressions.add(EXPRESSION.element, list), own);
}

const passElements = new Set('list tuple set frozenset sorted reversed iter'.split(' '));
const giveElement = new Set('next min max'.split(' '));

/** What functions of the language's give that hand on what they are given. */
export function builtInResult(reading: PythonReading, call: number, depth: number): number {
  const { table } = reading;
  const callee = childIn(table, call, F.function);
  const list = childIn(table, call, F.arguments);
  if (callee < 0 || list < 0 || table.kind[callee] !== K.identifier) return 0;
  const name = textOf(reading, callee);
  if (!passElements.has(name) && !giveElement.has(name)) return 0;
  const first = argumentAt(reading, list, 0);
  if (first < 0 || lookUpName(reading, reading.scopeOf[callee], name)) return 0;
  const element = iterated(reading, valueExpression(reading, first, depth + 1));
  return passElements.has(name) ? listOf(reading, element) : element;
}

/** A dictionary of what the first of its values that is known is. */
export function dictionaryValue(reading: PythonReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    if (table.kind[child] !== K.pair) continue;
    const value = valueExpression(reading, childIn(table, child, F.value), depth + 1);
    if (value === 0 || expressions.isOf(value, EXPRESSION.literal)) continue;
    return containerOf(reading, 'dict', value);
  }
  return expressions.literal('dict');
}

export function listValue(reading: PythonReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  for (let child = table.next[node + 1]; child < table.next[node]; child = table.next[child]) {
    const value = valueExpression(reading, child, depth + 1);
    if (value > 0) return listOf(reading, value);
  }
  return expressions.literal('list');
}

/** A list whose elements are like a value. */
export function listOf(reading: PythonReading, value: number): number {
  return value === 0 ? 0 : containerOf(reading, 'list', value);
}

/** A container of a kind whose elements, or the values that it keeps, are like a value. */
export function containerOf(reading: PythonReading, kind: 'list' | 'dict', value: number): number {
  return reading.expressions.add(EXPRESSION.instance, containerType(reading, kind, value));
}

function containerType({ expressions }: PythonReading, kind: 'list' | 'dict', value: number): number {
  const cell = expressions.add(EXPRESSION.typeOf, value);
  const container = expressions.add(EXPRESSION.global, expressions.name(kind));
  return expressions.add(
    EXPRESSION.generic,
    container,
    expressions.list(kind === 'dict' ? [0, cell] : [cell]),
  );
}

/** What something is that is made in its own way, and keeps values under keys. */
export function keeping(reading: PythonReading, made: number, value: number): number {
  const { expressions } = reading;
  const kept = containerType(reading, 'dict', value);
  const type = expressions.add(EXPRESSION.typeOf, made);
  return expressions.add(
    EXPRESSION.instance,
    type === 0 ? kept : expressions.add(EXPRESSION.intersection, type, kept),
  );
}

/** What a name in a place of a loop's pattern holds: `for name, gate in gates.items()`, `for i, gate in enumerate(gates)`. */
export function partOfEach(reading: PythonReading, node: number, list: number, depth: number): number {
  const { table, expressions } = reading;
  if (list < 0 || table.kind[list] !== K.call) return 0;
  const callee = childIn(table, list, F.function);
  const given = childIn(table, list, F.arguments);
  if (callee < 0 || given < 0) return 0;
  const place = placeIn(reading, table.parent[node], node);
  if (table.kind[callee] === K.attribute) {
    const isItems = textOf(reading, childIn(table, callee, F.attribute)) === 'items' && place === 1;
    const object = isItems ? valueExpression(reading, childIn(table, callee, F.object), depth + 1) : 0;
    return expressions.add(EXPRESSION.element, object, 1);
  }
  const name = textOf(reading, callee);
  const argument = name === 'zip' ? place : name === 'enumerate' && place === 1 ? 0 : -1;
  const part = argument < 0 ? -1 : argumentAt(reading, given, argument);
  return part < 0 ? 0 : iterated(reading, valueExpression(reading, part, depth + 1));
}

/** Which of a pattern's names a node is, counted from 0. */
function placeIn({ table, text }: PythonReading, pattern: number, node: number): number {
  let place = 0;
  for (let child = pattern + 1; child < node; child = table.next[child])
    if (text[table.start[child]] === ',') place++;
  return place;
}
