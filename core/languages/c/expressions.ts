import { ANY_NUMBER, EXPRESSION, FORM, KIND } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { lookUp, lookUpType, type Binding } from '../reading/scopes.ts';
import { boundExpression, MAX_DEPTH, statedOnce, typeParameter } from '../reading/stating.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { lastName, nameText, pointersOf, readDeclarator } from './declarators.ts';
import { countParameters, parametersIn, takesMore } from './figures.ts';
import { appliedAt, isLong, operatorExpression } from './operators.ts';
import type { NativeReading } from './reading.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

/** The declaration from which names are looked up: a type, a namespace, or a routine defined outside of its type. */
function lookUpFrom(reading: NativeReading, node: number): number {
  const { ownerOf, declarations, qualified, madeByMacro } = reading;
  const isOfType = (at: number): boolean =>
    declarations[at].kind === KIND.type || qualified.has(at) || madeByMacro.has(at);
  let at = ownerOf[node];
  while (at >= 0 && !isOfType(at)) at = declarations[at].parent;
  return at;
}

export function nameAt(reading: NativeReading, node: number, name: string): number {
  const { expressions } = reading;
  return expressions.add(EXPRESSION.name, expressions.name(name), lookUpFrom(reading, node) + 1);
}

/** As {@link nameAt}, where only a type can be meant. */
export function typeNameAt(reading: NativeReading, node: number, name: string): number {
  const { expressions } = reading;
  return expressions.add(EXPRESSION.typeName, expressions.name(name), lookUpFrom(reading, node) + 1);
}

/** What `a::b::c` names. Of the standard library only the last name is kept. */
export function qualifiedName(reading: NativeReading, node: number, depth = 0): number {
  const { table, expressions } = reading;
  let value = -1;
  let at = node;
  for (let steps = 0; at >= 0 && steps < MAX_DEPTH; steps++) {
    const isQualified = table.kind[at] === K.qualified_identifier;
    const part = isQualified ? childIn(table, at, F.scope) : at;
    // `::name` is the one that no namespace and no type holds.
    if (part < 0 && value < 0) value = EVERYWHERE;
    if (part >= 0) {
      const name = nameText(reading, lastPart(reading, part));
      if (name === 'std' && value < 0) value = STANDARD;
      else if (value === STANDARD) value = expressions.add(EXPRESSION.global, expressions.name(name));
      else if (value === EVERYWHERE) value = expressions.add(EXPRESSION.name, expressions.name(name), 0);
      else if (value < 0) value = named(reading, part, name, depth);
      else value = expressions.add(EXPRESSION.member, value, expressions.name(name));
      if (value > 0) value = withArguments(reading, value, part, depth);
    }
    if (!isQualified) break;
    at = childIn(table, at, F.name);
  }
  return value > 0 ? value : 0;
}

/** Stand for the namespace `std`, and for the one around all, while a name in it is read. */
const STANDARD = -2;
const EVERYWHERE = -3;

function lastPart({ table }: NativeReading, node: number): number {
  const kind = table.kind[node];
  if (kind === K.template_type || kind === K.template_function || kind === K.template_method)
    return childIn(table, node, F.name);
  if (kind === K.dependent_name || kind === K.dependent_type)
    return lastPart({ table } as NativeReading, table.next[node] - 1);
  return node;
}

function withArguments(reading: NativeReading, base: number, node: number, depth: number): number {
  const { table, expressions } = reading;
  const list = childIn(table, node, F.arguments);
  if (list < 0 || table.kind[list] !== K.template_argument_list) return base;
  const cells: number[] = [];
  for (let child = list + 1; child < table.next[list]; child = table.next[child])
    if (table.kind[child] === K.type_descriptor) cells.push(typeExpression(reading, child, depth + 1));
  if (cells.length === 0) return base;
  return expressions.add(EXPRESSION.generic, base, expressions.list(cells));
}

/** What names a type with its tag: `struct gauge`. */
export const isSpecifier = kindSet(
  K.class_specifier,
  K.struct_specifier,
  K.union_specifier,
  K.enum_specifier,
);

/** The first name of a qualified one, which a type or a namespace has, or a template by itself. */
function named(reading: NativeReading, node: number, name: string, depth: number): number {
  const isValue =
    reading.table.kind[node] === K.template_function || reading.table.kind[node] === K.identifier;
  return namedType(reading, node, name, depth, isValue ? nameAt : typeNameAt);
}

function namedType(
  reading: NativeReading,
  node: number,
  name: string,
  depth: number,
  otherwise = typeNameAt,
): number {
  // After `struct` and its like a variable of the name hides nothing: tags are names of their own.
  const isTag = isSpecifier[reading.table.kind[reading.table.parent[node]]] === 1;
  const found = (isTag ? lookUpType : lookUp)(reading.scopeOf[node], name);
  if (found?.kind === 'opaque') return typeParameter(reading, found, () => 0);
  return found ? boundValue(reading, found, depth) : otherwise(reading, node, name);
}

/** States how a type node is to be resolved; 0 for what has no single name. References are as their types. */
export function typeExpression(reading: NativeReading, node: number, depth = 0): number {
  if (node < 0 || depth > MAX_DEPTH) return 0;
  const { table } = reading;
  switch (table.kind[node]) {
    case K.type_identifier:
    case K.identifier:
    case K.namespace_identifier:
      return namedType(reading, node, textOf(reading, node), depth);
    case K.qualified_identifier:
    case K.template_type:
      return qualifiedName(reading, node, depth);
    case K.type_descriptor:
      return pointed(
        reading,
        typeExpression(reading, childIn(table, node, F.type), depth + 1),
        childIn(table, node, F.declarator),
      );
    case K.dependent_type:
      return typeExpression(reading, table.next[node + 1], depth + 1);
    case K.class_specifier:
    case K.struct_specifier:
    case K.union_specifier:
    case K.enum_specifier: {
      const declared = reading.declarationAt.get(node);
      if (declared !== undefined) return declaredHere(reading, declared);
      return typeExpression(reading, childIn(table, node, F.name), depth + 1);
    }
    case K.primitive_type:
    case K.sized_type_specifier:
      return reading.expressions.literal(textOf(reading, node).replace(/\s+/g, ' '));
    default:
      return 0;
  }
}

/** The type that a declarator makes of a type by its pointers. */
function pointed(reading: NativeReading, type: number, declarator: number): number {
  let pointed = type;
  for (let count = pointersOf(reading, declarator); count > 0; count--)
    pointed = reading.expressions.add(EXPRESSION.pointer, pointed);
  return isPassing(reading, declarator) ? reading.expressions.add(EXPRESSION.passing, pointed) : pointed;
}

/** True for `T&&`. */
function isPassing({ table, text }: NativeReading, declarator: number): boolean {
  return (
    declarator >= 0 &&
    isReference[table.kind[declarator]] === 1 &&
    text.startsWith('&&', table.start[declarator])
  );
}

const isReference = kindSet(K.reference_declarator, K.abstract_reference_declarator);

/** The type of what a parameter, or a variable, declares. */
export function declaredType(
  reading: NativeReading,
  holder: number,
  declarator = childIn(reading.table, holder, F.declarator),
  depth = 0,
): number {
  return pointed(reading, typeExpression(reading, childIn(reading.table, holder, F.type), depth), declarator);
}

/** A type of this file by itself, though it may have no name. */
function declaredHere(reading: NativeReading, declaration: number): number {
  const { declarations, symbols, expressions } = reading;
  if (declarations[declaration].symbol < 0)
    declarations[declaration].symbol = symbols.push([declaration]) - 1;
  return expressions.add(EXPRESSION.symbol, declarations[declaration].symbol);
}

/** What a declarator declares, given the node that holds its type. */
export function declaredValue(reading: NativeReading, holder: number, declarator: number, depth = 0): number {
  const { table, expressions } = reading;
  const type = childIn(table, holder, F.type);
  if (type < 0) return 0;
  if (table.kind[type] === K.placeholder_type_specifier) {
    const value = childIn(table, declarator, F.value);
    const given = value >= 0 ? value : childIn(table, holder, F.value);
    return valueExpression(reading, given, depth + 1);
  }
  return expressions.add(EXPRESSION.instance, declaredType(reading, holder, declarator, depth + 1));
}

const isPunctuation = kindSet(T['('], T[')'], T['{'], T['}'], T[','], K.comment);

/** The arguments of a call as an expression; 0 when there is no list of them. */
export function argumentsOf(reading: NativeReading, call: number, depth = 0): number {
  const { table } = reading;
  const list = childIn(table, call, F.arguments);
  return list < 0 || table.kind[list] !== K.argument_list ? 0 : argumentsIn(reading, list, depth);
}

/** What stands in a list in brackets or braces, as arguments. */
export function argumentsIn(reading: NativeReading, list: number, depth = 0): number {
  const { table, expressions } = reading;
  const cells: number[] = [];
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const kind = table.kind[child];
    if (isPunctuation[kind]) continue;
    cells.push(valueExpression(reading, child, depth + 1));
  }
  return expressions.arguments(cells);
}

/** What a routine takes, as an expression of the operation `parameters`. */
export function parametersOf(reading: NativeReading, declarator: number): number {
  const { function: fn } = readDeclarator(reading, declarator);
  if (fn < 0) return 0;
  const { least, most } = countParameters(reading, fn);
  const cells = parametersIn(reading, fn).map((parameter) => declaredType(reading, parameter));
  const limit = takesMore(reading, fn) ? ANY_NUMBER : most;
  return reading.expressions.parameters(least, limit, cells);
}

/** States how the value of an expression node is to be resolved; 0 when one file cannot say. */
export function valueExpression(reading: NativeReading, node: number, depth = 0): number {
  return statedOnce(reading.valueMemo, node, depth, () => stateValue(reading, node, depth));
}

const castsOrMakes = /^((static|dynamic|const|reinterpret)_cast|make_shared|make_unique)$/;
const smartPointers: Readonly<Record<string, string>> = {
  make_shared: 'shared_ptr',
  make_unique: 'unique_ptr',
};
export const makers = /^(make_shared|make_unique)$/;

function stateValue(reading: NativeReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const inner = (child: number): number => valueExpression(reading, child, depth + 1);
  const instance = (type: number): number => expressions.add(EXPRESSION.instance, type);
  switch (table.kind[node]) {
    case K.identifier:
    case K.type_identifier: {
      const name = textOf(reading, node);
      const found = lookUp(reading.scopeOf[node], name);
      return found ? boundValue(reading, found, depth) : nameAt(reading, node, name);
    }
    case K.qualified_identifier:
    case K.template_function:
      return qualifiedName(reading, node, depth);
    case K.this: {
      const from = lookUpFrom(reading, node);
      return from < 0 ? 0 : expressions.add(EXPRESSION.address, receiver(reading, from, depth));
    }
    case K.field_expression: {
      const field = childIn(table, node, F.field);
      if (field < 0) return 0;
      const name = nameText(reading, lastPart(reading, field));
      const object = inner(childIn(table, node, F.argument));
      const isArrow = table.kind[childIn(table, node, F.operator)] === T['->'];
      const reached = isArrow ? expressions.add(EXPRESSION.arrow, object) : object;
      return expressions.add(EXPRESSION.member, reached, expressions.name(name));
    }
    case K.call_expression: {
      const callee = childIn(table, node, F.function);
      const made = templateResult(reading, callee, depth);
      if (made >= 0) return made;
      return expressions.add(EXPRESSION.result, inner(callee), argumentsOf(reading, node, depth));
    }
    case K.new_expression:
      return instance(
        expressions.add(EXPRESSION.pointer, typeExpression(reading, childIn(table, node, F.type), depth + 1)),
      );
    case K.cast_expression:
    case K.compound_literal_expression:
      return instance(typeExpression(reading, childIn(table, node, F.type), depth + 1));
    case K.subscript_expression: {
      const list = inner(childIn(table, node, F.argument));
      return operated(reading, node, expressions.add(EXPRESSION.element, list, 1), depth);
    }
    case K.pointer_expression: {
      const isAddress = table.kind[childIn(table, node, F.operator)] === T['&'];
      const operation = isAddress ? EXPRESSION.address : EXPRESSION.pointee;
      const reached = expressions.add(operation, inner(childIn(table, node, F.argument)));
      return operated(reading, node, reached, depth);
    }
    case K.unary_expression:
      return operated(reading, node, inner(childIn(table, node, F.argument)), depth);
    case K.binary_expression:
      return operated(reading, node, binaryValue(reading, node, depth), depth);
    case K.parenthesized_expression:
      return inner(table.next[node + 1]);
    case K.assignment_expression:
      return inner(childIn(table, node, F.left));
    case K.update_expression:
      return inner(childIn(table, node, F.argument));
    case K.co_await_expression:
      return expressions.add(EXPRESSION.awaited, inner(table.next[node + 1]));
    case K.conditional_expression:
      return expressions.branches(
        inner(childIn(table, node, F.consequence)),
        inner(childIn(table, node, F.alternative)),
      );
    case K.number_literal:
      return expressions.literal(typeOfNumber(textOf(reading, node)));
    case K.string_literal:
    case K.concatenated_string:
    case K.raw_string_literal:
      return instance(expressions.add(EXPRESSION.pointer, expressions.literal('char')));
    case K.char_literal:
      return expressions.literal('char');
    case K.true:
    case K.false:
      return expressions.literal('bool');
    case K.null:
      return expressions.literal('null');
    default:
      return 0;
  }
}

/** The type of a number by how it is written; a nullConstant may be a pointer that leads nowhere. */
export function typeOfNumber(text: string): string {
  if (text === '0') return 'nullConstant';
  const isHexadecimal = /^0x/i.test(text);
  if (isHexadecimal ? /[.p]/i.test(text) : /[.e]/i.test(text)) return /f$/i.test(text) ? 'float' : 'double';
  const suffix = /[ul]*$/i.exec(text)![0].toLowerCase();
  const length = suffix.includes('ll') ? ' long long' : suffix.includes('l') ? ' long' : ' int';
  return suffix.includes('u') ? `unsigned${length}` : length.trim();
}

/** What an operator gives where a type declares it, or else what it gives of itself. */
function operated(reading: NativeReading, node: number, otherwise: number, depth: number): number {
  if (!reading.prepared.isCpp) return otherwise;
  const applied = isLong(reading, node) ? null : appliedAt(reading, node);
  const routine = applied ? operatorExpression(reading, applied, depth) : 0;
  return reading.expressions.orElse(reading.expressions.add(EXPRESSION.result, routine), otherwise);
}

const compares = /^(==|!=|<|>|<=|>=|&&|\|\|)$/;

function binaryValue(reading: NativeReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const operator = childIn(table, node, F.operator);
  if (operator >= 0 && compares.test(textOf(reading, operator))) return expressions.literal('bool');
  const [left, right] = [F.left, F.right].map((field) =>
    valueExpression(reading, childIn(table, node, field), depth + 1),
  );
  return left === 0 && right === 0 ? 0 : expressions.add(EXPRESSION.arithmetic, left, right);
}

/** `static_cast<T>(x)` is an instance of T, and `std::make_shared<T>(…)` points to one; -1 for other calls. */
function templateResult(reading: NativeReading, callee: number, depth: number): number {
  const { expressions } = reading;
  const type = typeGivenTo(reading, callee, castsOrMakes);
  if (type === -1) return -1;
  const given = typeExpression(reading, type, depth + 1);
  const pointer = smartPointers[nameText(reading, lastName(reading, callee))];
  if (pointer === undefined || given === 0) return expressions.add(EXPRESSION.instance, given);
  const smart = expressions.add(EXPRESSION.global, expressions.name(pointer));
  const pointing = expressions.add(EXPRESSION.generic, smart, expressions.list([given]));
  return expressions.add(EXPRESSION.instance, pointing);
}

/** The type that is given to a template function of some names, `std::make_shared<T>`; -1 for another callee, -2 for no type. */
export function typeGivenTo(reading: NativeReading, callee: number, names: RegExp): number {
  const { table } = reading;
  let at = callee;
  while (at >= 0 && table.kind[at] === K.qualified_identifier) at = childIn(table, at, F.name);
  if (at < 0 || table.kind[at] !== K.template_function) return -1;
  if (!names.test(nameText(reading, childIn(table, at, F.name)))) return -1;
  const type = childOfKind(table, childIn(table, at, F.arguments), K.type_descriptor);
  return type < 0 ? -2 : type;
}

function receiver(reading: NativeReading, from: number, depth: number): number {
  const { declarations, qualified, expressions } = reading;
  const scope = qualified.get(from);
  if (scope !== undefined)
    return expressions.add(EXPRESSION.instance, ownerExpression(reading, scope, depth));
  if (reading.madeByMacro.has(from))
    return expressions.add(EXPRESSION.instance, declarations[from].ownerExpression);
  return declarations[from].form === FORM.namespace ? 0 : expressions.add(EXPRESSION.this, from, 0);
}

/** Of a qualified name what it is qualified by: of `a::B::c` what `a::B` names. */
export function ownerExpression(reading: NativeReading, node: number, depth = 0): number {
  const { expressions } = reading;
  const name = qualifiedName(reading, node, depth);
  // Of `Value::as<int>`, what the template is for some arguments, it is the name without those.
  return expressions.operandOf(expressions.operandOf(name, EXPRESSION.generic) || name, EXPRESSION.member);
}

function boundValue(reading: NativeReading, binding: Binding, depth: number): number {
  return boundExpression(reading, binding, (at) => localValue(reading, at, depth + 1));
}

const holdsType = kindSet(
  K.declaration,
  K.parameter_declaration,
  K.optional_parameter_declaration,
  K.for_range_loop,
  K.field_declaration,
);

/** What iterating gives: an element of a container, or what `*` makes of where a type of the codebase says that it begins. */
function iterated({ expressions }: NativeReading, list: number): number {
  if (list === 0) return 0;
  const begin = expressions.add(EXPRESSION.member, list, expressions.name('begin'));
  const first = expressions.add(EXPRESSION.result, begin, expressions.arguments([]));
  const operands = expressions.arguments([first]);
  const operator = expressions.add(EXPRESSION.operator, expressions.name('operator*'), operands);
  const reached = expressions.orElse(
    expressions.add(EXPRESSION.result, operator),
    expressions.add(EXPRESSION.pointee, first),
  );
  return expressions.orElse(expressions.add(EXPRESSION.element, list), reached);
}

/** What a local holds, from its declarator outward to its type. */
function localValue(reading: NativeReading, declarator: number, depth: number): number {
  const { table } = reading;
  let holder = table.parent[declarator];
  if (holder >= 0 && table.kind[holder] === K.using_declaration)
    return qualifiedName(reading, declarator, depth);
  for (let steps = 0; holder >= 0 && !holdsType[table.kind[holder]] && steps < 10; steps++)
    holder = table.parent[holder];
  if (holder < 0) return 0;
  if (table.kind[holder] === K.for_range_loop) {
    const type = childIn(table, holder, F.type);
    if (type >= 0 && table.kind[type] === K.placeholder_type_specifier)
      return iterated(reading, valueExpression(reading, childIn(table, holder, F.right), depth));
  }
  return declaredValue(reading, holder, declarator, depth);
}
