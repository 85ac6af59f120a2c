import { callbackPlace, EXPRESSION } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { contextOf } from './contexts.ts';
import { isFunctionValue, lambdaTaking } from './functions.ts';
import type { ScriptReading } from './reading.ts';
import { applied } from './typeExpressions.ts';
import { valueExpression } from './valueExpressions.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

/**
 * What is called, with what the call's arguments say of its type parameters to the argument in a place: of functions only those
 * before it count, for what they give rests on what they are given, as that of this one does.
 */
export function calledWith(
  reading: ScriptReading,
  callee: number,
  call: number,
  place: number,
  depth: number,
): number {
  if (callee === 0 || childIn(reading.table, call, F.type_arguments) >= 0) return callee;
  const given = argumentsOfCall(reading, call, place, depth + 1);
  return given === 0 ? callee : reading.expressions.add(EXPRESSION.called, callee, given);
}

/** Calls that are given more say nothing of what they give. */
const MOST_ARGUMENTS = 40;

const restsOnOthers = kindSet(K.arrow_function, K.function_expression, K.object, K.array);

/** What a call is given; 0 for nothing. */
export function argumentsOfCall(reading: ScriptReading, call: number, before: number, depth: number): number {
  const { table, expressions } = reading;
  const list = childIn(table, call, F.arguments);
  if (list < 0 || table.kind[list] !== K.arguments) return 0;
  const values: number[] = [];
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind === K.comment || kind === T['('] || kind === T[')'] || kind === T[',']) continue;
    const isOpen = values.length === before || (values.length > before && restsOnOthers[kind] === 1);
    if (!isOpen) values.push(valueExpression(reading, child, depth));
    else values.push(isFunctionValue[kind] ? lambdaTaking(reading, child, depth) : 0);
    if (values.length > MOST_ARGUMENTS) return 0;
  }
  return values.length > 0 ? expressions.arguments(values) : 0;
}

const elementCallbacks = new Set(
  'forEach map filter find findLast findIndex findLastIndex some every flatMap sort toSorted'.split(' '),
);
/** Of these the second is an element. */
const foldingCallbacks = new Set('reduce reduceRight sort toSorted'.split(' '));

/**
 * What a parameter of a function is given that is an argument of a call: the first of `list.map(item => …)` and its like an element
 * of the list, others what the routine that is called says.
 */
export function callbackParameter(reading: ScriptReading, parameter: number, depth: number): number {
  const { table, expressions } = reading;
  const list = table.parent[parameter];
  const isSingle = table.kind[list] === K.arrow_function;
  const callback = isSingle ? list : table.parent[list];
  const args = table.parent[callback];
  if (args < 0) return 0;
  if (table.kind[args] !== K.arguments) {
    const place = isSingle ? 0 : placeAmong(reading, list, parameter);
    return expressions.add(EXPRESSION.contextualArgument, contextOf(reading, callback, depth + 1), place);
  }
  const call = table.parent[args];
  const callee = Math.max(childIn(table, call, F.function), childIn(table, call, F.constructor));
  if (callee < 0) return 0;
  const place = isSingle ? 0 : placeAmong(reading, list, parameter);
  const argument = placeAmong(reading, args, callback);
  if (argument === 0 && table.kind[callee] === K.member_expression) {
    const method = textOf(reading, childIn(table, callee, F.property));
    const object = (): number => valueExpression(reading, childIn(table, callee, F.object), depth + 1);
    const takesElement = place === 0 ? elementCallbacks : foldingCallbacks;
    if (place <= 1 && takesElement.has(method)) return expressions.add(EXPRESSION.element, object());
    if (place === 0 && method === 'then') return expressions.add(EXPRESSION.awaited, object());
  }
  const given = childIn(table, call, F.type_arguments);
  const called = calledWith(
    reading,
    applied(reading, valueExpression(reading, callee, depth + 1), given, depth),
    call,
    argument,
    depth,
  );
  return expressions.add(EXPRESSION.callback, called, callbackPlace(argument, place));
}

/** Which of a list's entries a node is, counted from 0. */
export function placeAmong({ table }: ScriptReading, list: number, node: number): number {
  let place = 0;
  for (let child = list + 1; child < node; child = table.next[child])
    if (table.kind[child] === T[',']) place++;
  return place;
}
