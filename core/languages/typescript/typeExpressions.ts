import { EXPRESSION } from '../../facts/fileFacts.ts';
import { MAX_DEPTH, receiverAt, statedOnce, typeParameter } from '../reading/stating.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { statedCalls, statedFunction } from './functions.ts';
import { importExpression } from './imports.ts';
import { textOf } from '../reading/reading.ts';
import type { ScriptReading } from './reading.ts';
import { lookUpType } from '../reading/scopes.ts';
import { F, K } from './vocabulary.ts';
import { boundValue, valueExpression } from './valueExpressions.ts';

/** States how a type node is to be resolved; 0 for type parameters, primitives and what has no single name. */
export function typeExpression(reading: ScriptReading, node: number, depth = 0): number {
  return statedOnce(reading.typeMemo, node, depth, () => stateType(reading, node, depth));
}

function stateType(reading: ScriptReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const inner = (child: number): number => typeExpression(reading, child, depth + 1);
  switch (table.kind[node]) {
    case K.identifier:
    case K.type_identifier: {
      const name = textOf(reading, node);
      const found = lookUpType(reading.scopeOf[node], name);
      if (!found) return expressions.add(EXPRESSION.global, expressions.name(name));
      if (found.kind !== 'opaque') return boundValue(reading, found, depth);
      if (found.owner === undefined) return found.constraint < 0 ? 0 : inner(found.constraint);
      return typeParameter(reading, found, inner);
    }
    case K.nested_type_identifier: {
      const name = childIn(table, node, F.name);
      const module = qualifier(reading, childIn(table, node, F.module), depth + 1);
      return name < 0
        ? 0
        : expressions.add(EXPRESSION.member, module, expressions.name(textOf(reading, name)));
    }
    case K.member_expression:
      return valueExpression(reading, node, depth + 1);
    case K.generic_type: {
      const name = childIn(table, node, F.name);
      if (textOf(reading, name) === 'ReturnType') return returnType(reading, node, depth);
      if (textOf(reading, name) === 'Omit') return typeWithout(reading, node, depth);
      const base = inner(name);
      return applied(reading, base, childOfKind(table, node, K.type_arguments), depth);
    }
    case K.conditional_type: {
      const branches = [F.consequence, F.alternative].map((field) => inner(childIn(table, node, field)));
      return expressions.union(branches);
    }
    case K.this_type:
      return expressions.add(EXPRESSION.typeOf, receiverAt(reading, node, EXPRESSION.this));
    case K.literal_type:
      return table.kind[node + 1] === K.string ? expressions.literal(textOf(reading, node)) : 0;
    case K.type_predicate_annotation:
      return inner(table.next[node + 1]);
    case K.type_predicate:
      return predicate(reading, node, depth);
    case K.type_annotation:
    case K.readonly_type:
    case K.parenthesized_type:
      return inner(table.next[node + 1]);
    case K.array_type:
      return expressions.arrayOf(inner(node + 1));
    case K.object_type:
      return objectType(reading, node, depth);
    case K.lookup_type: {
      const index = table.next[table.next[node + 1]];
      const name = table.kind[index] === K.literal_type ? textOf(reading, index).slice(1, -1) : '';
      if (!/^[\w$]+$/.test(name)) return 0;
      const object = expressions.add(EXPRESSION.instance, inner(node + 1));
      return object === 0
        ? 0
        : expressions.add(
            EXPRESSION.typeOf,
            expressions.add(EXPRESSION.member, object, expressions.name(name)),
          );
    }
    case K.function_type:
      return statedFunction(reading, node, depth);
    case K.union_type:
    case K.intersection_type:
      return combined(reading, node, depth);
    case K.type_query:
      return expressions.add(EXPRESSION.typeOf, valueExpression(reading, table.next[node + 1], depth + 1));
    default:
      return 0;
  }
}

/** `ReturnType<typeof f>` is the type of what f gives. */
function returnType(reading: ScriptReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const args = childOfKind(table, node, K.type_arguments);
  const query = args < 0 ? -1 : childOfKind(table, args, K.type_query);
  if (query < 0) return 0;
  const called = valueExpression(reading, table.next[query + 1], depth + 1);
  return expressions.add(EXPRESSION.typeOf, expressions.add(EXPRESSION.result, called));
}

/** Types that state more members than this are data. */
const MOST_MEMBERS = 200;

/** The properties and methods of a type that has no name of its own. */
function statedMembers(reading: ScriptReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const entries: number[] = [];
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind !== K.property_signature && kind !== K.method_signature) continue;
    const name = textOf(reading, childIn(table, child, F.name)).replace(/^(['"])(.*)\1$/s, '$2');
    const type = childIn(table, child, F.type);
    const typed = type < 0 ? 0 : typeExpression(reading, type, depth + 1);
    const stated = kind === K.method_signature ? statedFunction(reading, child, depth) : typed;
    const value = expressions.add(EXPRESSION.instance, stated);
    entries.push(
      expressions.add(EXPRESSION.entry, value || expressions.literal('unknown'), expressions.name(name)),
    );
    if (entries.length > MOST_MEMBERS) return 0;
  }
  return entries.length === 0 ? 0 : expressions.add(EXPRESSION.object, expressions.list(entries));
}

/** `x is Gate`: that a parameter is of a type. */
function predicate(reading: ScriptReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const subject = childIn(table, node, F.name);
  const type = childIn(table, node, F.type);
  if (subject < 0 || type < 0) return 0;
  const name = textOf(reading, subject);
  let holder = table.parent[node];
  while (holder >= 0 && childIn(table, holder, F.parameters) < 0) holder = table.parent[holder];
  if (holder < 0) return 0;
  const place = name === 'this' ? 0 : placeOfParameter(reading, childIn(table, holder, F.parameters), name);
  if (place < 0) return 0;
  const stated = typeExpression(reading, type, depth + 1);
  return stated === 0 ? 0 : expressions.add(EXPRESSION.typePredicate, stated, place);
}

/** Which of a list's parameters bears a name, from 1; -1 for none. */
function placeOfParameter(reading: ScriptReading, list: number, name: string): number {
  const { table } = reading;
  let place = 0;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind !== K.required_parameter && kind !== K.optional_parameter) continue;
    const pattern = childIn(table, child, F.pattern);
    if (pattern >= 0 && table.kind[pattern] === K.this) continue;
    place++;
    if (pattern >= 0 && textOf(reading, pattern) === name) return place;
  }
  return -1;
}

/** `Omit<Gate, 'open' | 'shut'>` has all but those. */
function typeWithout(reading: ScriptReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const args = childOfKind(table, node, K.type_arguments);
  if (args < 0) return 0;
  const base = table.next[args + 1];
  const left = typeExpression(reading, base, depth + 1);
  const comma = table.next[base];
  const names = comma < table.next[args] ? literalsIn(reading, table.next[comma]) : [];
  return names.length === 0 || left === 0
    ? left
    : expressions.add(EXPRESSION.omit, left, expressions.list(names));
}

/** The literals of a type that is one, or a union of some. */
function literalsIn(reading: ScriptReading, node: number): number[] {
  const { table, expressions } = reading;
  const found: number[] = [];
  for (let at = node; at < table.next[node]; at++)
    if (table.kind[at] === K.string) found.push(expressions.literal(textOf(reading, at)));
  return found;
}

/** A type between braces that no declaration is: with its members, or as it can be called and asked for names of any kind. */
function objectType(reading: ScriptReading, node: number, depth: number): number {
  return (
    statedCalls(reading, node, depth) ||
    statedMembers(reading, node, depth) ||
    heldUnderNames(reading, node, depth)
  );
}

/** What a type between braces says beside the members that are declared: how it is called, or what it holds under any name. */
export function statedBesideMembers(reading: ScriptReading, body: number): number {
  return statedCalls(reading, body, 0) || heldUnderNames(reading, body, 0);
}

/** `{ [name: string]: Gate }` holds gates under names of any kind. */
function heldUnderNames(reading: ScriptReading, body: number, depth: number): number {
  const { table, expressions } = reading;
  const index = childOfKind(table, body, K.index_signature);
  const mapped = index < 0 ? -1 : childOfKind(table, index, K.mapped_type_clause);
  const keys = mapped < 0 ? -1 : childIn(table, mapped, F.type);
  // With the keys of a type come its members.
  if (keys >= 0 && table.kind[keys] === K.index_type_query)
    return typeExpression(reading, table.next[keys + 1], depth + 1);
  const type = index < 0 ? -1 : childIn(table, index, F.type);
  const held = type < 0 ? 0 : typeExpression(reading, type, depth + 1);
  if (held === 0) return 0;
  const record = expressions.add(EXPRESSION.global, expressions.name('Record'));
  return expressions.add(EXPRESSION.generic, record, expressions.list([0, held]));
}

function qualifier(reading: ScriptReading, node: number, depth: number): number {
  if (node < 0 || depth > MAX_DEPTH) return 0;
  const { table, expressions } = reading;
  if (table.kind[node] === K.nested_identifier) {
    const object = qualifier(reading, childIn(table, node, F.object), depth + 1);
    const property = childIn(table, node, F.property);
    return property < 0
      ? 0
      : expressions.add(EXPRESSION.member, object, expressions.name(textOf(reading, property)));
  }
  if (table.kind[node] !== K.identifier) return valueExpression(reading, node, depth + 1);
  const imported = reading.importAt.get(node);
  if (imported !== undefined) return importExpression(reading, imported, '*');
  return typeExpression(reading, node, depth + 1);
}

/** A type (expression) with the arguments of a `type_arguments` node, or as it is when there are none. */
export function applied(reading: ScriptReading, base: number, args: number, depth: number): number {
  const { table, expressions } = reading;
  if (args < 0) return base;
  const found: number[] = [];
  for (let child = args + 1; child < table.next[args]; child = table.next[child]) {
    const kind = table.kind[child];
    const isType = kind !== K.comment && table.end[child] - table.start[child] > 0;
    if (isType && !isPunctuation(reading, child)) found.push(typeExpression(reading, child, depth + 1));
  }
  return expressions.add(EXPRESSION.generic, base, expressions.list(found));
}

function isPunctuation(reading: ScriptReading, node: number): boolean {
  const { table, text } = reading;
  if (table.end[node] - table.start[node] !== 1) return false;
  return '<>,|&'.includes(text[table.start[node]]);
}

/** `A | undefined` is an A; `A & B` has what either has. */
function combined(reading: ScriptReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const isUnion = table.kind[node] === K.union_type;
  let result = 0;
  let literals = 0;
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    if (isPunctuation(reading, child) || table.kind[child] === K.comment) continue;
    const text = table.end[child] - table.start[child] <= 9 ? textOf(reading, child) : '';
    if (text === 'undefined' || text === 'null') continue;
    const type = typeExpression(reading, child, depth + 1);
    if (type === 0 || result === type) continue;
    // Of literals a value is any; which, says nothing of its members.
    if (expressions.isOf(type, EXPRESSION.literal)) literals++;
    if (literals > 1) return 0;
    const operation = isUnion ? EXPRESSION.union : EXPRESSION.intersection;
    result = result === 0 ? type : expressions.add(operation, result, type);
  }
  return result;
}
