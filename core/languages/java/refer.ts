import { EXPRESSION, FORM, KIND, REFERENCE, type ReferenceColumns } from '../../facts/fileFacts.ts';
import { enclosingType, textOf, type Reading } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { walkReferences, type ReferenceList } from '../reading/walk.ts';
import {
  argumentsOf,
  calleeExpression,
  declaredType,
  isLocalName,
  localValue,
  parametersOf,
  typeExpression,
  valueExpression,
} from './expressions.ts';
import { declaratorsOf } from './figures.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

/** Second pass: every reference with the expression it is resolved by, and what declarations hold. */
export function referAll(reading: Reading): ReferenceColumns {
  return walkReferences(reading, { state: stateDeclaration, refers, refer });
}

const refers = kindSet(
  K.method_invocation,
  K.object_creation_expression,
  K.explicit_constructor_invocation,
  K.class_body,
  K.type_identifier,
  K.scoped_type_identifier,
  K.annotation,
  K.marker_annotation,
  K.method_reference,
  K.identifier,
  K.field_access,
  K.enum_constant,
  K.enhanced_for_statement,
  K.resource,
);

function refer(reading: Reading, node: number, owner: number, into: ReferenceList): void {
  const { table, expressions } = reading;
  switch (table.kind[node]) {
    case K.method_invocation: {
      const name = childIn(table, node, F.name);
      if (name < 0) return;
      into.add(REFERENCE.call, owner, name, calleeExpression(reading, node), argumentsOf(reading, node));
      return;
    }
    case K.object_creation_expression: {
      const type = childIn(table, node, F.type);
      const made =
        table.kind[node + 1] === T.new
          ? typeExpression(reading, type)
          : expressions.operandOf(valueExpression(reading, node), EXPRESSION.instance);
      into.add(REFERENCE.construct, owner, type < 0 ? node : type, made, argumentsOf(reading, node));
      return;
    }
    case K.explicit_constructor_invocation: {
      const constructor = childIn(table, node, F.constructor);
      const object = valueExpression(reading, constructor);
      into.add(REFERENCE.call, owner, node, object, argumentsOf(reading, node));
      return;
    }
    case K.class_body: {
      const creation = table.parent[node];
      if (table.kind[creation] !== K.object_creation_expression) return;
      into.add(REFERENCE.inherit, owner, node, typeExpression(reading, childIn(table, creation, F.type)));
      return;
    }
    case K.type_identifier:
    case K.scoped_type_identifier:
      if (isTypeUse(reading, node)) referType(reading, node, owner, into);
      return;
    case K.annotation:
    case K.marker_annotation:
      into.add(REFERENCE.typeUse, owner, node, typeExpression(reading, childIn(table, node, F.name)));
      return;
    case K.method_reference:
      referMethod(reading, node, owner, into);
      return;
    case K.field_access: {
      const field = childIn(table, node, F.field);
      if (field < 0 || table.kind[field] === K.this) return;
      into.add(accessOf(reading, node), owner, field, valueExpression(reading, node));
      return;
    }
    case K.enum_constant: {
      const type = enclosingType(reading, table.parent[node]);
      if (type < 0) return;
      const made = expressions.add(EXPRESSION.this, type, 1);
      into.add(
        REFERENCE.construct,
        owner,
        node,
        made,
        argumentsOf(reading, node) || expressions.arguments([]),
      );
      return;
    }
    case K.enhanced_for_statement: {
      const value = childIn(table, node, F.value);
      if (value >= 0) referImplied(reading, value, 'iterator', owner, into);
      return;
    }
    case K.resource:
      referImplied(reading, node, 'close', owner, into);
      return;
    case K.identifier:
      if (!isValueName(reading, node)) return;
      if (table.kind[table.parent[node]] === K.switch_label) {
        into.add(REFERENCE.read, owner, node, labelExpression(reading, node));
        return;
      }
      if (isLocalName(reading, node)) return;
      into.add(accessOf(reading, node), owner, node, valueExpression(reading, node));
      return;
  }
}

/** What a statement calls without a word: on what it goes through, or on what it opens. */
function referImplied(
  reading: Reading,
  node: number,
  name: string,
  owner: number,
  into: ReferenceList,
): void {
  const { expressions, table } = reading;
  const isOpened = table.kind[node] === K.resource;
  const object = isOpened ? localValue(reading, node) : valueExpression(reading, node);
  // Of what nothing is known, nothing is called for sure.
  if (object === 0) return;
  const routine = expressions.add(EXPRESSION.routineMember, object, expressions.name(name));
  into.add(REFERENCE.call, owner, node, routine, expressions.arguments([]));
}

/** `object::method` reads the method; `Type::new` makes an instance. */
function referMethod(reading: Reading, node: number, owner: number, into: ReferenceList): void {
  const { table, expressions } = reading;
  const object = node + 1;
  const last = lastChild(reading, node);
  if (table.kind[last] === T.new) {
    into.add(REFERENCE.construct, owner, node, typeOrValue(reading, object));
  } else if (table.kind[last] === K.identifier) {
    const name = expressions.name(reading.text.slice(table.start[last], table.end[last]));
    into.add(
      REFERENCE.read,
      owner,
      last,
      expressions.add(EXPRESSION.routineMember, typeOrValue(reading, object), name),
    );
  }
}

function typeOrValue(reading: Reading, node: number): number {
  const kind = reading.table.kind[node];
  const isType = kind === K.type_identifier || kind === K.scoped_type_identifier || kind === K.generic_type;
  return isType ? typeExpression(reading, node) : valueExpression(reading, node);
}

function lastChild({ table }: Reading, node: number): number {
  let last = node + 1;
  for (let child = last; child < table.next[node]; child = table.next[child]) last = child;
  return last;
}

function isTypeUse(reading: Reading, node: number): boolean {
  const { table } = reading;
  const parent = table.parent[node];
  const kind = table.kind[parent];
  if (kind === K.scoped_type_identifier) return false;
  if (kind === K.type_parameter) return false;
  // What is constructed is said by the creation itself.
  const holder = kind === K.generic_type && node === parent + 1 ? parent : node;
  const around = table.parent[holder];
  if (table.kind[around] === K.object_creation_expression && table.field[holder] === F.type) return false;
  return reading.text.slice(table.start[node], table.end[node]) !== 'var';
}

/** A use of a type; of a parent, with its arguments. */
function referType(reading: Reading, node: number, owner: number, into: ReferenceList): void {
  const kind = typeReferenceKind(reading, node);
  const named = kind === REFERENCE.typeUse ? node : withArguments(reading, node);
  into.add(kind, owner, node, typeExpression(reading, named));
}

/** The type with its arguments of which a node is the name, or the node. */
function withArguments({ table }: Reading, node: number): number {
  const parent = table.parent[node];
  return table.kind[parent] === K.generic_type && node === parent + 1 ? parent : node;
}

function typeReferenceKind(reading: Reading, node: number): number {
  const { table } = reading;
  const parent = table.parent[withArguments(reading, node)];
  if (table.kind[parent] === K.superclass) return REFERENCE.inherit;
  if (table.kind[parent] !== K.type_list) return REFERENCE.typeUse;
  const clause = table.kind[table.parent[parent]];
  if (clause === K.super_interfaces) return REFERENCE.implement;
  return clause === K.extends_interfaces ? REFERENCE.inherit : REFERENCE.typeUse;
}

const namesOnly = kindSet(
  K.package_declaration,
  K.import_declaration,
  K.scoped_identifier,
  K.module_declaration,
  K.requires_module_directive,
  K.exports_module_directive,
  K.opens_module_directive,
  K.uses_module_directive,
  K.provides_module_directive,
  K.labeled_statement,
  K.break_statement,
  K.continue_statement,
  K.inferred_parameters,
  K.type_pattern,
  K.record_pattern_component,
  K.annotation,
  K.marker_annotation,
  K.method_reference,
);

/** True for an identifier that stands for a value or a type, rather than naming what is declared or a member. */
function isValueName({ table }: Reading, node: number): boolean {
  const parent = table.parent[node];
  const field = table.field[node];
  if (field === F.name || field === F.field || field === F.key) return false;
  if (namesOnly[table.kind[parent]]) return table.kind[parent] === K.method_reference && node === parent + 1;
  return !(table.kind[parent] === K.lambda_expression && field === F.parameters);
}

/** What a bare name behind `case` means: a constant of the enumeration that is switched on, or else what it means anywhere. */
function labelExpression(reading: Reading, node: number): number {
  const { table, expressions } = reading;
  let at = table.parent[node];
  while (at >= 0 && table.kind[at] !== K.switch_expression) at = table.parent[at];
  const condition = at < 0 ? -1 : childIn(table, at, F.condition);
  const plain = valueExpression(reading, node);
  if (condition < 0) return plain;
  const name = expressions.name(textOf(reading, node));
  const constant = expressions.add(EXPRESSION.member, valueExpression(reading, condition), name);
  return expressions.orElse(constant, plain);
}

/** Whether a field is read or written where it stands; `x += 1` and `x++` write. */
function accessOf({ table }: Reading, node: number): number {
  const parent = table.parent[node];
  const isWritten =
    (table.kind[parent] === K.assignment_expression && table.field[node] === F.left) ||
    table.kind[parent] === K.update_expression;
  return isWritten ? REFERENCE.write : REFERENCE.read;
}

/** States what a declaration holds (field) or returns (routine), and what it takes. */
function stateDeclaration(reading: Reading, node: number, index: number): void {
  const { table, expressions } = reading;
  const declaration = reading.declarations[index];
  if (declaration.kind === KIND.routine) {
    declaration.parameters = parametersOf(reading, node);
    if (declaration.form === FORM.constructor) return;
    declaration.value = expressions.add(EXPRESSION.instance, declaredType(reading, node, 0));
  } else if (declaration.form === FORM.member) {
    const type = enclosingType(reading, node);
    if (type >= 0) declaration.value = expressions.add(EXPRESSION.this, type, 0);
  } else if (declaration.kind === KIND.field) {
    const kind = table.kind[node];
    if (kind === K.formal_parameter || kind === K.spread_parameter)
      declaration.value = expressions.add(EXPRESSION.instance, declaredType(reading, node, 0));
    else declaration.value = localValue(reading, declaratorsOf(reading, node)[0] ?? node);
  }
}
