import { FLAG, FORM, KIND } from '../../facts/fileFacts.ts';
import { declare, newSymbol, textOf, type Reading } from '../reading/reading.ts';
import { bind } from '../reading/scopes.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { walkDeclarations, type Position } from '../reading/walk.ts';
import { declaratorsOf, nameNodeOf } from './figures.ts';
import { readImport, readModule } from './imports.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

const opensScope = kindSet(
  K.class_declaration,
  K.interface_declaration,
  K.enum_declaration,
  K.record_declaration,
  K.annotation_type_declaration,
  K.class_body,
  K.method_declaration,
  K.constructor_declaration,
  K.compact_constructor_declaration,
  K.static_initializer,
  K.block,
  K.constructor_body,
  K.lambda_expression,
  K.for_statement,
  K.enhanced_for_statement,
  K.try_with_resources_statement,
  K.catch_clause,
  K.switch_block,
  K.switch_rule,
);

const outsideMembers = kindSet(K.superclass, K.super_interfaces, K.extends_interfaces, K.permits);

const typeForms: Record<number, number | undefined> = {
  [K.class_declaration]: FORM.class,
  [K.interface_declaration]: FORM.interface,
  [K.enum_declaration]: FORM.enum,
  [K.record_declaration]: FORM.record,
  [K.annotation_type_declaration]: FORM.annotation,
};

/** First pass: types, routines, fields, imports, and the scopes of locals and type parameters. */
export function declareAll(reading: Reading): void {
  walkDeclarations(reading, { declare: declareNode, opensScope, holdsVar: kindSet(), outsideMembers });
}

function declareNode(reading: Reading, node: number, kind: number, at: Position): number {
  const { table } = reading;
  switch (kind) {
    case K.import_declaration:
      readImport(reading, node);
      return -1;
    case K.module_declaration:
      readModule(reading, node);
      return -1;
    case K.class_declaration:
    case K.interface_declaration:
    case K.enum_declaration:
    case K.record_declaration:
    case K.annotation_type_declaration:
      return declareType(reading, node, at, typeForms[kind]!);
    case K.class_body:
      return declareAnonymous(reading, node, at);
    case K.method_declaration:
    case K.annotation_type_element_declaration:
      return declareMember(reading, node, at, KIND.routine, FORM.method);
    case K.constructor_declaration:
    case K.compact_constructor_declaration:
      return declareMember(reading, node, at, KIND.routine, FORM.constructor);
    case K.enum_constant:
      return declareMember(reading, node, at, KIND.field, FORM.member);
    case K.field_declaration:
    case K.constant_declaration:
      return declareSingleField(reading, node, at);
    case K.variable_declarator:
      return declareVariable(reading, node, at);
    case K.formal_parameter:
      if (table.kind[table.parent[table.parent[node]]] === K.record_declaration)
        return declareComponent(reading, node, at);
      bindLocal(reading, node, at);
      return -1;
    case K.spread_parameter:
      if (table.kind[table.parent[table.parent[node]]] === K.record_declaration)
        return declareComponent(reading, node, at);
      bindLocal(reading, node, at);
      return -1;
    case K.catch_formal_parameter:
    case K.resource:
    case K.instanceof_expression:
      bindLocal(reading, node, at);
      return -1;
    case K.identifier:
      bindBareName(reading, node, at);
      return -1;
    case K.type_parameter: {
      const name = childOfKind(table, node, K.type_identifier);
      const constraint = childOfKind(table, node, K.type_bound);
      const index = positionAmong(reading, node, K.type_parameter);
      if (name >= 0)
        bind(at.scope, textOf(reading, name), {
          kind: 'opaque',
          constraint,
          node: name,
          owner: at.owner,
          index,
        });
      return -1;
    }
    default:
      return -1;
  }
}

/** How many nodes of a kind stand before a node beside it. */
function positionAmong({ table }: Reading, node: number, kind: number): number {
  let before = 0;
  for (let child = table.parent[node] + 1; child < node; child = table.next[child])
    if (table.kind[child] === kind) before++;
  return before;
}

/** Names that stand bare: a loop's variable, an untyped lambda's parameter, a pattern's variable. */
function bindBareName(reading: Reading, node: number, at: Position): void {
  const { table } = reading;
  const parent = table.parent[node];
  const parentKind = table.kind[parent];
  const isBound =
    parentKind === K.inferred_parameters ||
    (parentKind === K.lambda_expression && table.field[node] === F.parameters) ||
    (parentKind === K.enhanced_for_statement && table.field[node] === F.name) ||
    ((parentKind === K.type_pattern || parentKind === K.record_pattern_component) &&
      table.next[node] === table.next[parent]);
  if (isBound)
    bind(at.scope, textOf(reading, node), {
      kind: 'local',
      node: parentKind === K.inferred_parameters || parentKind === K.lambda_expression ? node : parent,
      expression: -1,
    });
}

function bindLocal(reading: Reading, node: number, at: Position): void {
  const name = nameNodeOf(reading, node);
  if (name >= 0) bind(at.scope, textOf(reading, name), { kind: 'local', node, expression: -1 });
}

function declareType(reading: Reading, node: number, at: Position, form: number): number {
  const nameNode = childIn(reading.table, node, F.name);
  const name = nameNode < 0 ? '(unnamed)' : textOf(reading, nameNode);
  const flags = flagsOf(reading, node, at.owner);
  const index = declare(reading, node, { kind: KIND.type, form, flags, name, parent: at.owner });
  const isLocal = at.owner >= 0 && reading.declarations[at.owner].kind !== KIND.type;
  if (isLocal) bind(at.scope, name, { kind: 'symbol', symbol: newSymbol(reading, index) });
  return index;
}

/** The body of `new Type() { … }` is a type of its own; an enumeration constant's belongs to the constant. */
function declareAnonymous(reading: Reading, node: number, at: Position): number {
  const { table } = reading;
  const creation = table.parent[node];
  if (table.kind[creation] !== K.object_creation_expression) return -1;
  const type = childIn(table, creation, F.type);
  const base = type < 0 ? 'anonymous' : textOf(reading, type).replace(/<.*$/s, '');
  const what = {
    kind: KIND.type,
    form: FORM.class,
    flags: FLAG.private,
    name: `(${base})`,
    parent: at.owner,
  };
  return declare(reading, node, what);
}

/** A component of a record is a field of it. */
function declareComponent(reading: Reading, node: number, at: Position): number {
  const name = textOf(reading, nameNodeOf(reading, node));
  const what = { kind: KIND.field, form: FORM.property, flags: FLAG.exported, name, parent: at.owner };
  return declare(reading, node, what);
}

function declareMember(reading: Reading, node: number, at: Position, kind: number, form: number): number {
  const nameNode = childIn(reading.table, node, F.name);
  const name = nameNode < 0 ? '(unnamed)' : textOf(reading, nameNode);
  return declare(reading, node, {
    kind,
    form,
    flags: flagsOf(reading, node, at.owner),
    name,
    parent: at.owner,
  });
}

/** The one field that a statement declares has the statement's range, its comment and its type with it. */
function declareSingleField(reading: Reading, node: number, at: Position): number {
  const declarators = declaratorsOf(reading, node);
  return declarators.length === 1 ? declareField(reading, node, declarators[0], at) : -1;
}

/** One of several fields of a statement, or a local variable. */
function declareVariable(reading: Reading, node: number, at: Position): number {
  const { table } = reading;
  const statement = table.parent[node];
  const kind = table.kind[statement];
  if (kind === K.field_declaration || kind === K.constant_declaration)
    return reading.declarationAt.has(statement) ? -1 : declareField(reading, node, node, at);
  if (kind !== K.spread_parameter) bindLocal(reading, node, at);
  return -1;
}

function declareField(reading: Reading, node: number, declarator: number, at: Position): number {
  const { table } = reading;
  const statement = table.kind[node] === K.variable_declarator ? table.parent[node] : node;
  const isConstant = table.kind[statement] === K.constant_declaration;
  const flags = flagsOf(reading, statement, at.owner) | (isConstant ? FLAG.static : 0);
  const name = textOf(reading, childIn(table, declarator, F.name));
  return declare(reading, node, { kind: KIND.field, form: FORM.property, flags, name, parent: at.owner });
}

/** Visibility, abstractness and the like, from the modifiers and from where the declaration stands. */
function flagsOf(reading: Reading, node: number, owner: number): number {
  const { table, declarations } = reading;
  const modifiers = childOfKind(table, node, K.modifiers);
  let flags = 0;
  let isOpen = false;
  const end = modifiers < 0 ? 0 : table.next[modifiers];
  for (let child = modifiers + 1; child < end; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind === T.private) flags |= FLAG.private;
    else if (kind === T.protected) flags |= FLAG.protected;
    else if (kind === T.public) isOpen = true;
    else if (kind === T.static) flags |= FLAG.static;
    else if (kind === T.abstract) flags |= FLAG.abstract;
  }
  const around = owner < 0 ? -1 : declarations[owner].form;
  const isImplicitlyPublic =
    around === FORM.interface || around === FORM.annotation || table.kind[node] === K.enum_constant;
  if (isOpen || (isImplicitlyPublic && !(flags & FLAG.private))) flags |= FLAG.exported;
  else if (!(flags & (FLAG.private | FLAG.protected))) flags |= FLAG.internal;
  const kind = table.kind[node];
  const isType = typeForms[kind] !== undefined;
  if (isType && (kind !== K.class_declaration || isImplicitlyPublic)) flags |= FLAG.static;
  if (kind === K.enum_constant) flags |= FLAG.static;
  if (kind === K.method_declaration || kind === K.annotation_type_element_declaration) {
    if (childIn(table, node, F.body) < 0) {
      flags |= FLAG.bodiless;
      if (isImplicitlyPublic) flags |= FLAG.abstract;
    }
  }
  return flags;
}
