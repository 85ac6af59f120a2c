import { KIND } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { argumentAt, memberOfReceiver, membersByName } from './contents.ts';
import { decoratorsOf, receiverName } from './declare.ts';
import { lookUpName } from './expressions.ts';
import type { PythonReading } from './reading.ts';
import { F, K } from './vocabulary.ts';

/** The calls of a file's own routines within the file, by routine: their lists of arguments. */
export type CallsWithin = Map<number, number[]>;

/** More calls of one routine are not looked at. */
const MOST_CALLS = 8;

/** Finds calls of routines by name, of methods on their receiver, and of constructors by their type's name. O(nodes). */
export function callsWithin(reading: PythonReading): CallsWithin {
  const { table } = reading;
  const found: CallsWithin = new Map();
  const methods = membersByName(reading, KIND.routine);
  for (let node = 0; node < table.count; node++) {
    if (table.kind[node] !== K.call) continue;
    const callee = childIn(table, node, F.function);
    const list = childIn(table, node, F.arguments);
    const routine = callee < 0 || list < 0 ? undefined : calledHere(reading, methods, callee);
    if (routine === undefined) continue;
    const known = found.get(routine);
    if (known === undefined) found.set(routine, [list]);
    else if (known.length < MOST_CALLS) known.push(list);
  }
  return found;
}

function calledHere(
  reading: PythonReading,
  methods: ReadonlyMap<string, number>,
  callee: number,
): number | undefined {
  const { table, declarations, symbols } = reading;
  if (table.kind[callee] === K.identifier) {
    const binding = lookUpName(reading, reading.scopeOf[callee], textOf(reading, callee));
    const named = binding?.kind === 'symbol' ? symbols[binding.symbol] : [];
    // One that is declared again may be any of them.
    if (named.length !== 1) return undefined;
    const { kind } = declarations[named[0]];
    if (kind === KIND.type) return methods.get(`${named[0]} __init__`);
    return kind === KIND.routine ? named[0] : undefined;
  }
  return memberOfReceiver(reading, methods, callee);
}

/** What a routine's parameter is given where the routine is called within its file: nodes of arguments. */
export function argumentsFor(reading: PythonReading, routine: number, parameter: number): number[] {
  const { table, declarations } = reading;
  const { node } = declarations[routine];
  const place = placeOfParameter(reading, childIn(table, node, F.parameters), parameter);
  if (place === null) return [];
  const cls = declarations[routine].parent;
  const isMethod =
    cls >= 0 && declarations[cls].kind === KIND.type && !decoratorsOf(reading, node).includes('staticmethod');
  const name = textOf(reading, parameter);
  return (reading.callsWithin?.get(routine) ?? []).flatMap((list) => {
    const named = keywordArgument(reading, list, name);
    // What a method is called on is no argument.
    const given = named >= 0 ? named : argumentAt(reading, list, place - (isMethod ? 1 : 0));
    return given >= 0 && isMade(reading, given) ? [given] : [];
  });
}

/** Which of the parameters that can be given by their place a name is; null for another. */
function placeOfParameter({ table }: PythonReading, list: number, parameter: number): number | null {
  let place = 0;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const kind = table.kind[child];
    if (child === parameter || (kind === K.default_parameter && child + 1 === parameter)) return place;
    if (kind === K.identifier || kind === K.default_parameter || kind === K.typed_parameter) place++;
    else if (kind === K.typed_default_parameter) place++;
  }
  return null;
}

function keywordArgument(reading: PythonReading, list: number, name: string): number {
  const { table } = reading;
  for (let child = list + 1; child < table.next[list]; child = table.next[child])
    if (table.kind[child] === K.keyword_argument && textOf(reading, childIn(table, child, F.name)) === name)
      return childIn(table, child, F.value);
  return -1;
}

/**
 * True for an argument that rests on no other parameter: a receiver, or an instance that is made there or just before. What rests on
 * parameters that rest on parameters would be a circle through whole codebases.
 */
function isMade(reading: PythonReading, node: number, steps = 0): boolean {
  const { table } = reading;
  if (table.kind[node] === K.call) {
    const callee = childIn(table, node, F.function);
    return callee >= 0 && namesType(reading, callee);
  }
  if (table.kind[node] !== K.identifier || steps > 0) return false;
  const method = reading.ownerOf[node];
  if (method >= 0 && textOf(reading, node) === receiverName(reading, reading.declarations[method].node))
    return true;
  const binding = lookUpName(reading, reading.scopeOf[node], textOf(reading, node));
  if (binding?.kind !== 'local' || table.kind[table.parent[binding.node]] !== K.assignment) return false;
  const right = childIn(table, table.parent[binding.node], F.right);
  return right >= 0 && isMade(reading, right, steps + 1);
}

/** True for a type of the file, or what is imported and named as types are. */
function namesType(reading: PythonReading, callee: number): boolean {
  const { declarations, scopeOf, symbols } = reading;
  const name = textOf(reading, callee);
  const binding = lookUpName(reading, scopeOf[callee], name);
  if (binding?.kind === 'symbol') return declarations[symbols[binding.symbol][0]].kind === KIND.type;
  return /^_*[A-Z]\w*[a-z]/.test(name.split('.').at(-1)!);
}
