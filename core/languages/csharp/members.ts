import { FLAG, FORM, KIND } from '../../facts/fileFacts.ts';
import { declare, textOf, type Reading } from '../reading/reading.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import type { Position } from '../reading/walk.ts';
import { plainName, typeName } from './imports.ts';
import { bodiedAccessors, flagsOf, hasModifier, isExtension } from './modifiers.ts';
import { F, K, T } from './vocabulary.ts';

/** Declares what a node of a type's body declares; -1 for other nodes. */
export function declareMember(reading: Reading, node: number, kind: number, at: Position): number {
  const { table } = reading;
  switch (kind) {
    case K.method_declaration: {
      const form = isExtension(reading, node) ? FORM.extension : FORM.method;
      return declareRoutine(reading, node, at, form, memberName(reading, node));
    }
    case K.constructor_declaration: {
      const name = memberName(reading, node);
      return hasModifier(reading, node, 'static')
        ? declareRoutine(reading, node, at, FORM.method, `static ${name}`)
        : declareRoutine(reading, node, at, FORM.constructor, name);
    }
    case K.destructor_declaration:
      return declareRoutine(reading, node, at, FORM.method, `~${memberName(reading, node)}`);
    case K.operator_declaration: {
      const operator = childIn(table, node, F.operator);
      const name = `operator ${operator < 0 ? '' : textOf(reading, operator)}`;
      return declareRoutine(reading, node, at, FORM.method, name);
    }
    case K.conversion_operator_declaration: {
      const type = childIn(table, node, F.type);
      const name = `operator ${type < 0 ? '' : textOf(reading, type)}`;
      return declareRoutine(reading, node, at, FORM.method, name);
    }
    case K.property_declaration:
    case K.indexer_declaration:
      return declareProperty(reading, node, at);
    case K.accessor_declaration:
      return declareAccessor(reading, node, at);
    case K.event_declaration:
      return declareField(reading, node, at, FORM.property, memberName(reading, node));
    case K.enum_member_declaration:
      return declareField(reading, node, at, FORM.member, memberName(reading, node));
    case K.field_declaration:
    case K.event_field_declaration: {
      const declarators = declaratorsOf(reading, node);
      if (declarators.length !== 1) return -1;
      return declareField(reading, node, at, FORM.property, nameOf(reading, declarators[0]));
    }
    case K.variable_declarator: {
      const statement = table.parent[table.parent[node]];
      if (reading.declarationAt.has(statement)) return -1;
      const flags = flagsOf(reading, statement, at.owner);
      return declareField(reading, node, at, FORM.property, nameOf(reading, node), flags);
    }
    default:
      return -1;
  }
}

/** The variables that a statement declares. */
export function declaratorsOf({ table }: Reading, statement: number): number[] {
  const list = childOfKind(table, statement, K.variable_declaration);
  const found: number[] = [];
  if (list < 0) return found;
  for (let child = list + 1; child < table.next[list]; child = table.next[child])
    if (table.kind[child] === K.variable_declarator) found.push(child);
  return found;
}

function nameOf(reading: Reading, node: number): string {
  const name = childIn(reading.table, node, F.name);
  return name < 0 ? '(unnamed)' : plainName(reading, name);
}

/** A member that implements an interface's explicitly is known by that interface only: `IOpen.Open`. */
function memberName(reading: Reading, node: number): string {
  const { table } = reading;
  const name = table.kind[node] === K.indexer_declaration ? 'this[]' : nameOf(reading, node);
  const explicit = childOfKind(table, node, K.explicit_interface_specifier);
  return explicit < 0 ? name : `${typeName(reading, explicit + 1)}.${name}`;
}

function declareRoutine(reading: Reading, node: number, at: Position, form: number, name: string): number {
  const flags = flagsOf(reading, node, at.owner) | (form === FORM.extension ? FLAG.static : 0);
  return declare(reading, node, { kind: KIND.routine, form, flags, name, parent: at.owner });
}

function declareField(
  reading: Reading,
  node: number,
  at: Position,
  form: number,
  name: string,
  flags = flagsOf(reading, node, at.owner),
): number {
  const isConstant = form === FORM.member;
  const what = { kind: KIND.field, form, name, parent: at.owner };
  return declare(reading, node, { ...what, flags: flags | (isConstant ? FLAG.static : 0) });
}

/**
 * A property without code of its own is a field. With one accessor that has code it is that accessor; with more, each
 * accessor is declared by itself.
 */
function declareProperty(reading: Reading, node: number, at: Position): number {
  const { table } = reading;
  const list = childIn(table, node, F.accessors);
  const accessors = list < 0 ? [] : bodiedAccessors(reading, list);
  const name = memberName(reading, node);
  const value = childIn(table, node, F.value);
  const isComputed = value >= 0 && table.kind[value] === K.arrow_expression_clause;
  if (isComputed) return declareRoutine(reading, node, at, FORM.getter, name);
  if (accessors.length === 0) return declareField(reading, node, at, FORM.property, name);
  if (accessors.length > 1) return -1;
  const index = declareRoutine(reading, node, at, accessorForm(reading, accessors[0]), name);
  reading.declarations[index].flags &= ~FLAG.bodiless;
  return index;
}

function declareAccessor(reading: Reading, node: number, at: Position): number {
  const { table } = reading;
  const property = table.parent[table.parent[node]];
  const keyword = childIn(table, node, F.name);
  if (keyword < 0) return -1;
  const isEvent = table.kind[property] === K.event_declaration;
  const owned = reading.declarationAt.get(property);
  if (childIn(table, node, F.body) < 0 || (owned !== undefined && !isEvent)) return -1;
  const parent = isEvent && owned !== undefined ? reading.declarations[owned].parent : at.owner;
  const name = memberName(reading, property) + (isEvent ? `.${textOf(reading, keyword)}` : '');
  const form = isEvent ? FORM.method : accessorForm(reading, node);
  const flags = flagsOf(reading, property, parent);
  const index = declare(reading, node, { kind: KIND.routine, form, flags, name, parent });
  reading.declarations[index].statement = property;
  return index;
}

function accessorForm({ table }: Reading, accessor: number): number {
  return table.kind[childIn(table, accessor, F.name)] === T.get ? FORM.getter : FORM.setter;
}
