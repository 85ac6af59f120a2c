import { EXPRESSION, KIND, REFERENCE, type ReferenceColumns } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { walkReferences, type ReferenceList } from '../reading/walk.ts';
import { noteCallSite } from './calls.ts';
import { contentsIn } from './contents.ts';
import { bindingOf } from './declare.ts';
import {
  assignedValue,
  isLocalName,
  quotedName,
  returnedValue,
  typeExpression,
  valueExpression,
} from './expressions.ts';
import { injectedParameters } from './fixtures.ts';
import { narrowingsIn } from './narrowing.ts';
import { referImplied } from './operators.ts';
import { namesQuoted } from './quotedTypes.ts';
import type { PythonReading } from './reading.ts';
import { F, K, kindSet } from './vocabulary.ts';

/** Second pass: every reference with the expression it is resolved by, and what declarations hold. */
export function referAll(reading: PythonReading): ReferenceColumns {
  reading.narrowings = narrowingsIn(reading);
  reading.contents = contentsIn(reading);
  return walkReferences(reading, { state: stateDeclaration, refers, refer });
}

const refers = kindSet(
  K.call,
  K.class_definition,
  K.function_definition,
  K.decorator,
  K.attribute,
  K.identifier,
  K.string,
  K.binary_operator,
  K.augmented_assignment,
  K.unary_operator,
  K.comparison_operator,
  K.subscript,
  K.with_item,
  K.for_statement,
  K.for_in_clause,
);

function refer(reading: PythonReading, node: number, owner: number, into: ReferenceList): void {
  const { table } = reading;
  switch (table.kind[node]) {
    case K.call: {
      referImplied(reading, node, owner, into);
      const callee = childIn(table, node, F.function);
      if (callee < 0 || isSuper(reading, callee)) return;
      const called = valueExpression(reading, callee);
      into.add(REFERENCE.call, owner, nameOf(reading, callee), called);
      noteCallSite(reading, node, called);
      return;
    }
    case K.binary_operator:
    case K.augmented_assignment:
    case K.unary_operator:
    case K.comparison_operator:
    case K.subscript:
    case K.with_item:
    case K.for_statement:
    case K.for_in_clause:
      if (!isAnnotation(reading, node)) referImplied(reading, node, owner, into);
      return;
    case K.class_definition:
      referParents(reading, node, into);
      referNamed(reading, node, into);
      return;
    case K.function_definition:
      for (const { parameter, expression } of injectedParameters(reading, node))
        into.add(REFERENCE.call, owner, parameter, expression);
      return;
    case K.decorator: {
      const target = node + 2;
      // What `@wrap(…)` gives is called with what it stands before, as `@wrap` is.
      if (decorates[table.kind[target]])
        into.add(REFERENCE.call, owner, target, valueExpression(reading, target));
      return;
    }
    case K.string:
      if (isAnnotation(reading, node) && !isLiteral(reading, node))
        for (const name of namesQuoted(textOf(reading, node)))
          into.add(REFERENCE.typeUse, owner, node, quotedName(reading, node, name));
      return;
    case K.attribute: {
      const attribute = childIn(table, node, F.attribute);
      if (attribute < 0 || isSaidOtherwise(reading, node)) return;
      const kind = isAnnotation(reading, node) ? REFERENCE.typeUse : accessOf(reading, node);
      // The first `self.x = …` declares the field, and is written by the routine all the same.
      const from = reading.declarationAt.has(node) ? reading.ownerOf[node] : owner;
      into.add(kind, from, attribute, valueExpression(reading, node));
      return;
    }
    case K.identifier: {
      if (!isValueName(reading, node) || isSaidOtherwise(reading, node) || isLocalName(reading, node)) return;
      const kind = isAnnotation(reading, node) ? REFERENCE.typeUse : accessOf(reading, node);
      into.add(kind, owner, node, valueExpression(reading, node));
      return;
    }
  }
}

const decorates = kindSet(K.identifier, K.attribute, K.call);

function isSuper(reading: PythonReading, callee: number): boolean {
  return reading.table.kind[callee] === K.identifier && textOf(reading, callee) === 'super';
}

/** The last name of a chain: the line on which a call over several lines names what it calls. */
function nameOf({ table }: PythonReading, callee: number): number {
  const attribute = table.kind[callee] === K.attribute ? childIn(table, callee, F.attribute) : -1;
  return attribute >= 0 ? attribute : callee;
}

function referParents(reading: PythonReading, node: number, into: ReferenceList): void {
  const { table } = reading;
  const list = childIn(table, node, F.superclasses);
  const declared = reading.declarationAt.get(node);
  if (list < 0 || declared === undefined) return;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    if (table.kind[child] === K.keyword_argument) {
      if (!isMetaclass(reading, child)) continue;
      reading.declarations[declared].value = typeExpression(reading, childIn(table, child, F.value));
    } else into.add(REFERENCE.inherit, declared, child, typeExpression(reading, child));
  }
  // The parents are told of each heir.
  const { expressions } = reading;
  const above = expressions.add(EXPRESSION.super, declared, 0);
  const told = expressions.add(EXPRESSION.member, above, expressions.name('__init_subclass__'));
  into.add(REFERENCE.call, declared, node, told);
  into.add(REFERENCE.call, declared, node, expressions.add(EXPRESSION.typeOfType, declared));
}

/** `metaclass=Registered` among the parents: the type whose instance the class is. */
function isMetaclass(reading: PythonReading, argument: number): boolean {
  return textOf(reading, childIn(reading.table, argument, F.name)) === 'metaclass';
}

/** What a class keeps under a name is told of it, where its type has a method for that: `@cached`, `field = Field()`. */
function referNamed(reading: PythonReading, node: number, into: ReferenceList): void {
  const { table, expressions } = reading;
  const body = childIn(table, node, F.body);
  const declared = reading.declarationAt.get(node);
  if (body < 0 || declared === undefined) return;
  for (let child = body + 1; child < table.next[body]; child = table.next[child]) {
    for (const kept of keptValues(reading, child)) {
      const args = expressions.arguments([kept]);
      const told = expressions.add(EXPRESSION.operator, expressions.name('__set_name__'), args);
      into.add(REFERENCE.call, declared, node, told);
    }
  }
}

const ofLanguage = new Set('property staticmethod classmethod abstractmethod overload'.split(' '));

/** What a statement of a class's body keeps under a name and makes by a call: a field, or what decorators make of a routine. */
function keptValues(reading: PythonReading, statement: number): number[] {
  const { table, expressions } = reading;
  const assigned = table.kind[statement] === K.expression_statement ? statement + 1 : statement;
  const values: number[] = [];
  if (table.kind[assigned] === K.assignment) {
    const right = childIn(table, assigned, F.right);
    if (right >= 0 && table.kind[right] === K.call) values.push(valueExpression(reading, right));
  }
  if (table.kind[statement] === K.decorated_definition)
    for (let child = statement + 1; child < table.next[statement]; child = table.next[child])
      if (table.kind[child] === K.decorator && !ofLanguage.has(textOf(reading, child + 2)))
        values.push(expressions.add(EXPRESSION.result, valueExpression(reading, child + 2)));
  return values.filter((value) => value !== 0);
}

/** Names that a call, a parent list or a decorator already reports. */
function isSaidOtherwise(reading: PythonReading, node: number): boolean {
  const { table } = reading;
  const parent = table.parent[node];
  const kind = table.kind[parent];
  if (kind === K.call) return table.field[node] === F.function;
  if (kind === K.decorator) return true;
  const isPart = (kind === K.subscript && node === parent + 1) || kind === K.keyword_argument;
  const holder = isPart ? table.parent[parent] : parent;
  return (
    table.kind[holder] === K.argument_list &&
    table.kind[table.parent[holder]] === K.class_definition &&
    (table.kind[parent] !== K.keyword_argument || isMetaclass(reading, parent))
  );
}

/** True for an identifier that stands for a value, rather than naming what is bound, a member or an argument. */
function isValueName(reading: PythonReading, node: number): boolean {
  const { table } = reading;
  const field = table.field[node];
  const parent = table.kind[table.parent[node]];
  if (field === F.name || field === F.attribute || field === F.alias) return false;
  if (parent === K.dotted_name) return isPattern(reading, table.parent[node]);
  if (parent === K.global_statement || parent === K.nonlocal_statement || parent === K.keyword_pattern)
    return false;
  const binder = bindingOf(reading, node);
  // Assigning to a variable of the module from within a routine writes it.
  return binder < 0 || (table.kind[binder] === K.assignment && isInRoutine(reading, node));
}

function isInRoutine({ ownerOf, declarations }: PythonReading, node: number): boolean {
  return ownerOf[node] >= 0 && declarations[ownerOf[node]].kind === KIND.routine;
}

/** `case Point(x=0)` names the class. */
function isPattern({ table }: PythonReading, dotted: number): boolean {
  const parent = table.kind[table.parent[dotted]];
  return (
    parent === K.class_pattern || (parent === K.case_pattern && table.next[dotted + 1] < table.next[dotted])
  );
}

const holdsTypes = kindSet(
  K.type,
  K.generic_type,
  K.union_type,
  K.member_type,
  K.type_parameter,
  K.attribute,
  K.subscript,
  K.binary_operator,
  K.list,
  K.tuple,
);

function isAnnotation({ table }: PythonReading, node: number): boolean {
  let at = table.parent[node];
  while (at >= 0 && holdsTypes[table.kind[at]]) {
    if (table.kind[at] === K.type) return true;
    at = table.parent[at];
  }
  return false;
}

/** `Literal['left']` states a value, not a type. */
function isLiteral(reading: PythonReading, node: number): boolean {
  const { table } = reading;
  for (let at = table.parent[node]; holdsTypes[table.kind[at]]; at = table.parent[at])
    if (/\bLiteral\s*\[/.test(reading.text.slice(table.start[at], table.start[node]))) return true;
  return false;
}

function accessOf({ table }: PythonReading, node: number): number {
  const parent = table.parent[node];
  const kind = table.kind[parent];
  const isLeft = table.field[node] === F.left && (kind === K.assignment || kind === K.augmented_assignment);
  return isLeft || kind === K.pattern_list || kind === K.delete_statement ? REFERENCE.write : REFERENCE.read;
}

/** States what a declaration holds (variable, field) or returns (routine). */
function stateDeclaration(reading: PythonReading, node: number, index: number): void {
  const declaration = reading.declarations[index];
  if (declaration.kind === KIND.routine) declaration.value = returnedValue(reading, node);
  else if (declaration.kind === KIND.field) declaration.value = assignedValue(reading, index);
}
