import { EXPRESSION, FORM, KIND, REFERENCE, type ReferenceColumns } from '../../facts/fileFacts.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { accessOf, isKnownBeyond, isOfGiven, destructuredName } from './accesses.ts';
import { settleExports } from './imports.ts';
import { textOf } from '../reading/reading.ts';
import { lookUpType, lookUpValue, rebind } from '../reading/scopes.ts';
import { walkReferences, type ReferenceList } from '../reading/walk.ts';
import { functionOf, returnedValue, statedFunction, statedParameters } from './functions.ts';
import { noticeTests } from './narrowing.ts';
import type { ScriptReading } from './reading.ts';
import { applied, statedBesideMembers, typeExpression } from './typeExpressions.ts';
import { F, K, kindSet, T } from './vocabulary.ts';
import { namedByNode, patternValue, typedOrInitial, valueExpression } from './valueExpressions.ts';

/** Second pass: records every reference with the expression it is resolved by, and what declarations hold. */
export function referAll(reading: ScriptReading): ReferenceColumns {
  noticeTests(reading);
  noticeAssignments(reading);
  settleExports(reading, (node) => valueExpression(reading, node));
  return walkReferences(reading, { state: valueDeclaration, refers, refer: referNode });
}

const refers = kindSet(
  K.call_expression,
  K.new_expression,
  K.jsx_opening_element,
  K.jsx_self_closing_element,
  K.extends_clause,
  K.class_heritage,
  K.type_identifier,
  K.nested_type_identifier,
  K.type_query,
  K.member_expression,
  K.decorator,
  K.binary_expression,
  K.identifier,
  K.shorthand_property_identifier,
  K.subscript_expression,
  K.shorthand_property_identifier_pattern,
  K.pair_pattern,
);

function referNode(reading: ScriptReading, node: number, owner: number, into: ReferenceList): void {
  const { table } = reading;
  const refer = (kind: number, expression: number, at = node): void => into.add(kind, owner, at, expression);
  switch (table.kind[node]) {
    case K.call_expression: {
      if (reading.importAt.has(node)) return;
      const callee = childIn(table, node, F.function);
      if (callee >= 0) refer(REFERENCE.call, namedByNode(reading, callee), nameOf(reading, callee));
      return;
    }
    case K.new_expression: {
      const callee = childIn(table, node, F.constructor);
      if (callee >= 0) refer(REFERENCE.construct, valueExpression(reading, callee), callee);
      return;
    }
    case K.jsx_opening_element:
    case K.jsx_self_closing_element: {
      const name = childIn(table, node, F.name);
      if (name < 0 || isIntrinsic(reading, name)) return;
      refer(REFERENCE.call, valueExpression(reading, name), name);
      return;
    }
    case K.extends_clause:
      for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
        if (table.field[child] !== F.value) continue;
        const args = table.next[child];
        const isApplied = args < table.next[node] && table.kind[args] === K.type_arguments;
        const parent = valueExpression(reading, child);
        refer(REFERENCE.inherit, isApplied ? applied(reading, parent, args, 0) : parent, child);
      }
      return;
    case K.class_heritage: {
      // JavaScript's grammar has the parent right after `extends`; TypeScript's has clauses, visited by themselves.
      const parent = table.next[node + 1];
      if (parent < table.next[node] && table.kind[parent] !== K.implements_clause) {
        refer(REFERENCE.inherit, valueExpression(reading, parent), parent);
      }
      return;
    }
    case K.type_identifier:
      if (!isTypeUse(reading, node) || isTypeParameter(reading, node)) return;
      refer(typeReferenceKind(reading, node), typeExpression(reading, appliedAround(reading, node)), node);
      return;
    case K.nested_type_identifier:
      refer(typeReferenceKind(reading, node), typeExpression(reading, appliedAround(reading, node)), node);
      return;
    case K.type_query:
      refer(REFERENCE.typeUse, valueExpression(reading, table.next[node + 1]));
      return;
    case K.member_expression:
      // `import('x').Name` in a type is a member expression to the grammar.
      if (table.kind[table.parent[node]] === K.type_annotation || isImportedType(reading, node)) {
        refer(REFERENCE.typeUse, valueExpression(reading, node));
        return;
      }
      referAccess(reading, node, owner, into);
      return;
    case K.subscript_expression: {
      const index = childIn(table, node, F.index);
      if (index >= 0 && table.kind[index] === K.string) referAccess(reading, node, owner, into);
      return;
    }
    case K.identifier:
    case K.shorthand_property_identifier:
      if (isKnownBeyond(reading, node)) referAccess(reading, node, owner, into);
      return;
    case K.shorthand_property_identifier_pattern:
    case K.pair_pattern: {
      const name = destructuredName(reading, node);
      if (name >= 0) refer(REFERENCE.read, destructuredMember(reading, node), name);
      return;
    }
    case K.decorator: {
      const target = node + 2;
      if (table.kind[target] === K.identifier || table.kind[target] === K.member_expression) {
        refer(REFERENCE.call, valueExpression(reading, target));
      }
      return;
    }
    case K.binary_expression: {
      const operator = childIn(table, node, F.operator);
      if (operator < 0 || table.kind[operator] !== T.instanceof) return;
      refer(REFERENCE.typeUse, valueExpression(reading, childIn(table, node, F.right)));
    }
  }
}

/** Variables that are given another value than their first. */
function noticeAssignments(reading: ScriptReading): void {
  const { table } = reading;
  for (let node = 0; node < table.count; node++) {
    if (table.kind[node] !== K.assignment_expression) continue;
    const left = childIn(table, node, F.left);
    if (left < 0 || table.kind[left] !== K.identifier) continue;
    rebind(lookUpValue(reading.scopeOf[left], textOf(reading, left)), left);
  }
}

/** A value that is read or written where it stands. */
function referAccess(reading: ScriptReading, node: number, owner: number, into: ReferenceList): void {
  const kind = accessOf(reading, node);
  if (kind < 0) return;
  const { table } = reading;
  const object = childIn(table, node, F.object);
  // Of an object nothing is known of, a member says nothing.
  if (object >= 0 && (isOfGiven(reading, node) || valueExpression(reading, object) === 0)) return;
  const property = object < 0 ? node : childIn(table, node, F.property);
  into.add(kind, owner, property < 0 ? node : property, namedByNode(reading, node));
}

/** The member that a destructuring takes out of what it is given; 0 when nothing is known of that. */
function destructuredMember(reading: ScriptReading, node: number): number {
  const { table, expressions } = reading;
  const isPair = table.kind[node] === K.pair_pattern;
  const taken = isPair ? childIn(table, node, F.value) : node;
  const member = taken < 0 ? 0 : patternValue(reading, taken, 0);
  return expressions.operandOf(member, EXPRESSION.member) === 0 ? 0 : member;
}

/** The last name of a chain: the line on which a call over several lines names what it calls. */
function nameOf(reading: ScriptReading, callee: number): number {
  const { table } = reading;
  if (table.kind[callee] !== K.member_expression) return callee;
  const property = childIn(table, callee, F.property);
  return property >= 0 ? property : callee;
}

/** `<div>` names an element of the page, not of the codebase. */
function isIntrinsic(reading: ScriptReading, name: number): boolean {
  const { table } = reading;
  if (table.kind[name] === K.member_expression) return false;
  return !/^[A-Z_$]/.test(textOf(reading, name));
}

const namesItsParent = kindSet(
  K.class_declaration,
  K.abstract_class_declaration,
  K.class,
  K.interface_declaration,
  K.type_alias_declaration,
  K.type_parameter,
  K.mapped_type_clause,
  K.nested_type_identifier,
);

function isTypeUse(reading: ScriptReading, node: number): boolean {
  const { table } = reading;
  const parent = table.parent[node];
  const parentKind = table.kind[parent];
  if (parentKind === K.infer_type) return false;
  return !(table.field[node] === F.name && namesItsParent[parentKind]);
}

/** A parent with its arguments, which its members are reached with; any other name by itself. */
function appliedAround(reading: ScriptReading, node: number): number {
  const { table } = reading;
  const parent = table.parent[node];
  const isApplied = table.kind[parent] === K.generic_type && table.field[node] === F.name;
  return isApplied && typeReferenceKind(reading, node) !== REFERENCE.typeUse ? parent : node;
}

/** What bounds a type parameter is used once, where that is declared. */
function isTypeParameter(reading: ScriptReading, node: number): boolean {
  return lookUpType(reading.scopeOf[node], textOf(reading, node))?.kind === 'opaque';
}

function typeReferenceKind(reading: ScriptReading, node: number): number {
  const { table } = reading;
  let parent = table.parent[node];
  if (table.kind[parent] === K.generic_type && table.field[node] === F.name) parent = table.parent[parent];
  if (table.kind[parent] === K.implements_clause) return REFERENCE.implement;
  return table.kind[parent] === K.extends_type_clause ? REFERENCE.inherit : REFERENCE.typeUse;
}

function isImportedType(reading: ScriptReading, node: number): boolean {
  const { table } = reading;
  const object = childIn(table, node, F.object);
  if (object < 0 || table.kind[object] !== K.call_expression) return false;
  const imported = reading.importAt.get(object);
  return imported !== undefined && reading.imports[imported].kind === 'typeImport';
}

/** States what a routine gives and takes: as its signatures without a body say, where it has such, and as it says itself otherwise. */
function valueRoutine(reading: ScriptReading, node: number, index: number): void {
  const { table, expressions, overloads } = reading;
  const declaration = reading.declarations[index];
  const fn = functionOf(reading, node);
  const known = overloads.get(index);
  if (childIn(table, fn, F.body) < 0) {
    const signature = statedFunction(reading, fn, 0);
    if (known === undefined) overloads.set(index, [signature]);
    else if (known.length < MOST_OVERLOADS) known.push(signature);
  }
  if (known !== undefined) {
    if (known.length > 1) declaration.value = expressions.add(EXPRESSION.overloads, expressions.list(known));
    return;
  }
  declaration.value = returnedValue(reading, node);
  declaration.parameters = statedParameters(reading, childIn(table, fn, F.parameters));
}

/** More signatures of one routine are not told apart. */
const MOST_OVERLOADS = 40;

/** What an alias stands for; one whose members are declared is a type of its own, which may be called. */
function valueOfAlias(reading: ScriptReading, type: number): number {
  const { table } = reading;
  if (type < 0 || table.kind[type] !== K.object_type) return typeExpression(reading, type);
  const isDeclared =
    childOfKind(table, type, K.property_signature) >= 0 || childOfKind(table, type, K.method_signature) >= 0;
  return isDeclared ? statedBesideMembers(reading, type) : typeExpression(reading, type);
}

/** States what a declaration holds (field), returns (routine) or stands for (alias). */
function valueDeclaration(reading: ScriptReading, node: number, index: number): void {
  const { table, expressions } = reading;
  const declaration = reading.declarations[index];
  if (declaration.kind === KIND.routine) {
    valueRoutine(reading, node, index);
    return;
  }
  if (declaration.value !== 0) return;
  if (declaration.form === FORM.interface) {
    declaration.value = statedBesideMembers(reading, childIn(table, node, F.body));
  } else if (declaration.form === FORM.alias) {
    declaration.value = valueOfAlias(reading, childIn(table, node, F.value));
  } else if (declaration.kind === KIND.field && declaration.form !== FORM.member) {
    const isPattern =
      table.kind[node] === K.identifier || table.kind[node] === K.shorthand_property_identifier_pattern;
    declaration.value = isPattern
      ? patternValue(reading, node, 0)
      : typedOrInitial(reading, node, F.value, 0);
  } else if (declaration.form === FORM.member && declaration.parent >= 0) {
    const { symbol } = reading.declarations[declaration.parent];
    if (symbol >= 0) {
      declaration.value = expressions.add(EXPRESSION.instance, expressions.add(EXPRESSION.symbol, symbol));
    }
  }
}
