import { EXPRESSION, KIND } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import type { Binding } from '../reading/scopes.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { containerOf, keeping } from './containers.ts';
import { receiverName } from './declare.ts';
import { lookUpName, valueExpression } from './expressions.ts';
import type { PythonReading } from './reading.ts';
import { F, K, kindSet } from './vocabulary.ts';

/** What is put into a container: a node, and whether it is kept under a key. */
interface Put {
  value: number;
  isIndexed: boolean;
}

/** What is put into containers, by what holds them: a field or variable, or a local name. */
export interface Contents {
  ofDeclaration: Map<number, Put[]>;
  ofLocal: Map<Binding, Put[]>;
}

/** More of what is put into one container is not looked at. */
const MOST_PUT = 8;

const emptySequences = new Set('list set frozenset tuple deque'.split(' '));
const emptyMaps = new Set(
  'dict OrderedDict defaultdict WeakValueDictionary WeakKeyDictionary ChainMap'.split(' '),
);
/** Methods that put what they are given into what they are called on, and which of their arguments that is. */
const putting: Readonly<Record<string, number>> = {
  append: 0,
  add: 0,
  appendleft: 0,
  insert: 1,
  setdefault: 1,
};

/** The kind of container that an expression makes without anything in it; null for all else. */
function emptyContainer(reading: PythonReading, node: number): 'list' | 'dict' | null {
  const { table } = reading;
  if (node < 0) return null;
  const isBare = table.next[table.next[node + 1]] >= table.next[node];
  if (table.kind[node] === K.list && isBare) return 'list';
  if (table.kind[node] === K.dictionary && isBare) return 'dict';
  if (table.kind[node] !== K.call) return null;
  const callee = childIn(table, node, F.function);
  const name = callee < 0 ? '' : textOf(reading, callee).split('.').at(-1)!;
  const list = childIn(table, node, F.arguments);
  const isGiven = list >= 0 && table.next[list + 1] < table.next[list] - 1;
  if (emptyMaps.has(name)) return 'dict';
  return emptySequences.has(name) && !isGiven ? 'list' : null;
}

/**
 * What a container holds that begins empty, or is made by a call of which nothing else is known: what is put into it first that is
 * known; 0 where `node` makes no such, or nothing is.
 */
export function filledContainer(
  reading: PythonReading,
  node: number,
  put: readonly Put[] | undefined,
  depth: number,
): number {
  if (put === undefined || node < 0) return 0;
  const kind = emptyContainer(reading, node);
  if (kind === null && reading.table.kind[node] !== K.call) return 0;
  for (const { value, isIndexed } of put) {
    const held = kind !== null || isIndexed ? valueExpression(reading, value, depth + 1) : 0;
    if (held === 0 || (kind === null && reading.expressions.isOf(held, EXPRESSION.literal))) continue;
    return kind === null
      ? keeping(reading, valueExpression(reading, node, depth + 1), held)
      : containerOf(reading, kind, held);
  }
  return 0;
}

/** Finds what is put into names and fields of receivers: `self.gates.append(gate)`, `gates[name] = gate`. O(nodes). */
export function contentsIn(reading: PythonReading): Contents {
  const { table } = reading;
  const found: Contents = { ofDeclaration: new Map(), ofLocal: new Map() };
  const fields = fieldsByName(reading);
  for (let node = 0; node < table.count; node++) {
    const put = puts[table.kind[node]] ? putAt(reading, node) : null;
    if (put) note(reading, found, fields, put.into, put);
  }
  return found;
}

const puts = kindSet(K.call, K.assignment);

function putAt(reading: PythonReading, node: number): (Put & { into: number }) | null {
  const { table } = reading;
  if (table.kind[node] === K.assignment) {
    const left = childIn(table, node, F.left);
    const value = childIn(table, node, F.right);
    if (left < 0 || value < 0 || table.kind[left] !== K.subscript) return null;
    return { into: childIn(table, left, F.value), value, isIndexed: true };
  }
  const callee = childIn(table, node, F.function);
  const list = childIn(table, node, F.arguments);
  if (callee < 0 || list < 0 || table.kind[callee] !== K.attribute) return null;
  const place = putting[textOf(reading, childIn(table, callee, F.attribute))];
  const value = place === undefined ? -1 : argumentAt(reading, list, place);
  return value < 0 ? null : { into: childIn(table, callee, F.object), value, isIndexed: false };
}

/** The argument in a place of a call's list, counted from 0; -1 when there are fewer. */
export function argumentAt(reading: PythonReading, list: number, place: number): number {
  return argumentsIn(reading, list)[place] ?? -1;
}

/** What a call's list holds, without its signs. */
export function argumentsIn({ table, text }: PythonReading, list: number): number[] {
  const found: number[] = [];
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    if (table.kind[child] === K.comment) continue;
    if (table.end[child] - table.start[child] === 1 && '(),'.includes(text[table.start[child]])) continue;
    found.push(child);
  }
  return found;
}

function note(
  reading: PythonReading,
  found: Contents,
  fields: ReadonlyMap<string, number>,
  into: number,
  put: Put,
): void {
  const { table, symbols } = reading;
  const add = <K>(all: Map<K, Put[]>, key: K): void => {
    const known = all.get(key);
    if (known === undefined) all.set(key, [put]);
    else if (known.length < MOST_PUT) known.push(put);
  };
  if (into < 0) return;
  if (table.kind[into] === K.identifier) {
    const binding = lookUpName(reading, reading.scopeOf[into], textOf(reading, into));
    if (binding?.kind === 'symbol') add(found.ofDeclaration, symbols[binding.symbol][0]);
    else if (binding?.kind === 'local') add(found.ofLocal, binding);
    return;
  }
  const field = fieldOfReceiver(reading, fields, into);
  if (field !== undefined) add(found.ofDeclaration, field);
}

/** The fields of types, by the declaration that holds them and their name. */
function fieldsByName({ declarations }: PythonReading): Map<string, number> {
  const found = new Map<string, number>();
  declarations.forEach(({ kind, parent, name }, d) => {
    if (kind === KIND.field && parent >= 0) found.set(`${parent} ${name}`, d);
  });
  return found;
}

/** The field of a method's own class that `self.name` means; undefined for all else. */
function fieldOfReceiver(
  reading: PythonReading,
  fields: ReadonlyMap<string, number>,
  node: number,
): number | undefined {
  const { table, declarations, ownerOf } = reading;
  if (table.kind[node] !== K.attribute) return undefined;
  const method = ownerOf[node];
  const cls = method < 0 ? -1 : declarations[method].parent;
  if (cls < 0 || declarations[cls].kind !== KIND.type) return undefined;
  if (textOf(reading, childIn(table, node, F.object)) !== receiverName(reading, declarations[method].node))
    return undefined;
  return fields.get(`${cls} ${textOf(reading, childIn(table, node, F.attribute))}`);
}
