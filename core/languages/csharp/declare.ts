import { FLAG, FORM, KIND } from '../../facts/fileFacts.ts';
import { declare, newSymbol, type Reading } from '../reading/reading.ts';
import { bind } from '../reading/scopes.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { walkDeclarations, type Position } from '../reading/walk.ts';
import { listLength, namespaceOfFile, plainName, readUsing, typeName, withArity } from './imports.ts';
import { declareMember } from './members.ts';
import { flagsOf } from './modifiers.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

const opensScope = kindSet(
  K.class_declaration,
  K.struct_declaration,
  K.interface_declaration,
  K.record_declaration,
  K.delegate_declaration,
  K.method_declaration,
  K.constructor_declaration,
  K.destructor_declaration,
  K.operator_declaration,
  K.conversion_operator_declaration,
  K.indexer_declaration,
  K.accessor_declaration,
  K.local_function_statement,
  K.lambda_expression,
  K.anonymous_method_expression,
  K.query_expression,
  K.block,
  K.for_statement,
  K.foreach_statement,
  K.using_statement,
  K.fixed_statement,
  K.catch_clause,
  K.switch_section,
  K.switch_expression_arm,
);

const typeForms: Record<number, number | undefined> = {
  [K.class_declaration]: FORM.class,
  [K.struct_declaration]: FORM.struct,
  [K.interface_declaration]: FORM.interface,
  [K.enum_declaration]: FORM.enum,
  [K.record_declaration]: FORM.record,
  [K.delegate_declaration]: FORM.delegate,
};

/** First pass: namespaces, types, members, what is used, and the scopes of locals and type parameters. */
export function declareAll(reading: Reading): string {
  const namespace = namespaceOfFile(reading);
  walkDeclarations(reading, {
    declare: (_, node, kind, at) => (node === namespace.node ? -1 : declareNode(reading, node, kind, at)),
    opensScope,
    holdsVar: kindSet(),
    outsideMembers: kindSet(K.base_list),
  });
  return namespace.name;
}

function declareNode(reading: Reading, node: number, kind: number, at: Position): number {
  const { table } = reading;
  switch (kind) {
    case K.using_directive:
      readUsing(reading, node);
      return -1;
    case K.namespace_declaration:
      return declareNamespace(reading, node, at);
    case K.class_declaration:
    case K.struct_declaration:
    case K.interface_declaration:
    case K.enum_declaration:
    case K.record_declaration:
    case K.delegate_declaration:
      return declareType(reading, node, at, typeForms[kind]!);
    case K.local_function_statement:
      return declareLocalFunction(reading, node, at);
    case K.parameter:
      if (isComponent(reading, node)) return declareComponent(reading, node, at);
      bindLocal(reading, node, childIn(table, node, F.name), at);
      return -1;
    case K.type_parameter:
      bindTypeParameter(reading, node, at);
      return -1;
    case K.variable_declarator:
    case K.declaration_pattern:
    case K.recursive_pattern:
    case K.var_pattern:
    case K.declaration_expression:
    case K.catch_declaration:
    case K.from_clause:
      return declareNamed(reading, node, at);
    case K.implicit_parameter:
      bindLocal(reading, node, node, at);
      return -1;
    case T.set:
    case T.init:
    case T.add:
    case T.remove:
      bindNewValue(reading, node, at);
      return -1;
    case K.identifier:
      if (bindsBare(reading, node)) bindLocal(reading, node, node, at);
      return -1;
    default:
      return declareMember(reading, node, kind, at);
  }
}

/** A variable of a routine; fields are declared with their statement or as members. */
function declareNamed(reading: Reading, node: number, at: Position): number {
  const { table } = reading;
  const statement = table.parent[table.parent[node]];
  const isField =
    table.kind[node] === K.variable_declarator &&
    (table.kind[statement] === K.field_declaration || table.kind[statement] === K.event_field_declaration);
  if (isField) return declareMember(reading, node, K.variable_declarator, at);
  bindLocal(reading, node, childIn(table, node, F.name), at);
  return -1;
}

/** Names that stand bare where they are bound: of a loop, a tuple's parts, a query's variables, `params T[] rest`. */
function bindsBare({ table }: Reading, node: number): boolean {
  const parent = table.parent[node];
  const field = table.field[node];
  switch (table.kind[parent]) {
    case K.foreach_statement:
      return field === F.left;
    case K.tuple_pattern:
    case K.parameter_list:
    case K.bracketed_parameter_list:
      return field === F.name;
    case K.let_clause:
    case K.join_clause:
    case K.join_into_clause:
      return table.kind[node - 1] !== T.in && node === table.next[parent + 1] && field === 0;
    case K.query_expression:
      return table.kind[node - 1] === T.into;
    default:
      return false;
  }
}

function bindLocal(reading: Reading, node: number, name: number, at: Position): void {
  if (name >= 0) bind(at.scope, plainName(reading, name), { kind: 'local', node, expression: -1 });
}

/** In an accessor that sets, `value` is what is given. */
function bindNewValue({ table }: Reading, keyword: number, at: Position): void {
  const accessor = table.parent[keyword];
  if (table.kind[accessor] !== K.accessor_declaration) return;
  bind(at.scope, 'value', { kind: 'local', node: table.parent[table.parent[accessor]], expression: -1 });
}

/** A type parameter stands for the type that a `where` clause asks of it, if any. */
function bindTypeParameter(reading: Reading, node: number, at: Position): void {
  const { table } = reading;
  const name = childIn(table, node, F.name);
  if (name < 0) return;
  const text = plainName(reading, name);
  const holder = table.parent[table.parent[node]];
  let constraint = -1;
  for (let clause = holder + 1; clause < table.next[holder] && constraint < 0; clause = table.next[clause]) {
    if (table.kind[clause] !== K.type_parameter_constraints_clause) continue;
    const about = childOfKind(table, clause, K.identifier);
    if (about < 0 || plainName(reading, about) !== text) continue;
    for (let child = clause + 1; child < table.next[clause] && constraint < 0; child = table.next[child])
      if (table.kind[child] === K.type_parameter_constraint) constraint = childIn(table, child, F.type);
  }
  let index = 0;
  for (let child = table.parent[node] + 1; child < node; child = table.next[child])
    if (table.kind[child] === K.type_parameter) index++;
  bind(at.scope, text, { kind: 'opaque', constraint, node: name, owner: at.owner, index });
}

function declareNamespace(reading: Reading, node: number, at: Position): number {
  const name = typeName(reading, childIn(reading.table, node, F.name));
  const what = { kind: KIND.type, form: FORM.namespace, flags: FLAG.exported, name, parent: at.owner };
  return declare(reading, node, what);
}

/** A type is named with the number of its parameters, for `Result` and `Result<T>` are two. */
function declareType(reading: Reading, node: number, at: Position, form: number): number {
  const { table } = reading;
  const nameNode = childIn(table, node, F.name);
  if (nameNode < 0) return -1;
  const inList = childIn(table, node, F.type_parameters);
  const list = inList >= 0 ? inList : childOfKind(table, node, K.type_parameter_list);
  const name = withArity(plainName(reading, nameNode), list < 0 ? 0 : listLength(reading, list));
  const flags = flagsOf(reading, node, at.owner);
  return declare(reading, node, { kind: KIND.type, form, flags, name, parent: at.owner });
}

function declareLocalFunction(reading: Reading, node: number, at: Position): number {
  const { table } = reading;
  const name = plainName(reading, childIn(table, node, F.name));
  const what = { kind: KIND.routine, form: FORM.function, flags: FLAG.private, name, parent: at.owner };
  const index = declare(reading, node, what);
  bind(at.scope, name, { kind: 'symbol', symbol: newSymbol(reading, index) });
  return index;
}

/** A parameter of a record's own list is a property of it. */
function isComponent({ table }: Reading, parameter: number): boolean {
  return table.kind[table.parent[table.parent[parameter]]] === K.record_declaration;
}

function declareComponent(reading: Reading, node: number, at: Position): number {
  const name = plainName(reading, childIn(reading.table, node, F.name));
  const what = { kind: KIND.field, form: FORM.property, flags: FLAG.exported, name, parent: at.owner };
  return declare(reading, node, what);
}
