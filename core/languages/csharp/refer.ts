import { EXPRESSION, FORM, KIND, REFERENCE, type ReferenceColumns } from '../../facts/fileFacts.ts';
import { enclosingType, textOf, type Reading } from '../reading/reading.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { walkReferences, type ReferenceList } from '../reading/walk.ts';
import {
  argumentsOf,
  calleeExpression,
  initializedMember,
  isLocalName,
  localValue,
  operatorOf,
  parametersOf,
  targetType,
  typeNodeOf,
  valueExpression,
} from './expressions.ts';
import { parameterNodes, parameterType } from './figures.ts';
import { referImplied } from './implied.ts';
import { plainName } from './imports.ts';
import { declaratorsOf } from './members.ts';
import { isTypeParameter, typeExpression, typeNamed } from './types.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

/** Second pass: every reference with the expression it is resolved by, and what declarations hold. */
export function referAll(reading: Reading): ReferenceColumns {
  return walkReferences(reading, { state: stateDeclaration, refers, refer });
}

const refers = kindSet(
  K.invocation_expression,
  K.object_creation_expression,
  K.implicit_object_creation_expression,
  K.constructor_initializer,
  K.primary_constructor_base_type,
  K.attribute,
  K.identifier,
  K.generic_name,
  K.qualified_name,
  K.alias_qualified_name,
  K.member_access_expression,
  K.member_binding_expression,
  K.element_access_expression,
  K.binary_expression,
  K.with_initializer,
  K.foreach_statement,
  K.variable_declarator,
  K.assignment_expression,
  K.cast_expression,
);

function refer(reading: Reading, node: number, owner: number, into: ReferenceList): void {
  const { table } = reading;
  switch (table.kind[node]) {
    case K.invocation_expression: {
      const callee = childIn(table, node, F.function);
      if (callee < 0 || isLocalCallee(reading, callee)) return;
      const at = nameWithin(reading, callee);
      into.add(REFERENCE.call, owner, at, calleeExpression(reading, node), argumentsOf(reading, node));
      return;
    }
    case K.object_creation_expression: {
      const type = childIn(table, node, F.type);
      if (type < 0 || table.kind[type] === K.array_type) return;
      into.add(REFERENCE.construct, owner, type, typeExpression(reading, type), argumentsOf(reading, node));
      return;
    }
    case K.implicit_object_creation_expression:
      into.add(REFERENCE.construct, owner, node, targetType(reading, node), argumentsOf(reading, node));
      return;
    case K.constructor_initializer: {
      const receiver = childOfKind(table, node, T.this) >= 0 ? T.this : T.base;
      const object = valueExpression(reading, childOfKind(table, node, receiver));
      into.add(REFERENCE.call, owner, node, object, argumentsOf(reading, node));
      return;
    }
    case K.attribute: {
      const name = childIn(table, node, F.name);
      if (name >= 0) into.add(REFERENCE.construct, owner, name, attributeType(reading, name));
      return;
    }
    case K.element_access_expression: {
      const object = valueExpression(reading, childIn(table, node, F.expression));
      const indexer = member(reading, object, 'this[]');
      if (object > 0) into.add(accessOf(reading, node), owner, node, indexer);
      return;
    }
    case K.binary_expression: {
      const operator = childIn(table, node, F.operator);
      const left = childIn(table, node, F.left);
      if (operator < 0 || left < 0 || isPlain[table.kind[left]]) return;
      const meant = operatorOf(reading, operator, valueExpression(reading, left));
      into.add(REFERENCE.call, owner, operator, meant);
      return;
    }
    case K.with_initializer: {
      const made = valueExpression(reading, table.parent[node]);
      const name = plainName(reading, node + 1);
      if (made > 0) into.add(REFERENCE.write, owner, node, member(reading, made, name));
      return;
    }
    case K.foreach_statement:
    case K.variable_declarator:
    case K.assignment_expression:
    case K.cast_expression:
      referImplied(reading, node, owner, into);
      return;
    case K.member_access_expression:
    case K.member_binding_expression:
      referMember(reading, node, owner, into);
      return;
    case K.identifier:
    case K.generic_name:
    case K.qualified_name:
    case K.alias_qualified_name:
      referName(reading, node, owner, into);
      return;
  }
}

/** Operands of which no type of the codebase declares an operator. */
const isPlain = kindSet(
  K.string_literal,
  K.interpolated_string_expression,
  K.verbatim_string_literal,
  K.integer_literal,
  K.real_literal,
  K.boolean_literal,
  K.null_literal,
  K.character_literal,
);

function member({ expressions }: Reading, object: number, name: string): number {
  return expressions.add(EXPRESSION.member, object, expressions.name(name));
}

/** The node of the name that a callee ends in, for the line of it. */
function nameWithin({ table }: Reading, callee: number): number {
  let at = callee;
  if (table.kind[at] === K.conditional_access_expression) {
    for (let child = at + 1; child < table.next[callee]; child = table.next[child]) at = child;
  }
  const name = childIn(table, at, F.name);
  return name < 0 ? callee : name;
}

/** A delegate in a variable is called, and `nameof` is no routine. */
function isLocalCallee(reading: Reading, callee: number): boolean {
  if (reading.table.kind[callee] !== K.identifier) return false;
  return textOf(reading, callee) === 'nameof' || isLocalName(reading, callee);
}

/** `[Serializable]` is `SerializableAttribute`, or else `Serializable`; brackets tell the linker that it may be either. */
function attributeType(reading: Reading, name: number): number {
  const { table } = reading;
  switch (table.kind[name]) {
    case K.identifier:
      return typeNamed(reading, name, `[${plainName(reading, name)}]`);
    case K.qualified_name: {
      const qualifier = childIn(table, name, F.qualifier);
      const last = childIn(table, name, F.name);
      if (qualifier < 0 || last < 0 || table.kind[last] !== K.identifier) return 0;
      return member(reading, typeExpression(reading, qualifier), `[${plainName(reading, last)}]`);
    }
    default:
      return typeExpression(reading, name);
  }
}

/** A name as a type or as a value, where it stands for the one or the other. */
function referName(reading: Reading, node: number, owner: number, into: ReferenceList): void {
  const { table } = reading;
  const place = placeOf(reading, node);
  if (place === NOWHERE) return;
  if (place === TYPE) {
    // What a type parameter stands for is said where it is constrained.
    if (isTypeParameter(reading, node)) return;
    const kind = typeReferenceKind(reading, node);
    into.add(kind, owner, node, typeExpression(reading, node));
  } else if (table.kind[node] === K.identifier) {
    if (isInitialized(reading, node))
      into.add(REFERENCE.write, owner, node, initializedMember(reading, node));
    else if (!isLocalName(reading, node))
      into.add(accessOf(reading, node), owner, node, qualifierExpression(reading, node));
  } else into.add(REFERENCE.typeUse, owner, node, typeExpression(reading, node));
}

/** A name as a value; before a dot it may be the type of the value that bears its name. */
function qualifierExpression(reading: Reading, node: number): number {
  const { table, expressions } = reading;
  const value = valueExpression(reading, node);
  const around = table.parent[node];
  const next = table.kind[around] === K.member_access_expression && table.field[node] === F.expression;
  const name = next ? childIn(table, around, F.name) : -1;
  if (name < 0 || table.kind[name] !== K.identifier) return value;
  return expressions.add(EXPRESSION.qualifier, value, expressions.name(plainName(reading, name)));
}

function referMember(reading: Reading, node: number, owner: number, into: ReferenceList): void {
  const { table } = reading;
  const name = childIn(table, node, F.name);
  // A method that is called is told by the call.
  if (name < 0 || isCallee(reading, node)) return;
  const around = table.parent[node];
  const whole = table.kind[around] === K.conditional_access_expression ? around : node;
  into.add(accessOf(reading, whole), owner, name, valueExpression(reading, node));
}

function isCallee({ table }: Reading, node: number): boolean {
  let at = node;
  const parent = table.parent[at];
  if (table.kind[parent] === K.conditional_access_expression && table.field[at] !== F.condition) at = parent;
  return table.field[at] === F.function && table.kind[table.parent[at]] === K.invocation_expression;
}

/** `Name` in `new Barge { Name = … }`. */
function isInitialized({ table }: Reading, node: number): boolean {
  const parent = table.parent[node];
  return (
    table.kind[parent] === K.assignment_expression &&
    table.field[node] === F.left &&
    table.kind[table.parent[parent]] === K.initializer_expression
  );
}

const NOWHERE = 0;
const TYPE = 1;
const VALUE = 2;

const holdsTypes = kindSet(
  K.type_argument_list,
  K.explicit_interface_specifier,
  K.type_pattern,
  K.base_list,
  K.type_parameter_constraint,
);

/** Kinds of nodes whose direct names neither mean a type nor a value, or are told otherwise. */
const namesOnly = kindSet(
  K.using_directive,
  K.extern_alias_directive,
  K.namespace_declaration,
  K.file_scoped_namespace_declaration,
  K.qualified_name,
  K.alias_qualified_name,
  K.generic_name,
  K.attribute,
  K.type_parameter_constraints_clause,
  K.type_parameter,
  K.subpattern,
  K.goto_statement,
  K.labeled_statement,
  K.join_into_clause,
  K.let_clause,
  K.with_initializer,
  K.tuple_pattern,
  K.anonymous_object_creation_expression,
  K.preproc_if,
  K.preproc_elif,
  K.lambda_expression,
  K.implicit_parameter,
);

/** Whether a name stands for a type, for a value, or only names something. */
function placeOf(reading: Reading, node: number): number {
  const { table } = reading;
  const parent = table.parent[node];
  const kind = table.kind[parent];
  const field = table.field[node];
  if (kind === K.object_creation_expression && field === F.type) return NOWHERE;
  if (field === F.type || field === F.returns || holdsTypes[kind]) return TYPE;
  if (field === F.name || field === F.alias) return NOWHERE;
  if (kind === K.as_expression && field === F.right) return TYPE;
  if (namesOnly[kind]) return standsForValue(reading, node, kind) ? VALUE : NOWHERE;
  if (kind === K.invocation_expression && field === F.function) return NOWHERE;
  if (kind === K.foreach_statement && field === F.left) return NOWHERE;
  if (kind === K.query_expression && table.kind[node - 1] === T.into) return NOWHERE;
  if (kind === K.join_clause && node === table.next[parent + 1]) return NOWHERE;
  return VALUE;
}

/** The exceptions: a lambda's body, what a `let` or an anonymous object's name is given, a subpattern's constant. */
function standsForValue({ table }: Reading, node: number, kind: number): boolean {
  if (kind === K.lambda_expression) return table.field[node] === F.body;
  if (kind === K.anonymous_object_creation_expression) return table.kind[table.next[node]] !== T['='];
  return (kind === K.let_clause || kind === K.with_initializer) && node > table.next[table.parent[node] + 1];
}

const baseKinds = kindSet(K.class_declaration, K.record_declaration);

/**
 * Whether a type is inherited from, implemented or used. What a class lists first may be either; which it is the
 * linker corrects when it knows the type.
 */
function typeReferenceKind(reading: Reading, node: number): number {
  const { table } = reading;
  const parent = table.parent[node];
  const list = table.kind[parent] === K.primary_constructor_base_type ? table.parent[parent] : parent;
  if (table.kind[list] !== K.base_list) return REFERENCE.typeUse;
  const holder = table.kind[table.parent[list]];
  if (holder === K.interface_declaration) return REFERENCE.inherit;
  if (holder === K.enum_declaration) return REFERENCE.typeUse;
  const isFirst = baseKinds[holder] === 1 && (parent !== list || node === table.next[list + 1]);
  return isFirst && !/(^|\.)I[A-Z][^.]*$/.test(textOf(reading, node))
    ? REFERENCE.inherit
    : REFERENCE.implement;
}

/** Whether a member is read or written where it stands; `x += 1`, `x++` and `out x` write. */
function accessOf({ table }: Reading, node: number): number {
  const parent = table.parent[node];
  const kind = table.kind[parent];
  const isWritten =
    (kind === K.assignment_expression && table.field[node] === F.left) ||
    (kind === K.postfix_unary_expression && table.kind[table.next[node]] !== T['!']) ||
    (kind === K.prefix_unary_expression && changes[table.kind[parent + 1]] === 1);
  return isWritten ? REFERENCE.write : REFERENCE.read;
}

const changes = kindSet(T['++'], T['--']);

/** States what a declaration holds (field, property) or returns (routine), what it takes, and what it extends. */
function stateDeclaration(reading: Reading, node: number, index: number): void {
  const { table, expressions } = reading;
  const declaration = reading.declarations[index];
  const typed = (): number =>
    expressions.add(EXPRESSION.instance, typeExpression(reading, typeNodeOf(reading, index)));
  if (declaration.form === FORM.member) {
    const type = enclosingType(reading, node);
    if (type >= 0) declaration.value = expressions.add(EXPRESSION.this, type, 0);
  } else if (declaration.kind === KIND.field) {
    const kind = table.kind[node];
    const [only] =
      kind === K.field_declaration || kind === K.event_field_declaration
        ? declaratorsOf(reading, node)
        : [node];
    declaration.value = localValue(reading, only);
  } else if (declaration.kind === KIND.routine) {
    const isAccessor = declaration.form === FORM.getter || declaration.form === FORM.setter;
    if (!isAccessor) declaration.parameters = parametersOf(reading, node);
    if (declaration.form !== FORM.constructor) declaration.value = typed();
    if (declaration.form === FORM.extension)
      declaration.ownerExpression = typeExpression(
        reading,
        parameterType(reading, parameterNodes(reading, node)[0]),
      );
  }
}
