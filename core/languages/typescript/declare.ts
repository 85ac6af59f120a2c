import { FLAG, FORM, KIND } from '../../facts/fileFacts.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { readDynamicImport, readExport, readImport, readImportedType, readRequired } from './imports.ts';
import { textOf } from '../reading/reading.ts';
import type { ScriptReading } from './reading.ts';
import { varScope } from '../reading/scopes.ts';
import { declareAssigned, noteMembers } from './assigned.ts';
import { bindLocal, bindLocals, bindPattern } from './bindings.ts';
import { addDeclaration, bindSymbol, exportSymbol } from './declaring.ts';
import { isFunctionValue } from './functions.ts';
import { walkDeclarations, type Position } from '../reading/walk.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

const opensScope = kindSet(
  K.function_declaration,
  K.generator_function_declaration,
  K.function_signature,
  K.function_expression,
  K.generator_function,
  K.arrow_function,
  K.method_definition,
  K.method_signature,
  K.abstract_method_signature,
  K.call_signature,
  K.construct_signature,
  K.class_declaration,
  K.abstract_class_declaration,
  K.class,
  K.class_static_block,
  K.interface_declaration,
  K.type_alias_declaration,
  K.enum_declaration,
  K.internal_module,
  K.module,
  K.statement_block,
  K.for_statement,
  K.for_in_statement,
  K.catch_clause,
  K.switch_body,
  K.conditional_type,
  K.object_type,
);

const holdsVar = kindSet(
  K.function_declaration,
  K.generator_function_declaration,
  K.function_expression,
  K.generator_function,
  K.arrow_function,
  K.method_definition,
  K.class_static_block,
  K.internal_module,
  K.module,
);

/** First pass: finds all declarations, scopes, imports and exports of a file. */
export function declareAll(reading: ScriptReading): void {
  walkDeclarations(reading, { declare: declareNode, opensScope, holdsVar });
}

/** Declares what `node` declares; returns the declaration that encloses the node's children, or -1. */
function declareNode(reading: ScriptReading, node: number, kind: number, at: Position): number {
  const { table } = reading;
  switch (kind) {
    case K.import_statement:
      readImport(reading, node);
      return -1;
    case K.export_statement:
      readExport(reading, node, at.scope === reading.fileScope);
      return -1;
    case K.call_expression:
      readDynamicImport(reading, node, at.scope);
      return -1;
    case K.identifier:
      readImportedType(reading, node);
      bindLocals(reading, node, kind, at);
      return -1;
    case K.function_declaration:
    case K.generator_function_declaration:
    case K.function_signature:
      return declareNamed(reading, node, at, KIND.routine, FORM.function);
    case K.class_declaration:
    case K.abstract_class_declaration:
      return declareNamed(reading, node, at, KIND.type, FORM.class);
    case K.interface_declaration:
      return declareNamed(reading, node, at, KIND.type, FORM.interface);
    case K.type_alias_declaration:
      return declareNamed(reading, node, at, KIND.type, FORM.alias);
    case K.enum_declaration:
      return declareNamed(reading, node, at, KIND.type, FORM.enum);
    case K.internal_module:
    case K.module:
      return declareNamed(reading, node, at, KIND.type, FORM.namespace);
    case K.class:
      return declareClassExpression(reading, node, at);
    case K.class_body:
      noteMembers(reading, node, at.owner);
      return -1;
    case K.variable_declarator:
      return declareVariable(reading, node, at);
    case K.method_definition:
    case K.method_signature:
    case K.abstract_method_signature:
      return declareMethod(reading, node, at);
    case K.public_field_definition:
    case K.field_definition:
    case K.property_signature:
      return declareProperty(reading, node, at);
    case K.pair:
      return declarePair(reading, node, at);
    case K.assignment_expression:
      return declareAssigned(reading, node, at);
    case K.enum_assignment:
      return declareMember(reading, node, childIn(table, node, F.name), at, KIND.field, FORM.member);
    case K.property_identifier:
      if (table.kind[table.parent[node]] === K.enum_body) {
        declareMember(reading, node, node, at, KIND.field, FORM.member);
      }
      return -1;
    case K.required_parameter:
    case K.optional_parameter:
      return declareParameter(reading, node, at);
    default:
      bindLocals(reading, node, kind, at);
      return -1;
  }
}

function declareNamed(
  reading: ScriptReading,
  node: number,
  at: Position,
  kind: number,
  form: number,
): number {
  const { table } = reading;
  const nameNode = childIn(table, node, F.name);
  const exporting = exportStatementOf(reading, node);
  const isDefault = exporting >= 0 && childOfKind(table, exporting, T.default) >= 0;
  const name = nameNode >= 0 ? textOf(reading, nameNode) : isDefault ? 'default' : '(unnamed)';
  const index = addDeclaration(reading, node, at, kind, form, name);
  const bound = name.includes('.') ? name.slice(0, name.indexOf('.')) : name;
  const symbol = bindSymbol(reading, at.scope, bound, index);
  if (exporting >= 0) exportSymbol(reading, at, isDefault ? 'default' : bound, symbol, index);
  return index;
}

function exportStatementOf(reading: ScriptReading, node: number): number {
  const { table } = reading;
  let parent = table.parent[node];
  if (parent >= 0 && table.kind[parent] === K.ambient_declaration) parent = table.parent[parent];
  return parent >= 0 && table.kind[parent] === K.export_statement ? parent : -1;
}

function memberName(reading: ScriptReading, node: number): string {
  if (node < 0) return '(unnamed)';
  const text = textOf(reading, node);
  if (reading.table.kind[node] === K.string) return text.slice(1, -1);
  return text.length > 80 ? `${text.slice(0, 77)}…` : text;
}

function declareMember(
  reading: ScriptReading,
  node: number,
  nameNode: number,
  at: Position,
  kind: number,
  form: number,
): number {
  return addDeclaration(reading, node, at, kind, form, memberName(reading, nameNode));
}

function declareMethod(reading: ScriptReading, node: number, at: Position): number {
  const { table } = reading;
  const nameNode = childIn(table, node, F.name);
  let form: number = FORM.method;
  if (childOfKind(table, node, T.get) >= 0) form = FORM.getter;
  else if (childOfKind(table, node, T.set) >= 0) form = FORM.setter;
  else if (nameNode >= 0 && textOf(reading, nameNode) === 'constructor') form = FORM.constructor;
  return declareMember(reading, node, nameNode, at, KIND.routine, form);
}

/** A class field or an interface's property; one that holds a function is a routine. Inline object types have none. */
function declareProperty(reading: ScriptReading, node: number, at: Position): number {
  const { table } = reading;
  const container = table.parent[node];
  const inline =
    table.kind[container] === K.object_type &&
    table.kind[table.parent[container]] !== K.type_alias_declaration &&
    table.kind[table.parent[container]] !== K.interface_declaration;
  if (inline) return -1;
  const named = childIn(table, node, F.name);
  const nameNode = named >= 0 ? named : childIn(table, node, F.property);
  const value = childIn(table, node, F.value);
  return value >= 0 && isFunctionValue[table.kind[value]]
    ? declareMember(reading, node, nameNode, at, KIND.routine, FORM.method)
    : declareMember(reading, node, nameNode, at, KIND.field, FORM.property);
}

/** `key: function` in an object literal is a routine, for the language gives it the key as its name. */
function declarePair(reading: ScriptReading, node: number, at: Position): number {
  const value = childIn(reading.table, node, F.value);
  if (value < 0 || !isFunctionValue[reading.table.kind[value]]) return -1;
  return declareMember(reading, node, childIn(reading.table, node, F.key), at, KIND.routine, FORM.method);
}

function declareClassExpression(reading: ScriptReading, node: number, at: Position): number {
  const { table } = reading;
  const parent = table.parent[node];
  if (table.kind[parent] === K.variable_declarator && table.field[node] === F.value) return -1;
  const nameNode = childIn(table, node, F.name);
  const exporting = exportStatementOf(reading, node);
  if (exporting >= 0) return declareNamed(reading, node, at, KIND.type, FORM.class);
  const name = nameNode >= 0 ? textOf(reading, nameNode) : '(class)';
  return addDeclaration(reading, node, at, KIND.type, FORM.class, name);
}

function declareVariable(reading: ScriptReading, node: number, at: Position): number {
  const { table } = reading;
  const nameNode = childIn(table, node, F.name);
  if (nameNode < 0) return -1;
  const statement = table.parent[node];
  const scope = table.kind[statement] === K.variable_declaration ? varScope(at.scope) : at.scope;
  if (readRequired(reading, node, scope)) return -1;
  const value = childIn(table, node, F.value);
  const valueKind = value >= 0 ? table.kind[value] : 0;
  const exporting = exportStatementOf(reading, statement) >= 0;
  const isElementLevel = scope === reading.fileScope || isNamespace(reading, at.owner);

  const declareAs = (kind: number, form: number): number => {
    const name = textOf(reading, nameNode);
    const index = addDeclaration(reading, node, at, kind, form, name);
    const symbol = bindSymbol(reading, scope, name, index);
    if (exporting) exportSymbol(reading, at, name, symbol, index);
    return index;
  };
  if (table.kind[nameNode] === K.identifier) {
    if (isFunctionValue[valueKind]) return declareAs(KIND.routine, FORM.function);
    if (valueKind === K.class) {
      const index = declareAs(KIND.type, FORM.class);
      if (childIn(table, node, F.type) >= 0) reading.declarations[index].flags |= FLAG.valueAlone;
      return index;
    }
    if (isElementLevel) return declareAs(KIND.field, FORM.variable);
    bindLocal(scope, textOf(reading, nameNode), nameNode);
    return -1;
  }
  bindPattern(reading, nameNode, scope, (name, identifier) => {
    if (!isElementLevel) {
      bindLocal(scope, name, identifier);
      return;
    }
    const index = addDeclaration(reading, identifier, at, KIND.field, FORM.variable, name);
    const symbol = bindSymbol(reading, scope, name, index);
    if (exporting) exportSymbol(reading, at, name, symbol, index);
  });
  return -1;
}

function isNamespace(reading: ScriptReading, owner: number): boolean {
  return owner >= 0 && reading.declarations[owner].form === FORM.namespace;
}

/** A typed parameter; a constructor's with a modifier is a field of the class as well. */
function declareParameter(reading: ScriptReading, node: number, at: Position): number {
  const { table } = reading;
  const pattern = childIn(table, node, F.pattern);
  if (pattern < 0) return -1;
  bindPattern(reading, pattern, at.scope, (name, identifier) => bindLocal(at.scope, name, identifier));
  const first = node + 1;
  const isProperty =
    table.kind[pattern] === K.identifier &&
    (table.kind[first] === K.accessibility_modifier ||
      (first !== pattern && textOf(reading, first) === 'readonly'));
  if (!isProperty || at.owner < 0) return -1;
  const cls = reading.declarations[at.owner].parent;
  if (cls < 0) return -1;
  const inClass: Position = { scope: at.scope, owner: cls };
  return addDeclaration(reading, node, inClass, KIND.field, FORM.property, textOf(reading, pattern));
}
