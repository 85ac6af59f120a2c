import { EXPRESSION, REFERENCE } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import type { ReferenceList } from '../reading/walk.ts';
import {
  argumentsIn,
  argumentsOf,
  makers,
  nameAt,
  typeExpression,
  typeGivenTo,
  valueExpression,
} from './expressions.ts';
import type { NativeReading } from './reading.ts';
import { F, K, kindSet } from './vocabulary.ts';

const namesClass = kindSet(K.type_identifier, K.qualified_identifier, K.template_type);
const isList = kindSet(K.argument_list, K.initializer_list);
const isNoInstance = kindSet(
  K.new_expression,
  K.string_literal,
  K.concatenated_string,
  K.number_literal,
  K.char_literal,
  K.true,
  K.false,
  K.null,
);

/** Instances that C++ makes without `new`: `P p;`, `P p(1);`, `P p{1}`, each a construction where the variable's name stands. */
export function referDeclared(
  reading: NativeReading,
  node: number,
  owner: number,
  into: ReferenceList,
): void {
  const { table } = reading;
  const type = childIn(table, node, F.type);
  if (type < 0 || !namesClass[table.kind[type]] || isLinkedFromElsewhere(reading, node)) return;
  for (let child = type; child < table.next[node]; child = table.next[child]) {
    if (table.field[child] !== F.declarator) continue;
    const args = constructorArguments(reading, child, owner);
    if (args === 0) continue;
    into.add(REFERENCE.construct, owner, child, typeExpression(reading, type), args);
    if (table.kind[child] === K.function_declarator) referCallsIn(reading, child, owner, into);
  }
}

/** What a declarator makes its variable with; 0 where it makes none, for it points, refers, copies, or declares a routine. */
function constructorArguments(reading: NativeReading, declarator: number, owner: number): number {
  const { table, declarations, expressions } = reading;
  const kind = table.kind[declarator];
  if (kind === K.identifier) return expressions.arguments([]);
  if (kind === K.init_declarator) {
    const value = childIn(table, declarator, F.value);
    const isPlain = table.kind[childIn(table, declarator, F.declarator)] === K.identifier;
    if (!isPlain || value < 0) return 0;
    if (isList[table.kind[value]]) return argumentsIn(reading, value);
    // `P p = f();` may make nothing but what `f` gives; of what is surely no P it makes one.
    return isNoInstance[table.kind[value]] ? expressions.arguments([valueExpression(reading, value)]) : 0;
  }
  // `P p(a, b);` within a routine reads like a routine that takes types named `a` and `b`.
  const isInRoutine =
    owner >= 0 && reading.ownerOf[declarator] === owner && declarations[owner].node !== declarator;
  if (kind !== K.function_declarator || !isInRoutine || !isInBody(reading, declarator)) return 0;
  const given = namesIn(reading, childIn(table, declarator, F.parameters));
  return given ? expressions.arguments(given) : 0;
}

/** The values that parameters would be if they were arguments: names, and calls of names; null when one can be neither. */
function namesIn(reading: NativeReading, list: number): number[] | null {
  const cells: number[] = [];
  for (const parameter of parametersOf(reading, list)) {
    const value = valueLikeParameter(reading, parameter);
    if (value === null) return null;
    cells.push(value);
  }
  return cells.length > 0 ? cells : null;
}

function parametersOf({ table }: NativeReading, list: number): number[] {
  const found: number[] = [];
  for (let child = list + 1; list >= 0 && child < table.next[list]; child = table.next[child])
    if (table.kind[child] === K.parameter_declaration) found.push(child);
  return found;
}

/** What `f(a)` is that was read as a type with a declarator. */
function valueLikeParameter(reading: NativeReading, parameter: number): number | null {
  const { table, expressions } = reading;
  const type = childIn(table, parameter, F.type);
  if (type < 0 || !namesClass[table.kind[type]]) return null;
  const declarator = childIn(table, parameter, F.declarator);
  const isName = table.kind[type] === K.type_identifier;
  if (declarator < 0) return isName ? valueExpression(reading, type) : null;
  if (table.kind[declarator] !== K.abstract_function_declarator) return null;
  const list = childIn(table, declarator, F.parameters);
  const given = namesIn(reading, list) ?? (parametersOf(reading, list).length === 0 ? [] : null);
  if (given === null) return null;
  return expressions.add(EXPRESSION.result, valueExpression(reading, type), expressions.arguments(given));
}

/** The calls among what looks like parameters. */
function referCallsIn(reading: NativeReading, declarator: number, owner: number, into: ReferenceList): void {
  const { table, expressions } = reading;
  for (const parameter of parametersOf(reading, childIn(table, declarator, F.parameters))) {
    const inner = childIn(table, parameter, F.declarator);
    if (inner < 0) continue;
    const type = childIn(table, parameter, F.type);
    const given = namesIn(reading, childIn(table, inner, F.parameters)) ?? [];
    into.add(REFERENCE.call, owner, type, valueExpression(reading, type), expressions.arguments(given));
    referCallsIn(reading, inner, owner, into);
  }
}

function isInBody({ table }: NativeReading, node: number): boolean {
  for (let at = table.parent[node]; at >= 0; at = table.parent[at])
    if (table.kind[at] === K.compound_statement) return true;
  return false;
}

function isLinkedFromElsewhere({ table, text }: NativeReading, node: number): boolean {
  const storage = childOfKind(table, node, K.storage_class_specifier);
  return storage >= 0 && text.startsWith('extern', table.start[storage]);
}

/** `: Base(1), field(2)` makes the part of the instance that the parent is, and what the field holds. */
export function referMadeInHead(
  reading: NativeReading,
  node: number,
  owner: number,
  into: ReferenceList,
): void {
  const { table } = reading;
  const list = Math.max(
    childOfKind(table, node, K.argument_list),
    childOfKind(table, node, K.initializer_list),
  );
  const name = node + 1;
  if (list < 0 || list === name) return;
  const isPlain = table.kind[name] === K.field_identifier;
  const type = isPlain
    ? reading.expressions.add(EXPRESSION.initialised, nameAt(reading, name, textOf(reading, name)))
    : typeExpression(reading, name);
  into.add(REFERENCE.construct, owner, name, type, argumentsIn(reading, list));
}

/** `P field{3};` is made so by every constructor whose head does not name it. */
export function referMadeInPlace(
  reading: NativeReading,
  node: number,
  owner: number,
  into: ReferenceList,
): void {
  const { table, expressions } = reading;
  const [type, name, value] = [F.type, F.declarator, F.default_value].map((field) =>
    childIn(table, node, field),
  );
  if (value < 0 || type < 0 || !namesClass[table.kind[type]] || table.kind[name] !== K.field_identifier)
    return;
  const isMade = isList[table.kind[value]] || isNoInstance[table.kind[value]];
  if (!isMade) return;
  const args = isList[table.kind[value]]
    ? argumentsIn(reading, value)
    : expressions.arguments([valueExpression(reading, value)]);
  into.add(REFERENCE.construct, owner, name, typeExpression(reading, type), args);
}

/** `std::make_unique<P>(1)` makes a P. */
export function referMaker(reading: NativeReading, call: number, owner: number, into: ReferenceList): void {
  const { table } = reading;
  const type = typeGivenTo(reading, childIn(table, call, F.function), makers);
  if (type < 0) return;
  into.add(REFERENCE.construct, owner, type, typeExpression(reading, type), argumentsOf(reading, call));
}
