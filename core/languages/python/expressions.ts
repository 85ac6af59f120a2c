import { EXPRESSION, KIND } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import type { Binding, Scope } from '../reading/scopes.ts';
import { boundExpression, MAX_DEPTH, receiverAt, statedOnce } from '../reading/stating.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { argumentExpression } from './calls.ts';
import { argumentsIn, filledContainer } from './contents.ts';
import {
  builtInResult,
  calledMember,
  dictionaryValue,
  iterated,
  listOf,
  listValue,
  partOfEach,
} from './containers.ts';
import { bindingOf, decoratorsOf, GLOBAL, NONLOCAL } from './declare.ts';
import { injectedExpression } from './fixtures.ts';
import type { PythonReading } from './reading.ts';
import { quotedType, wrappers } from './quotedTypes.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

/** Resolves a name outward, as `global` and `nonlocal` direct. */
export function lookUpName(reading: PythonReading, from: Scope, name: string): Binding | undefined {
  for (let at: Scope | null = from; at; at = at.parent) {
    const found = at.names?.get(name);
    if (!found) continue;
    if (found.kind !== 'opaque') return found;
    if (found.constraint === GLOBAL) return reading.fileScope.names?.get(name);
    if (found.constraint !== NONLOCAL) return undefined;
  }
  return undefined;
}

export function isLocalName(reading: PythonReading, node: number): boolean {
  return lookUpName(reading, reading.scopeOf[node], textOf(reading, node))?.kind === 'local';
}

/** States how the value of an expression node is to be resolved; 0 when one file cannot say. */
export function valueExpression(reading: PythonReading, node: number, depth = 0): number {
  return statedOnce(reading.valueMemo, node, depth, () => stateValue(reading, node, depth));
}

function stateValue(reading: PythonReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const inner = (child: number): number => valueExpression(reading, child, depth + 1);
  const isNamed = table.kind[node] === K.identifier || table.kind[node] === K.attribute;
  const tested = isNamed ? (reading.narrowings?.saidOf(node).at(-1) ?? -1) : -1;
  const narrowed = tested < 0 ? 0 : instance(reading, testedType(reading, tested, depth));
  if (narrowed !== 0) return narrowed;
  switch (table.kind[node]) {
    case K.identifier:
      return namedValue(reading, node, textOf(reading, node), depth);
    case K.attribute: {
      const attribute = childIn(table, node, F.attribute);
      if (attribute < 0) return 0;
      const object = inner(childIn(table, node, F.object));
      return expressions.add(EXPRESSION.member, object, expressions.name(textOf(reading, attribute)));
    }
    case K.call: {
      const callee = childIn(table, node, F.function);
      if (callee >= 0 && textOf(reading, callee) === 'super') return superAt(reading, node);
      return builtInResult(reading, node, depth) || expressions.add(EXPRESSION.result, inner(callee));
    }
    case K.await:
      return expressions.add(EXPRESSION.awaited, inner(table.next[node + 1]));
    case K.subscript: {
      const object = inner(childIn(table, node, F.value));
      const element = expressions.add(EXPRESSION.element, object, 1);
      return expressions.orElse(element, calledMember(reading, object, '__getitem__'));
    }
    case K.parenthesized_expression:
      return inner(table.next[node + 1]);
    case K.named_expression:
      return inner(childIn(table, node, F.value));
    case K.conditional_expression:
      return expressions.branches(inner(node + 1), inner(lastChild(reading, node)));
    case K.boolean_operator: {
      const right = inner(childIn(table, node, F.right));
      // What comes of the left of *and* alone is false or nothing, of which nothing is used.
      if (table.kind[childIn(table, node, F.operator)] === T.and) return right;
      return expressions.branches(inner(childIn(table, node, F.left)), right);
    }
    case K.string:
    case K.concatenated_string:
      return expressions.literal('str');
    case K.integer:
      return expressions.literal('int');
    case K.float:
      return expressions.literal('float');
    case K.true:
    case K.false:
    case K.comparison_operator:
    case K.not_operator:
      return expressions.literal('bool');
    case K.list:
    case K.tuple:
    case K.set:
      return listValue(reading, node, depth);
    case K.list_comprehension:
    case K.set_comprehension:
    case K.generator_expression:
      return listOf(reading, inner(childIn(table, node, F.body)));
    case K.dictionary:
    case K.dictionary_comprehension:
      return dictionaryValue(reading, node, depth);
    default:
      return 0;
  }
}

/** `super()`, and `super(Gate, self)`, which begins above the type that is named. */
function superAt(reading: PythonReading, node: number): number {
  const { declarations, symbols, scopeOf } = reading;
  const list = childIn(reading.table, node, F.arguments);
  const named = list < 0 ? undefined : argumentsIn(reading, list)[0];
  const name = named === undefined ? '' : textOf(reading, named);
  const binding = name === '' ? undefined : lookUpName(reading, scopeOf[node], name);
  const type = binding?.kind === 'symbol' ? symbols[binding.symbol][0] : -1;
  const own = receiverAt(reading, node, EXPRESSION.super);
  if (own === 0 || type < 0 || declarations[type].kind !== KIND.type) return own;
  return reading.expressions.add(EXPRESSION.super, type, 0);
}

/** The type that a test names, or any of those in its tuple, and in tuples therein. */
function testedType(reading: PythonReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  if (table.kind[node] === K.binary_operator) return typeExpression(reading, node, depth + 1);
  if (table.kind[node] !== K.tuple || depth > MAX_DEPTH) return valueExpression(reading, node, depth + 1);
  const types: number[] = [];
  for (let child = node + 1; child < table.next[node]; child = table.next[child])
    types.push(testedType(reading, child, depth + 1));
  return expressions.union(types);
}

function lastChild({ table }: PythonReading, node: number): number {
  let last = node + 1;
  for (let child = last; child < table.next[node]; child = table.next[child]) last = child;
  return last;
}

function namedValue(reading: PythonReading, node: number, name: string, depth: number): number {
  const found = lookUpName(reading, reading.scopeOf[node], name);
  if (found) return boundExpression(reading, found, (at) => localValue(reading, at, depth + 1));
  return reading.expressions.add(EXPRESSION.name, reading.expressions.name(name), 0);
}

/** What a local name holds: by its annotation, its default, what it is first given or loops over, or as a receiver. */
function localValue(reading: PythonReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const binder = bindingOf(reading, node);
  if (binder < 0 || depth > MAX_DEPTH) return 0;
  const isWhole = table.parent[node] === binder;
  switch (table.kind[binder]) {
    case K.parameters:
      return isWhole
        ? receiverParameter(reading, node, binder) || injectedOrCallSiteType(reading, node, binder)
        : 0;
    case K.typed_parameter:
    case K.typed_default_parameter:
      return instance(reading, typeExpression(reading, childIn(table, binder, F.type), depth + 1));
    case K.named_expression:
      return valueExpression(reading, childIn(table, binder, F.value), depth + 1);
    case K.default_parameter: {
      const value = valueExpression(reading, childIn(table, binder, F.value), depth + 1);
      const given = injectedOrCallSiteType(reading, node, table.parent[binder]);
      return expressions.add(EXPRESSION.uncertain, expressions.union([value, given]));
    }
    case K.assignment: {
      const type = childIn(table, binder, F.type);
      if (type >= 0) return instance(reading, typeExpression(reading, type, depth + 1));
      if (!isWhole) return 0;
      const right = childIn(table, binder, F.right);
      const binding = lookUpName(reading, reading.scopeOf[node], textOf(reading, node));
      const put = binding && reading.contents?.ofLocal.get(binding);
      return filledContainer(reading, right, put, depth) || valueExpression(reading, right, depth + 1);
    }
    case K.for_statement:
    case K.for_in_clause: {
      const list = childIn(table, binder, F.right);
      return isWhole
        ? iterated(reading, valueExpression(reading, list, depth + 1))
        : partOfEach(reading, node, list, depth);
    }
    case K.as_pattern_target:
      return namedByAs(reading, binder, depth);
    default:
      return 0;
  }
}

/** `except Error as e` names an instance, `with make() as it` what entering gives, which mostly is the thing itself. */
function namedByAs(reading: PythonReading, target: number, depth: number): number {
  const { table, expressions } = reading;
  const pattern = table.parent[target];
  const value = pattern + 1;
  const holder = table.kind[table.parent[pattern]];
  if (holder === K.except_clause || holder === K.except_group_clause) {
    const type = table.kind[value] === K.tuple ? table.next[value + 1] : value;
    return instance(reading, valueExpression(reading, type, depth + 1));
  }
  const made = valueExpression(reading, value, depth + 1);
  const entered = expressions.add(EXPRESSION.member, made, expressions.name('__enter__'));
  return expressions.orElse(expressions.add(EXPRESSION.result, entered), made);
}

/** The first parameter of a method is the receiver: an instance, or in a class method the class. */
function receiverParameter(reading: PythonReading, node: number, list: number): number {
  const { table, declarationAt, declarations } = reading;
  const routine = table.parent[list];
  const declared = declarationAt.get(routine);
  if (declared === undefined || node !== table.next[list + 1]) return 0;
  const cls = declarations[declared].parent;
  if (cls < 0 || declarations[cls].kind !== KIND.type) return 0;
  const decorators = decoratorsOf(reading, routine);
  if (decorators.includes('staticmethod')) return 0;
  const isClass = decorators.includes('classmethod') || declarations[declared].name === '__new__';
  return reading.expressions.add(EXPRESSION.this, cls, isClass ? 1 : 0);
}

/** What a parameter of which nothing else is known is given: by a fixture of its name, or where its routine is called. */
function injectedOrCallSiteType(reading: PythonReading, node: number, list: number): number {
  const { expressions } = reading;
  const injected = expressions.add(EXPRESSION.result, injectedExpression(reading, node, list));
  const argument = expressions.add(EXPRESSION.uncertain, argumentExpression(reading, node, list));
  return expressions.orElse(injected, argument);
}

function instance({ expressions }: PythonReading, type: number): number {
  return expressions.add(EXPRESSION.instance, type);
}

/** States how an annotation is to be resolved; 0 for what has no single name. */
export function typeExpression(reading: PythonReading, node: number, depth = 0): number {
  if (node < 0 || depth > MAX_DEPTH) return 0;
  const { table, expressions } = reading;
  const inner = (child: number): number => typeExpression(reading, child, depth + 1);
  switch (table.kind[node]) {
    case K.type:
    case K.parenthesized_expression:
      return inner(table.kind[node] === K.type ? node + 1 : table.next[node + 1]);
    case K.identifier:
    case K.attribute:
      return valueExpression(reading, node, depth + 1);
    case K.member_type:
      return valueExpression(reading, node + 1, depth + 1);
    case K.string:
      return quotedType(reading.expressions, textOf(reading, node), (name) =>
        namedValue(reading, node, name, depth),
      );
    case K.union_type:
    case K.binary_operator:
      return unionType(reading, node, depth);
    case K.generic_type:
    case K.subscript: {
      const base = node + 1;
      const name = textOf(reading, base).split('.').at(-1)!;
      const cells = argumentTypes(reading, node, depth);
      if (wrappers.has(name)) return cells.find((type) => type > 0) ?? 0;
      if (name === 'Union') return expressions.union(cells);
      return expressions.add(
        EXPRESSION.generic,
        valueExpression(reading, base, depth + 1),
        expressions.list(cells),
      );
    }
    default:
      return 0;
  }
}

/** A name as it stands in an annotation in quotes. */
export function quotedName(reading: PythonReading, node: number, name: string): number {
  return quotedType(reading.expressions, name, (first) => namedValue(reading, node, first, 0));
}

const isTypeNode = kindSet(
  K.type,
  K.identifier,
  K.attribute,
  K.member_type,
  K.string,
  K.union_type,
  K.generic_type,
  K.subscript,
  K.binary_operator,
);

/** The nodes of a generic's arguments, in order. */
function argumentNodes({ table }: PythonReading, node: number): number[] {
  const found: number[] = [];
  const visit = (holder: number): void => {
    for (let child = holder + 1; child < table.next[holder]; child = table.next[child]) {
      if (child === node + 1) continue;
      if (isTypeNode[table.kind[child]]) found.push(child);
      else if (table.kind[child] === K.type_parameter || table.kind[child] === K.tuple) visit(child);
    }
  };
  visit(node);
  return found;
}

function argumentTypes(reading: PythonReading, node: number, depth: number): number[] {
  return argumentNodes(reading, node).map((child) => typeExpression(reading, child, depth + 1));
}

/** Any of the alternatives that are types: `None | Gauge` is a gauge. */
function unionType(reading: PythonReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const types: number[] = [];
  for (let child = node + 1; child < table.next[node]; child = table.next[child])
    if (isTypeNode[table.kind[child]]) types.push(typeExpression(reading, child, depth + 1));
  return expressions.union(types);
}

/** What a routine gives back: by its annotation, or else by what it evidently returns or yields. */
export function returnedValue(reading: PythonReading, node: number): number {
  const { table } = reading;
  const type = childIn(table, node, F.return_type);
  if (type >= 0) return instance(reading, typeExpression(reading, type));
  const own = reading.declarationAt.get(node);
  const values: number[] = [];
  for (let at = node + 1; at < table.next[node]; at++) {
    const kind = table.kind[at];
    if ((kind !== K.return_statement && kind !== K.yield) || reading.ownerOf[at] !== own) continue;
    const value =
      kind === K.yield ? yieldedValue(reading, at, node) : valueExpression(reading, table.next[at + 1]);
    values.push(value);
  }
  return reading.expressions.union(values);
}

/** Routines that yield to what stands in between: managers of contexts, and fixtures. */
const handsOver = /(^|\.)((async)?contextmanager|fixture)$/;

/** `yield x` makes a sequence of such, but for a context manager, which hands it over; `yield from xs` passes on what xs is. */
function yieldedValue(reading: PythonReading, node: number, routine: number): number {
  const { table } = reading;
  const first = table.next[node + 1];
  if (first >= table.next[node]) return 0;
  if (table.kind[first] === T.from) return valueExpression(reading, table.next[first]);
  const value = valueExpression(reading, first);
  const isManager = decoratorsOf(reading, routine).some((name) => handsOver.test(name));
  return isManager ? value : listOf(reading, value);
}

/** What a variable or field holds: by its annotation, or else by what it is given first that can be told. */
export function assignedValue(reading: PythonReading, declaration: number): number {
  const put = reading.contents?.ofDeclaration.get(declaration);
  let found = 0;
  for (const { value, type } of reading.assignmentsTo.get(declaration) ?? []) {
    if (type >= 0) {
      const declared = instance(reading, typeExpression(reading, type));
      if (declared > 0) return declared;
    }
    if (value >= 0 && reading.table.kind[value] !== K.none)
      found ||= filledContainer(reading, value, put, 0) || valueExpression(reading, value);
  }
  return found;
}
