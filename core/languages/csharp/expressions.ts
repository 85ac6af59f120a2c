import { ANY_NUMBER, EXPRESSION, FLAG, KIND } from '../../facts/fileFacts.ts';
import { takesElement } from '../../link/containers.ts';
import { textOf, type Reading } from '../reading/reading.ts';
import { lookUpValue } from '../reading/scopes.ts';
import { boundExpression, MAX_DEPTH, nameAt, receiverAt, statedOnce } from '../reading/stating.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { isRest, parameterNodes, parameterType } from './figures.ts';
import { genericName, plainName } from './imports.ts';
import { isExtension } from './modifiers.ts';
import { applied, typeExpression } from './types.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

/** States how the value of an expression node is to be resolved; 0 when one file cannot say. */
export function valueExpression(reading: Reading, node: number, depth = 0): number {
  return statedOnce(reading.valueMemo, node, depth, () => stateValue(reading, node, depth));
}

function stateValue(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const inner = (child: number): number => valueExpression(reading, child, depth + 1);
  const typed = (child: number): number =>
    expressions.add(EXPRESSION.instance, typeExpression(reading, child, depth + 1));
  switch (table.kind[node]) {
    case K.identifier:
      return namedValue(reading, node, depth);
    case T.this:
      return receiverAt(reading, node, EXPRESSION.this);
    case T.base:
      return receiverAt(reading, node, EXPRESSION.super);
    case K.generic_name:
    case K.qualified_name:
    case K.alias_qualified_name:
      return typeExpression(reading, node, depth + 1);
    case K.predefined_type:
      return expressions.literal(textOf(reading, node));
    case K.member_access_expression:
    case K.member_binding_expression:
      return memberValue(reading, node, depth);
    case K.conditional_access_expression:
      return inner(lastChild(reading, node));
    case K.invocation_expression:
      return expressions.add(
        EXPRESSION.result,
        withTypesGiven(reading, node, calleeExpression(reading, node, depth), depth),
        argumentsOf(reading, node, depth),
      );
    case K.object_creation_expression:
      return typed(childIn(table, node, F.type));
    case K.implicit_object_creation_expression:
      return expressions.add(EXPRESSION.instance, targetType(reading, node, depth));
    case K.array_creation_expression:
      return typed(childIn(table, node, F.type));
    case K.implicit_array_creation_expression:
    case K.collection_expression:
      return arrayValue(reading, node, depth);
    case K.element_access_expression:
    case K.element_binding_expression: {
      const object = objectOf(reading, node, depth);
      const indexer = expressions.add(EXPRESSION.member, object, expressions.name('this[]'));
      return object === 0 ? 0 : expressions.orElse(expressions.add(EXPRESSION.element, object, 1), indexer);
    }
    case K.cast_expression:
    case K.default_expression:
      return typed(childIn(table, node, F.type));
    case K.declaration_expression:
      return localValue(reading, node, depth + 1);
    case K.as_expression:
      return typed(childIn(table, node, F.right));
    case K.parenthesized_expression:
    case K.checked_expression:
    case K.ref_expression:
      return inner(innermost(reading, node));
    case K.with_expression:
    case K.postfix_unary_expression:
      return inner(node + 1);
    case K.await_expression:
      return expressions.add(EXPRESSION.awaited, inner(table.next[node + 1]));
    case K.assignment_expression:
      return inner(childIn(table, node, F.left)) || inner(childIn(table, node, F.right));
    case K.conditional_expression:
      return expressions.branches(
        inner(childIn(table, node, F.consequence)),
        inner(childIn(table, node, F.alternative)),
      );
    case K.prefix_unary_expression:
      return table.kind[node + 1] === T['!'] ? expressions.literal('bool') : inner(table.next[node + 1]);
    case K.binary_expression:
      return binaryValue(reading, node, depth);
    case K.switch_expression:
      return switchValue(reading, node, depth);
    case K.is_pattern_expression:
    case K.boolean_literal:
      return expressions.literal('bool');
    case K.string_literal:
    case K.verbatim_string_literal:
    case K.raw_string_literal:
    case K.interpolated_string_expression:
      return expressions.literal('string');
    case K.character_literal:
      return expressions.literal('char');
    case K.null_literal:
      return expressions.literal('null');
    case K.integer_literal:
      return expressions.literal(/l/i.test(textOf(reading, node)) ? 'long' : 'int');
    case K.real_literal:
      return expressions.literal(realType(textOf(reading, node)));
    default:
      return 0;
  }
}

function realType(text: string): string {
  if (/f$/i.test(text)) return 'float';
  return /m$/i.test(text) ? 'decimal' : 'double';
}

function innermost({ table }: Reading, node: number): number {
  return table.next[node + 1];
}

function lastChild({ table }: Reading, node: number): number {
  let last = node + 1;
  for (let child = last; child < table.next[node]; child = table.next[child]) last = child;
  return last;
}

const compares = kindSet(T['&&'], T['||'], T['=='], T['!='], T['<'], T['>'], T['<='], T['>=']);

/** What a binary operator gives: of a type of the codebase, what its own operator returns. */
function binaryValue(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const operator = childIn(table, node, F.operator);
  if (operator < 0) return 0;
  if (compares[table.kind[operator]]) return expressions.literal('bool');
  const left = valueExpression(reading, childIn(table, node, F.left), depth + 1);
  const right = valueExpression(reading, childIn(table, node, F.right), depth + 1);
  if (table.kind[operator] === T['??']) return expressions.branches(left, right);
  const text = expressions.literal('string');
  if (left === text || right === text) return text;
  // Of two numbers of different types the result could be either's; of one type it is that one.
  return expressions.orElse(operatorResult(reading, operator, left), left === right ? left : 0);
}

function operatorResult(reading: Reading, operator: number, left: number): number {
  const { expressions } = reading;
  return expressions.add(EXPRESSION.result, operatorOf(reading, operator, left));
}

function isPrimitive({ expressions }: Reading, value: number): boolean {
  const type = expressions.operandOf(value, EXPRESSION.instance) || value;
  return expressions.isOf(type, EXPRESSION.literal);
}

/** Operators that no type declares for itself. */
const isBuiltIn = kindSet(T['&&'], T['||'], T['??']);

/** The operator that a type declares, applied to a value of it; 0 where nothing is known of the value. */
export function operatorOf(reading: Reading, operator: number, left: number): number {
  const { expressions } = reading;
  if (left === 0 || isBuiltIn[reading.table.kind[operator]]) return 0;
  if (isPrimitive(reading, left)) return 0;
  return expressions.add(EXPRESSION.member, left, expressions.name(`operator ${textOf(reading, operator)}`));
}

function switchValue(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  let value = 0;
  for (let child = node + 1; child < table.next[node]; child = table.next[child])
    if (table.kind[child] === K.switch_expression_arm)
      value = expressions.branches(value, valueExpression(reading, lastChild(reading, child), depth + 1));
  return value;
}

/** An array of what its first entry is that can be told. */
function arrayValue(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const list = childOfKind(table, node, K.initializer_expression);
  if (list < 0) return 0;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const value = valueExpression(reading, child, depth + 1);
    if (value === 0) continue;
    const element = expressions.add(EXPRESSION.typeOf, value);
    return expressions.add(EXPRESSION.instance, expressions.arrayOf(element));
  }
  return 0;
}

/** `a.b`, and the `.b` of `a?.b`. */
function memberValue(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const name = childIn(table, node, F.name);
  if (name < 0) return 0;
  const object = objectOf(reading, node, depth);
  // What a generic name has arguments for is a type unless it is called.
  const isType = table.kind[name] === K.generic_name && !isCalled(reading, node);
  const text = isType ? genericName(reading, name) : memberName(reading, name);
  return expressions.add(EXPRESSION.member, object, expressions.name(text));
}

function isCalled(reading: Reading, node: number): boolean {
  const { table } = reading;
  const parent = table.parent[node];
  if (table.kind[parent] === K.conditional_access_expression) return isCalled(reading, parent);
  return table.kind[parent] === K.invocation_expression && table.field[node] === F.function;
}

export function memberName(reading: Reading, name: number): string {
  return plainName(reading, reading.table.kind[name] === K.generic_name ? name + 1 : name);
}

/** The object of a member access or an index, which `a?.b` and `a?[0]` hold further out. */
export function objectOf(reading: Reading, node: number, depth: number): number {
  const { table } = reading;
  const written = childIn(table, node, F.expression);
  if (written >= 0) return valueExpression(reading, written, depth + 1);
  const isBinding =
    table.kind[node] === K.member_binding_expression || table.kind[node] === K.element_binding_expression;
  if (!isBinding) return 0;
  for (let at = node, steps = 0; at > 0 && steps < MAX_DEPTH; at = table.parent[at], steps++) {
    const parent = table.parent[at];
    if (table.kind[parent] === K.conditional_access_expression && table.field[at] !== F.condition)
      return valueExpression(reading, childIn(table, parent, F.condition), depth + 1);
    // `new Map { [key] = value }` indexes what is being made.
    if (table.kind[parent] === K.initializer_expression) return initialisedObject(reading, parent, depth);
  }
  return 0;
}

/** What an initializer in braces fills: the object that is being made, or a member of one. */
export function initialisedObject(reading: Reading, initializer: number, depth: number): number {
  const { table } = reading;
  const parent = table.parent[initializer];
  switch (table.kind[parent]) {
    case K.object_creation_expression:
    case K.implicit_object_creation_expression:
      return valueExpression(reading, parent, depth + 1);
    case K.assignment_expression: {
      const left = childIn(table, parent, F.left);
      return left < 0 ? 0 : initializedMember(reading, left, depth + 1);
    }
    default:
      return 0;
  }
}

/** `Name` in `new Barge { Name = … }`: a member of what is being made. */
export function initializedMember(reading: Reading, name: number, depth = 0): number {
  const { table, expressions } = reading;
  if (depth > MAX_DEPTH) return 0;
  const made = initialisedObject(reading, table.parent[table.parent[name]], depth);
  if (made === 0 || table.kind[name] !== K.identifier) return 0;
  return expressions.add(EXPRESSION.member, made, expressions.name(plainName(reading, name)));
}

/** The routine that a call names: a member of an object, or a name to be found from where the call stands. */
export function calleeExpression(reading: Reading, call: number, depth = 0): number {
  const { table } = reading;
  const callee = childIn(table, call, F.function);
  if (callee < 0) return 0;
  if (table.kind[callee] === K.generic_name) return nameAt(reading, callee, plainName(reading, callee + 1));
  return valueExpression(reading, callee, depth + 1);
}

/** What a call names, with the types that it is given: `Find<Gate>()`, `yard.Find<Gate>()`. */
function withTypesGiven(reading: Reading, call: number, routine: number, depth: number): number {
  const { table } = reading;
  const callee = childIn(table, call, F.function);
  const named = table.kind[callee] === K.conditional_access_expression ? lastChild(reading, callee) : callee;
  const isMember =
    table.kind[named] === K.member_access_expression || table.kind[named] === K.member_binding_expression;
  const name = isMember ? childIn(table, named, F.name) : named;
  return name < 0 ? routine : applied(reading, name, routine, depth);
}

/** The arguments of a call as an expression; 0 when there is no list of them. */
export function argumentsOf(reading: Reading, call: number, depth = 0): number {
  const { table, expressions } = reading;
  const named = childIn(table, call, F.arguments);
  const list = named >= 0 ? named : childOfKind(table, call, K.argument_list);
  if (list < 0) return 0;
  const cells: number[] = [];
  for (let child = list + 1; child < table.next[list]; child = table.next[child])
    if (table.kind[child] === K.argument)
      cells.push(valueExpression(reading, lastChild(reading, child), depth + 1));
  return expressions.arguments(cells);
}

/** What a routine takes, as an expression of the operation `parameters`; of an extension, beside what it extends. */
export function parametersOf(reading: Reading, node: number): number {
  const { table, expressions } = reading;
  const nodes = parameterNodes(reading, node);
  const taken = isExtension(reading, node) ? nodes.slice(1) : nodes;
  let least = 0;
  let isOpen = false;
  for (const parameter of taken) {
    if (isRest(reading, parameter)) isOpen = true;
    else if (childOfKind(table, parameter, T['=']) < 0) least++;
  }
  const types = taken
    .filter((parameter) => !isRest(reading, parameter))
    .map((parameter) => typeExpression(reading, parameterType(reading, parameter)));
  return expressions.parameters(least, isOpen ? ANY_NUMBER : taken.length, types);
}

function namedValue(reading: Reading, node: number, depth: number): number {
  const name = plainName(reading, node);
  const found = lookUpValue(reading.scopeOf[node], name);
  if (!found) return nameAt(reading, node, name);
  return boundExpression(reading, found, (at) => localValue(reading, at, depth + 2));
}

/** True for a name that a scope of the routine binds. */
export function isLocalName(reading: Reading, node: number): boolean {
  return lookUpValue(reading.scopeOf[node], plainName(reading, node))?.kind === 'local';
}

/** What a local variable, parameter or field holds, by its declared type or else by what it is first given. */
export function localValue(reading: Reading, node: number, depth = 0): number {
  const { table, expressions } = reading;
  if (depth > MAX_DEPTH) return 0;
  switch (table.kind[node]) {
    case K.variable_declarator: {
      const type = childIn(table, table.parent[node], F.type);
      const last = lastChild(reading, node);
      const value = last > node + 1 ? last : -1;
      return typedOr(reading, type, () => valueExpression(reading, value, depth), depth);
    }
    case K.identifier:
    case K.implicit_parameter:
      return bareValue(reading, node, depth);
    case K.from_clause: {
      const type = childIn(table, node, F.type);
      const list = lastChild(reading, node);
      const element = (): number =>
        expressions.add(EXPRESSION.element, valueExpression(reading, list, depth + 1));
      return typedOr(reading, type, element, depth);
    }
    case K.recursive_pattern:
    case K.declaration_pattern:
    case K.var_pattern:
      return typedOr(
        reading,
        childIn(table, node, F.type),
        () => valueExpression(reading, matchedValue(reading, node), depth + 1),
        depth,
      );
    default:
      return typedOr(
        reading,
        childIn(table, node, F.type),
        () => lambdaParameter(reading, node, depth),
        depth,
      );
  }
}

/** An instance of a written type; where there is none, or `var` in its place, what the value says. */
function typedOr(reading: Reading, type: number, value: () => number, depth: number): number {
  const { table, expressions } = reading;
  if (type < 0 || table.kind[type] === K.implicit_type) return value();
  return expressions.add(EXPRESSION.instance, typeExpression(reading, type, depth + 1));
}

/** What a name holds that stands bare where it is bound. */
function bareValue(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const parent = table.parent[node];
  switch (table.kind[parent]) {
    case K.foreach_statement: {
      const list = childIn(table, parent, F.right);
      const element = (): number =>
        expressions.add(EXPRESSION.element, valueExpression(reading, list, depth + 1));
      return typedOr(reading, childIn(table, parent, F.type), element, depth);
    }
    case K.parameter_list: {
      const type = childIn(table, parent, F.type);
      return expressions.add(EXPRESSION.instance, typeExpression(reading, type, depth + 1));
    }
    case K.let_clause:
      return valueExpression(reading, lastChild(reading, parent), depth + 1);
    case K.join_clause: {
      const list = childAfter(reading, parent, T.in);
      return expressions.add(EXPRESSION.element, valueExpression(reading, list, depth + 1));
    }
    default:
      return lambdaParameter(reading, node, depth);
  }
}

function childAfter({ table }: Reading, node: number, token: number): number {
  const at = childOfKind(table, node, token);
  return at < 0 || table.next[at] >= table.next[node] ? -1 : table.next[at];
}

/** The value that a pattern is matched with, when it is matched as a whole. */
function matchedValue({ table }: Reading, pattern: number): number {
  const parent = table.parent[pattern];
  if (table.kind[parent] === K.is_pattern_expression) return childIn(table, parent, F.expression);
  return -1;
}

/** The parameter of `list.ForEach(item => …)` and its like is an element of the list. */
function lambdaParameter(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const list = table.parent[node];
  const isSingle = table.kind[list] === K.lambda_expression;
  const lambda = isSingle ? list : table.parent[list];
  if (table.kind[lambda] !== K.lambda_expression) return 0;
  if (!isSingle && node !== table.next[list + 1]) return 0;
  const argument = table.parent[lambda];
  if (argument < 0 || table.kind[argument] !== K.argument) return 0;
  const callee = childIn(table, table.parent[table.parent[argument]], F.function);
  if (callee < 0) return 0;
  const access = table.kind[callee] === K.conditional_access_expression ? lastChild(reading, callee) : callee;
  const name = childIn(table, access, F.name);
  if (name < 0 || !takesElement.has(memberName(reading, name))) return 0;
  return expressions.add(EXPRESSION.element, objectOf(reading, access, depth + 1));
}

/** The type that `new()` makes: that of what it is given to. */
export function targetType(reading: Reading, node: number, depth = 0): number {
  const { table, expressions } = reading;
  const parent = table.parent[node];
  switch (table.kind[parent]) {
    case K.variable_declarator:
      return typeExpression(reading, childIn(table, table.parent[parent], F.type), depth + 1);
    case K.property_declaration:
    case K.cast_expression:
      return typeExpression(reading, childIn(table, parent, F.type), depth + 1);
    case K.assignment_expression: {
      const left = childIn(table, parent, F.left);
      const isInitializer = table.kind[table.parent[parent]] === K.initializer_expression;
      const value = isInitializer
        ? initializedMember(reading, left, depth + 1)
        : valueExpression(reading, left, depth + 1);
      return expressions.add(EXPRESSION.typeOf, value);
    }
    case K.return_statement:
    case K.arrow_expression_clause:
      return returnedType(reading, parent, depth);
    default:
      return 0;
  }
}

function returnedType(reading: Reading, node: number, depth: number): number {
  const { declarations, ownerOf } = reading;
  const owner = ownerOf[node];
  if (owner < 0 || declarations[owner].kind !== KIND.routine) return 0;
  const type = typeExpression(reading, typeNodeOf(reading, owner), depth + 1);
  if (!(declarations[owner].flags & FLAG.async)) return type;
  // What an asynchronous routine returns is what awaiting it gives.
  const { expressions } = reading;
  const awaited = expressions.add(EXPRESSION.awaited, expressions.add(EXPRESSION.instance, type));
  return expressions.add(EXPRESSION.typeOf, awaited);
}

/** The node of the type that a declaration has or returns; -1 for none. */
export function typeNodeOf(reading: Reading, declaration: number): number {
  const { table, declarations } = reading;
  const { statement, node: own } = declarations[declaration];
  const node = statement < 0 ? own : statement;
  const returned = childIn(table, node, F.returns);
  return returned >= 0 ? returned : childIn(table, node, F.type);
}
