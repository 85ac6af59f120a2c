import { EXPRESSION, FORM, KIND, REFERENCE, type ReferenceColumns } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { lookUp } from '../reading/scopes.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import type { ReferenceList } from '../reading/walk.ts';
import { walkReferences } from '../reading/walk.ts';
import { readDeclarator } from './declarators.ts';
import {
  argumentsIn,
  argumentsOf,
  isSpecifier,
  declaredValue,
  nameAt,
  ownerExpression,
  parametersOf,
  typeExpression,
  valueExpression,
} from './expressions.ts';
import { referDeclared, referMaker, referMadeInHead, referMadeInPlace } from './constructions.ts';
import { referOperator } from './operators.ts';
import { referMacroBodies } from './macroBodies.ts';
import { fixtureExpression } from './madeByMacro.ts';
import type { NativeReading } from './reading.ts';
import { F, K, kindSet } from './vocabulary.ts';

/** Second pass: every reference with the expression it is resolved by, and what declarations hold. */
export function referAll(reading: NativeReading): ReferenceColumns {
  return walkReferences(reading, { state: stateDeclaration, refers, refer, atEnd });
}

function atEnd(reading: NativeReading, into: ReferenceList): void {
  referMacros(reading, into);
  for (const index of reading.madeByMacro.keys()) {
    const named = reading.expressions.name(macroOf(reading, index));
    into.add(
      REFERENCE.call,
      index,
      reading.declarations[index].node,
      reading.expressions.add(EXPRESSION.name, named, 0),
    );
  }
  referMacroBodies(reading, into);
}

const refers = kindSet(
  K.call_expression,
  K.new_expression,
  K.base_class_clause,
  K.type_identifier,
  K.qualified_identifier,
  K.field_expression,
  K.identifier,
  K.field_initializer,
  K.field_declaration,
  K.declaration,
  K.compound_literal_expression,
  K.binary_expression,
  K.assignment_expression,
  K.subscript_expression,
  K.update_expression,
  K.unary_expression,
  K.pointer_expression,
  K.for_range_loop,
  K.template_function,
);

function refer(reading: NativeReading, node: number, owner: number, into: ReferenceList): void {
  const { table } = reading;
  switch (table.kind[node]) {
    case K.call_expression: {
      const callee = childIn(table, node, F.function);
      if (callee < 0) return;
      into.add(
        REFERENCE.call,
        owner,
        lastOf(reading, callee),
        valueExpression(reading, callee),
        argumentsOf(reading, node),
      );
      if (reading.prepared.isCpp) referMaker(reading, node, owner, into);
      return;
    }
    case K.declaration:
      if (reading.prepared.isCpp) referDeclared(reading, node, owner, into);
      return;
    case K.field_declaration:
      if (reading.prepared.isCpp) referMadeInPlace(reading, node, owner, into);
      return;
    case K.compound_literal_expression: {
      if (!reading.prepared.isCpp) return;
      const [type, list] = [childIn(table, node, F.type), childIn(table, node, F.value)];
      if (type >= 0 && list >= 0)
        into.add(REFERENCE.construct, owner, type, typeExpression(reading, type), argumentsIn(reading, list));
      return;
    }
    case K.binary_expression:
    case K.assignment_expression:
    case K.subscript_expression:
    case K.update_expression:
    case K.unary_expression:
    case K.pointer_expression:
      if (reading.prepared.isCpp) referOperator(reading, node, owner, into);
      return;
    case K.for_range_loop:
      referIterated(reading, node, owner, into);
      return;
    case K.new_expression: {
      const type = childIn(table, node, F.type);
      into.add(
        REFERENCE.construct,
        owner,
        type < 0 ? node : type,
        typeExpression(reading, type),
        argumentsOf(reading, node),
      );
      return;
    }
    case K.base_class_clause:
      for (let child = node + 1; child < table.next[node]; child = table.next[child])
        if (isTypeNode[table.kind[child]])
          into.add(REFERENCE.inherit, owner, child, typeExpression(reading, child));
      return;
    case K.field_initializer: {
      const name = childOfKind(table, node, K.field_identifier);
      if (name >= 0) into.add(REFERENCE.write, owner, name, nameAt(reading, name, textOf(reading, name)));
      referMadeInHead(reading, node, owner, into);
      return;
    }
    case K.type_identifier:
      if (isTypeUse(reading, node)) into.add(REFERENCE.typeUse, owner, node, typeExpression(reading, node));
      return;
    case K.qualified_identifier:
      referQualified(reading, node, owner, into);
      return;
    case K.template_function:
      // One that is handed on, as `run(open<Gate>)`, rather than called.
      if (isUsedAsValue(reading, node))
        into.add(REFERENCE.read, owner, childIn(table, node, F.name), valueExpression(reading, node));
      return;
    case K.field_expression: {
      const field = childIn(table, node, F.field);
      if (field < 0) return;
      if (reading.prepared.isCpp) referOperator(reading, node, owner, into);
      if (isCallee(reading, node)) return;
      into.add(accessOf(reading, node), owner, field, valueExpression(reading, node));
      return;
    }
    case K.identifier:
      if (!isValueName(reading, node)) return;
      into.add(accessOf(reading, node), owner, node, nameAt(reading, node, textOf(reading, node)));
      return;
  }
}

/**
 * `for (auto x : list)` asks a type of the codebase for where it begins and ends, compares the two, and has what it began with go on
 * and give what it stands at.
 */
function referIterated(reading: NativeReading, node: number, owner: number, into: ReferenceList): void {
  const { table, expressions } = reading;
  const list = childIn(table, node, F.right);
  if (list < 0) return;
  const object = valueExpression(reading, list);
  if (object === 0) return;
  const nothing = expressions.arguments([]);
  const [first, last] = ['begin', 'end'].map((name) => {
    const member = expressions.add(EXPRESSION.member, object, expressions.name(name));
    into.add(REFERENCE.call, owner, list, member, nothing);
    return expressions.add(EXPRESSION.result, member, nothing);
  });
  for (const [name, operands] of [
    ['!=', [first, last]],
    ['++', [first]],
    ['*', [first]],
  ] as const)
    into.add(
      REFERENCE.call,
      owner,
      list,
      expressions.add(
        EXPRESSION.operator,
        expressions.name(`operator${name}`),
        expressions.arguments([...operands]),
      ),
    );
}

const isTypeNode = kindSet(K.type_identifier, K.qualified_identifier, K.template_type);

/** The name at the end of a callee: the line on which a call over several lines names what it calls. */
function lastOf({ table }: NativeReading, callee: number): number {
  const field = table.kind[callee] === K.field_expression ? childIn(table, callee, F.field) : -1;
  return field >= 0 ? field : callee;
}

function isUsedAsValue(reading: NativeReading, node: number): boolean {
  const { table } = reading;
  const parent = table.parent[node];
  const field = table.field[node];
  if (table.kind[parent] === K.qualified_identifier || isCallee(reading, node)) return false;
  return field !== F.declarator && field !== F.name && field !== F.type;
}

function isCallee({ table }: NativeReading, node: number): boolean {
  return table.kind[table.parent[node]] === K.call_expression && table.field[node] === F.function;
}

/** True for a type that is used, rather than named where it is declared or as a part of a longer name. */
function isTypeUse(reading: NativeReading, node: number): boolean {
  const { table } = reading;
  const parent = table.parent[node];
  const kind = table.kind[parent];
  if (kind === K.qualified_identifier || kind === K.base_class_clause || declaresType[kind]) return false;
  if (isSpecifier[kind]) return table.field[node] !== F.name || childIn(table, parent, F.body) < 0;
  if (kind === K.template_type) {
    const outer = table.kind[table.parent[parent]];
    return outer !== K.qualified_identifier && outer !== K.base_class_clause;
  }
  if ((kind === K.type_definition || kind === K.alias_declaration) && table.field[node] !== F.type)
    return false;
  if (kind === K.new_expression) return false;
  return (
    table.field[node] !== F.declarator &&
    lookUp(reading.scopeOf[node], textOf(reading, node))?.kind !== 'opaque'
  );
}

const declaresType = kindSet(
  K.type_parameter_declaration,
  K.optional_type_parameter_declaration,
  K.variadic_type_parameter_declaration,
  K.pointer_declarator,
  K.array_declarator,
  K.function_declarator,
);

/** The whole of a qualified name: a type, or a value; what defines it outside of its type is no use. */
function referQualified(reading: NativeReading, node: number, owner: number, into: ReferenceList): void {
  const { table } = reading;
  const parent = table.parent[node];
  const kind = table.kind[parent];
  const field = table.field[node];
  if (kind === K.qualified_identifier || kind === K.using_declaration || kind === K.base_class_clause) return;
  if (field === F.declarator || isSpecifier[kind] || isCallee(reading, node) || kind === K.new_expression)
    return;
  const isType = field === F.type || kind === K.type_descriptor || kind === K.friend_declaration;
  if (isType) into.add(REFERENCE.typeUse, owner, node, typeExpression(reading, node));
  else into.add(accessOf(reading, node), owner, node, valueExpression(reading, node));
}

const namesOnly = kindSet(
  K.template_function,
  K.template_method,
  K.qualified_identifier,
  K.field_designator,
  K.lambda_capture_specifier,
  K.using_declaration,
  K.structured_binding_declarator,
  K.namespace_alias_definition,
  K.destructor_name,
  K.attribute_declaration,
);

/** True for an identifier that stands for a value that is no local, rather than naming what is declared or called. */
function isValueName(reading: NativeReading, node: number): boolean {
  const { table } = reading;
  const field = table.field[node];
  if (field === F.declarator || field === F.name || field === F.field || field === F.label) return false;
  const parent = table.parent[node];
  if (namesOnly[table.kind[parent]] || isCallee(reading, node) || isDeclared(reading, node)) return false;
  return lookUp(reading.scopeOf[node], textOf(reading, node)) === undefined;
}

/** The name inside of a declarator that has no role there: of a reference, or in parentheses. */
function isDeclared({ table }: NativeReading, node: number): boolean {
  const kind = table.kind[table.parent[node]];
  return (
    kind === K.reference_declarator || kind === K.parenthesized_declarator || kind === K.variadic_declarator
  );
}

function accessOf({ table }: NativeReading, node: number): number {
  const parent = table.parent[node];
  const kind = table.kind[parent];
  const isWritten =
    (kind === K.assignment_expression && table.field[node] === F.left) || kind === K.update_expression;
  return isWritten ? REFERENCE.write : REFERENCE.read;
}

/** States what a declaration holds (field), returns (routine) or stands for (alias), what it takes and belongs to. */
function stateDeclaration(reading: NativeReading, _node: number, index: number): void {
  const { table, expressions } = reading;
  const declaration = reading.declarations[index];
  const declarator = reading.declaratorOf.get(index) ?? -1;
  const qualified = reading.qualified.get(index);
  if (qualified !== undefined) declaration.ownerExpression = ownerExpression(reading, qualified);
  const made = reading.madeByMacro.get(index);
  if (made !== undefined) {
    declaration.ownerExpression = fixtureExpression(reading, made, macroOf(reading, index));
    return;
  }
  if (declaration.form === FORM.alias) {
    declaration.value = typeExpression(reading, childIn(table, declarator, F.type));
  } else if (declaration.form === FORM.member) {
    if (declaration.parent >= 0) declaration.value = expressions.add(EXPRESSION.this, declaration.parent, 0);
  } else if (declarator >= 0) {
    const holder = table.parent[declarator];
    if (declaration.kind === KIND.routine) {
      declaration.parameters = parametersOf(reading, declarator);
      declaration.value = returned(reading, holder, declarator);
    } else declaration.value = declaredValue(reading, holder, declarator);
  }
}

/** The name of the macro that makes a routine. */
function macroOf({ declarations }: NativeReading, index: number): string {
  return declarations[index].name.replace(/\(.*$/s, '');
}

function returned(reading: NativeReading, holder: number, declarator: number): number {
  const { table, expressions } = reading;
  const { function: fn } = readDeclarator(reading, declarator);
  const trailing = fn < 0 ? -1 : childOfKind(table, fn, K.trailing_return_type);
  if (trailing >= 0) {
    const type = childOfKind(table, trailing, K.type_descriptor);
    return expressions.add(EXPRESSION.instance, typeExpression(reading, type));
  }
  return declaredValue(reading, holder, declarator);
}

/** Macros that the parser was not shown, and routines of this file that they are given, are used by the declaration around them. */
function referMacros(reading: NativeReading, into: ReferenceList): void {
  const { declarations, expressions, prepared } = reading;
  if (prepared.uses.length === 0 && prepared.given.length === 0) return;
  const ownerAt = declarationsByOffset(reading);
  for (const { name, offset } of prepared.uses)
    into.addAt(
      REFERENCE.call,
      ownerAt(offset),
      offset,
      expressions.add(EXPRESSION.name, expressions.name(name), 0),
    );
  const routines = new Map(
    declarations.filter(({ kind }) => kind === KIND.routine).map(({ name, parent }) => [name, parent]),
  );
  for (const { name, offset } of prepared.given) {
    const parent = routines.get(name);
    if (parent === undefined) continue;
    // What the macro makes of it is not known.
    const named = expressions.add(EXPRESSION.routineName, expressions.name(name), parent + 1);
    into.addAt(REFERENCE.read, ownerAt(offset), offset, expressions.add(EXPRESSION.uncertain, named));
  }
}

/** Gives the innermost declaration around an offset, -1 for none; O(log declarations) each. */
function declarationsByOffset(reading: NativeReading): (offset: number) => number {
  const { table, declarations } = reading;
  const opened = declarations
    .map(({ node }, index) => ({ start: table.start[node], end: table.end[node], index }))
    .filter(({ index }) => reading.declarationAt.get(declarations[index].node) === index);
  opened.sort((a, b) => a.start - b.start || b.end - a.end);
  return (offset) => {
    let low = 0;
    let high = opened.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (opened[middle].start <= offset) low = middle + 1;
      else high = middle;
    }
    let owner = low > 0 ? opened[low - 1].index : -1;
    while (owner >= 0 && table.end[declarations[owner].node] <= offset) owner = declarations[owner].parent;
    return owner;
  };
}
