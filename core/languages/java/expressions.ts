import { FUNCTION } from '../../contracts/values.ts';
import { ANY_NUMBER, callbackPlace, EXPRESSION } from '../../facts/fileFacts.ts';
import { takesElement } from '../../link/containers.ts';
import { enclosingType, textOf, type Reading } from '../reading/reading.ts';
import { lookUp } from '../reading/scopes.ts';
import { boundExpression, nameAt, receiverAt, statedOnce, typeParameter } from '../reading/stating.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { typeNodeOf } from './figures.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

/** States how a type node is to be resolved; 0 for what has no single name. */
export function typeExpression(reading: Reading, node: number, depth = 0): number {
  const parameter = node < 0 ? 0 : typeParameterNamed(reading, node, depth);
  return parameter || statedOnce(reading.typeMemo, node, depth, () => stateType(reading, node, depth));
}

/** The type parameter that a name means, where it does. Not kept with the node: it may stand in its own bound. */
function typeParameterNamed(reading: Reading, node: number, depth: number): number {
  const kind = reading.table.kind[node];
  if (kind !== K.type_identifier && kind !== K.identifier) return 0;
  const found = lookUp(reading.scopeOf[node], textOf(reading, node));
  if (found?.kind !== 'opaque') return 0;
  return typeParameter(reading, found, (constraint) =>
    typeExpression(reading, firstNamed(reading, constraint), depth + 1),
  );
}

function stateType(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const inner = (child: number): number => typeExpression(reading, child, depth + 1);
  switch (table.kind[node]) {
    case K.identifier:
    case K.type_identifier:
      return namedType(reading, node);
    case K.scoped_identifier:
    case K.scoped_type_identifier: {
      const [scope, name] = [firstNamed(reading, node), lastNamed(reading, node)];
      if (scope < 0 || name <= scope) return 0;
      return expressions.add(EXPRESSION.member, inner(scope), expressions.name(textOf(reading, name)));
    }
    case K.generic_type:
      return applied(reading, inner(node + 1), childOfKind(table, node, K.type_arguments), depth);
    case K.array_type:
      return arrayOf(reading, inner(node + 1), childIn(table, node, F.dimensions));
    case K.annotated_type:
      return inner(lastNamed(reading, node));
    case K.wildcard: {
      const last = lastNamed(reading, node);
      return last > node + 1 ? inner(last) : 0;
    }
    case K.integral_type:
    case K.floating_point_type:
    case K.boolean_type:
      return reading.expressions.literal(textOf(reading, node));
    default:
      return 0;
  }
}

function namedType(reading: Reading, node: number): number {
  const name = textOf(reading, node);
  const found = lookUp(reading.scopeOf[node], name);
  if (found?.kind === 'symbol') return reading.expressions.add(EXPRESSION.symbol, found.symbol);
  return nameAt(reading, node, name);
}

const isName = kindSet(
  K.identifier,
  K.type_identifier,
  K.scoped_identifier,
  K.scoped_type_identifier,
  K.generic_type,
  K.array_type,
  K.integral_type,
  K.floating_point_type,
  K.boolean_type,
);

function firstNamed({ table }: Reading, node: number): number {
  for (let child = node + 1; child < table.next[node]; child = table.next[child])
    if (isName[table.kind[child]]) return child;
  return -1;
}

function lastNamed({ table }: Reading, node: number): number {
  let found = -1;
  for (let child = node + 1; child < table.next[node]; child = table.next[child])
    if (isName[table.kind[child]]) found = child;
  return found;
}

function applied(reading: Reading, base: number, args: number, depth: number): number {
  const { table, expressions } = reading;
  if (args < 0 || base === 0) return base;
  const cells: number[] = [];
  for (let child = args + 1; child < table.next[args]; child = table.next[child]) {
    const kind = table.kind[child];
    if (isName[kind] || kind === K.wildcard || kind === K.annotated_type)
      cells.push(typeExpression(reading, child, depth + 1));
  }
  return cells.length === 0 ? base : expressions.add(EXPRESSION.generic, base, expressions.list(cells));
}

/** The arguments of a call as an expression; 0 when there is no list of them. */
export function argumentsOf(reading: Reading, call: number, depth = 0): number {
  const { table, expressions } = reading;
  const list = childIn(table, call, F.arguments);
  if (list < 0) return 0;
  const cells: number[] = [];
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind === T['('] || kind === T[')'] || kind === T[','] || isComment[kind]) continue;
    cells.push(valueExpression(reading, child, depth + 1));
  }
  return expressions.arguments(cells);
}

const isComment = kindSet(K.line_comment, K.block_comment);

/** What a routine takes, as an expression of the operation `parameters`. */
export function parametersOf(reading: Reading, node: number): number {
  const { table, expressions } = reading;
  const list = childIn(table, node, F.parameters);
  if (list < 0) return 0;
  const cells: number[] = [];
  let isOpen = false;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind === K.spread_parameter) isOpen = true;
    if (kind === K.formal_parameter || kind === K.spread_parameter)
      cells.push(declaredType(reading, child, 0));
  }
  // The list that takes the rest stands at the end, and may be empty.
  return isOpen
    ? expressions.parameters(cells.length - 1, ANY_NUMBER, cells)
    : expressions.parameters(cells.length, cells.length, cells);
}

/** The type that is written for a parameter, a field or a variable, with the brackets behind its name. */
export function declaredType(reading: Reading, node: number, depth: number): number {
  const { table } = reading;
  const type = typeExpression(reading, typeNodeOf(reading, node), depth + 1);
  const array = arrayOf(reading, type, childIn(table, node, F.dimensions));
  return table.kind[node] === K.spread_parameter ? reading.expressions.arrayOf(array) : array;
}

/** The type that `new int[3][]` makes. */
function createdArray(reading: Reading, node: number, depth: number): number {
  const { table } = reading;
  let type = typeExpression(reading, childIn(table, node, F.type), depth + 1);
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    if (table.kind[child] === K.dimensions_expr) type = reading.expressions.arrayOf(type);
    else if (table.kind[child] === K.dimensions) type = arrayOf(reading, type, child);
  }
  return type;
}

/** An array of a type, of as many dimensions as there are brackets; the type itself where there are none. */
function arrayOf(reading: Reading, element: number, dimensions: number): number {
  const brackets = dimensions < 0 ? 0 : textOf(reading, dimensions).split('[').length - 1;
  let type = element;
  for (let i = 0; i < brackets; i++) type = reading.expressions.arrayOf(type);
  return type;
}

/** States how the value of an expression node is to be resolved; 0 when one file cannot say. */
export function valueExpression(reading: Reading, node: number, depth = 0): number {
  return statedOnce(reading.valueMemo, node, depth, () => stateValue(reading, node, depth));
}

function stateValue(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const inner = (child: number): number => valueExpression(reading, child, depth + 1);
  const instance = (type: number): number => expressions.add(EXPRESSION.instance, type);
  switch (table.kind[node]) {
    case K.identifier:
      return namedValue(reading, node, depth);
    case K.this:
      return receiverAt(reading, node, EXPRESSION.this);
    case K.super:
      return receiverAt(reading, node, EXPRESSION.super);
    case K.field_access: {
      const [object, field] = [childIn(table, node, F.object), childIn(table, node, F.field)];
      if (field < 0) return 0;
      if (table.kind[field] === K.this) return instance(typeExpression(reading, object, depth + 1));
      return expressions.add(EXPRESSION.member, inner(object), expressions.name(textOf(reading, field)));
    }
    case K.method_invocation:
      return expressions.add(
        EXPRESSION.result,
        calleeExpression(reading, node, depth),
        argumentsOf(reading, node, depth),
      );
    case K.object_creation_expression: {
      const type = childIn(table, node, F.type);
      const outer = table.kind[node + 1] === T.new ? -1 : node + 1;
      if (outer < 0) return instance(typeExpression(reading, type, depth + 1));
      // `outer.new Inner()` names a member of the outer instance's type.
      const object = expressions.add(
        EXPRESSION.member,
        inner(outer),
        expressions.name(textOf(reading, type)),
      );
      return instance(object);
    }
    case K.array_creation_expression:
      return instance(createdArray(reading, node, depth));
    case K.array_access:
      return expressions.add(EXPRESSION.element, inner(childIn(table, node, F.array)), 1);
    case K.cast_expression:
      return instance(typeExpression(reading, childIn(table, node, F.type), depth + 1));
    case K.parenthesized_expression:
      return inner(table.next[node + 1]);
    case K.assignment_expression:
      return inner(childIn(table, node, F.right));
    case K.update_expression:
      return inner(table.kind[node + 1] === K.identifier ? node + 1 : table.next[node + 1]);
    case K.ternary_expression:
      return expressions.branches(
        inner(childIn(table, node, F.consequence)),
        inner(childIn(table, node, F.alternative)),
      );
    case K.binary_expression:
      return binaryValue(reading, node, depth);
    case K.unary_expression: {
      const operator = childIn(table, node, F.operator);
      return table.kind[operator] === T['!']
        ? reading.expressions.literal('boolean')
        : inner(childIn(table, node, F.operand));
    }
    case K.instanceof_expression:
    case K.true:
    case K.false:
      return reading.expressions.literal('boolean');
    case K.string_literal:
      return instance(nameAt(reading, node, 'String'));
    case K.character_literal:
      return reading.expressions.literal('char');
    case K.lambda_expression:
    case K.method_reference:
      return reading.expressions.literal(FUNCTION);
    case K.null_literal:
      return reading.expressions.literal('null');
    case K.decimal_integer_literal:
    case K.hex_integer_literal:
    case K.octal_integer_literal:
    case K.binary_integer_literal:
      return reading.expressions.literal(/l$/i.test(textOf(reading, node)) ? 'long' : 'int');
    case K.decimal_floating_point_literal:
    case K.hex_floating_point_literal:
      return reading.expressions.literal(/f$/i.test(textOf(reading, node)) ? 'float' : 'double');
    default:
      return 0;
  }
}

const compares = kindSet(T['&&'], T['||'], T['=='], T['!='], T['<'], T['>'], T['<='], T['>=']);

function binaryValue(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  if (compares[table.kind[childIn(table, node, F.operator)]]) return reading.expressions.literal('boolean');
  const left = valueExpression(reading, childIn(table, node, F.left), depth + 1);
  const right = valueExpression(reading, childIn(table, node, F.right), depth + 1);
  return left === 0 && right === 0 ? 0 : expressions.add(EXPRESSION.arithmetic, left, right);
}

/** The routine that a call names: a member of an object, or a name to be found from where the call stands. */
export function calleeExpression(reading: Reading, call: number, depth = 0): number {
  const { table, expressions } = reading;
  const nameNode = childIn(table, call, F.name);
  if (nameNode < 0) return 0;
  const name = textOf(reading, nameNode);
  const object = childIn(table, call, F.object);
  const parentCall = childOfKind(table, call, K.super);
  if (parentCall >= 0) {
    const parent = receiverAt(reading, call, EXPRESSION.super);
    return expressions.add(EXPRESSION.routineMember, parent, expressions.name(name));
  }
  if (object < 0)
    return expressions.add(EXPRESSION.routineName, expressions.name(name), enclosingType(reading, call) + 1);
  return expressions.add(
    EXPRESSION.routineMember,
    valueExpression(reading, object, depth + 1),
    expressions.name(name),
  );
}

function namedValue(reading: Reading, node: number, depth: number): number {
  const name = textOf(reading, node);
  const found = lookUp(reading.scopeOf[node], name);
  if (!found || found.kind === 'opaque') return nameAt(reading, node, name);
  return boundExpression(reading, found, (at) => localValue(reading, at, depth + 2));
}

/** True for a name that a scope of the routine binds. */
export function isLocalName(reading: Reading, node: number): boolean {
  return lookUp(reading.scopeOf[node], textOf(reading, node))?.kind === 'local';
}

/** What a local variable, parameter or field holds, by its declared type or else by what it is first given. */
export function localValue(reading: Reading, node: number, depth = 0): number {
  const { table, expressions } = reading;
  const instance = (type: number): number => expressions.add(EXPRESSION.instance, type);
  switch (table.kind[node]) {
    case K.variable_declarator: {
      const statement = table.parent[node];
      if (isInferred(reading, statement))
        return valueExpression(reading, childIn(table, node, F.value), depth);
      const type = typeExpression(reading, childIn(table, statement, F.type), depth + 1);
      return instance(arrayOf(reading, type, childIn(table, node, F.dimensions)));
    }
    case K.resource:
      return isInferred(reading, node)
        ? valueExpression(reading, childIn(table, node, F.value), depth)
        : instance(declaredType(reading, node, depth));
    case K.enhanced_for_statement:
      return isInferred(reading, node)
        ? expressions.add(EXPRESSION.element, valueExpression(reading, childIn(table, node, F.value), depth))
        : instance(declaredType(reading, node, depth));
    case K.catch_formal_parameter: {
      const types = childOfKind(table, node, K.catch_type);
      return types < 0 ? 0 : instance(typeExpression(reading, types + 1, depth));
    }
    case K.instanceof_expression:
      return instance(typeExpression(reading, childIn(table, node, F.right), depth));
    case K.type_pattern:
    case K.record_pattern_component:
      return instance(typeExpression(reading, node + 1, depth));
    case K.identifier:
      return lambdaParameter(reading, node, depth);
    default:
      return isInferred(reading, node) ? 0 : instance(declaredType(reading, node, depth));
  }
}

/** `var` in the place of a type. */
function isInferred(reading: Reading, node: number): boolean {
  const type = childIn(reading.table, node, F.type);
  return type >= 0 && textOf(reading, type) === 'var';
}

/**
 * A parameter of a function without a name is what the routine that takes the function gives it; the first one of
 * `list.forEach(item -> …)` and its like, an element of the list.
 */
function lambdaParameter(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const list = table.parent[node];
  const isSingle = table.kind[list] === K.lambda_expression;
  const lambda = isSingle ? list : table.parent[list];
  const position = isSingle ? 0 : positionIn(reading, list, node);
  const args = table.parent[lambda];
  if (args < 0 || table.kind[args] !== K.argument_list) return 0;
  const call = table.parent[args];
  if (table.kind[call] !== K.method_invocation) return 0;
  const place = callbackPlace(positionIn(reading, args, lambda), position);
  const given = expressions.add(EXPRESSION.callback, calleeExpression(reading, call, depth + 1), place);
  const name = childIn(table, call, F.name);
  if (position > 0 || name < 0 || !takesElement.has(textOf(reading, name))) return given;
  const object = valueExpression(reading, childIn(table, call, F.object), depth + 1);
  return expressions.orElse(given, expressions.add(EXPRESSION.element, object));
}

/** How many items stand before a node in its list. */
function positionIn({ table }: Reading, list: number, node: number): number {
  let before = 0;
  for (let child = list + 1; child < node; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind !== T['('] && kind !== T[','] && !isComment[kind]) before++;
  }
  return before;
}
