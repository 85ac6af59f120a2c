import { FLAG, FORM, KIND } from '../../facts/fileFacts.ts';
import { declare, lineAt, newDeclaration, textOf } from '../reading/reading.ts';
import { bind } from '../reading/scopes.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import type { Directive } from '../reading/tokens.ts';
import { walkDeclarations, type Position } from '../reading/walk.ts';
import {
  declaratorsOf,
  hasChild,
  hasWord,
  isNameNode,
  lastName,
  nameText,
  readDeclarator,
} from './declarators.ts';
import { macroArguments, stateFixture } from './madeByMacro.ts';
import { readDefine } from './prepare/macros.ts';
import type { Scan } from './prepare/scan.ts';
import type { NativeReading } from './reading.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

const opensScope = kindSet(
  K.function_definition,
  K.template_declaration,
  K.lambda_expression,
  K.compound_statement,
  K.for_statement,
  K.for_range_loop,
  K.if_statement,
  K.while_statement,
  K.switch_statement,
  K.catch_clause,
);

const outsideMembers = kindSet(K.base_class_clause);

const typeForms: Record<number, number | undefined> = {
  [K.class_specifier]: FORM.class,
  [K.struct_specifier]: FORM.struct,
  [K.union_specifier]: FORM.union,
  [K.enum_specifier]: FORM.enum,
};

/** First pass: macros, namespaces, types, routines, variables, fields, and the scopes of locals. */
export function declareAll(reading: NativeReading): void {
  declareMacros(reading);
  walkDeclarations(reading, { declare: declareNode, opensScope, holdsVar: kindSet(), outsideMembers });
}

/** What `#define` names: with parameters a routine, otherwise a field; empty ones only switch something on. */
function declareMacros(reading: NativeReading): void {
  const { directives } = reading.prepared.scan;
  let filled: Set<string> | null = null;
  /** True for a macro that has a body elsewhere in the file. Most files never ask. */
  const isFilled = (name: string): boolean => (filled ??= filledMacros(directives)).has(name);
  const wrapped = isWrapped(reading.prepared.scan) ? 1 : 0;
  /** What the open conditions ask for. */
  const open: string[] = [];
  for (const directive of directives) {
    if (opensCondition.test(directive.name)) {
      open.push(`${directive.name} ${directive.rest.trim()}`);
      if (open.length === wrapped + 1) reading.conditional.push([directive.end, reading.text.length]);
    } else if (/^el/.test(directive.name) && open.length > 0) open[open.length - 1] = directive.name;
    else if (directive.name === 'endif' && open.pop() !== undefined && open.length === wrapped)
      reading.conditional.at(-1)![1] = directive.start;
    if (directive.name === 'include' || directive.name === 'include_next' || directive.name === 'import')
      readInclude(reading, directive, open.length > wrapped);
    if (directive.name !== 'define') continue;
    const macro = readDefine(directive.rest);
    // One that is empty here and is not there is a choice.
    if (!macro || (macro.parameters === null && macro.body === '' && !isFilled(macro.name))) continue;
    const isRoutine = macro.parameters !== null;
    const declaration = newDeclaration(reading, 0, {
      kind: isRoutine ? KIND.routine : KIND.field,
      form: FORM.macro,
      flags: open.slice(wrapped).every((condition) => isDefault(condition, macro.name))
        ? 0
        : FLAG.conditional,
      name: macro.name,
      parent: -1,
    });
    declaration.startLine = directive.line;
    declaration.endLine = directive.lastLine;
    if (isRoutine) {
      declaration.figures.cyclomatic = 1;
      declaration.figures.cyclomaticPlain = 1;
      declaration.figures.parameters = macro.parameters!.length;
    }
    const index = reading.declarations.push(declaration) - 1;
    stateFixture(reading, index, macro);
    reading.macros.push({ declaration: index, directive, macro });
  }
}

/** The names of macros that have a body somewhere in a file. */
function filledMacros(directives: readonly Directive[]): Set<string> {
  const filled = new Set<string>();
  for (const { name, rest } of directives) {
    const macro = name === 'define' ? readDefine(rest) : null;
    if (macro?.body) filled.add(macro.name);
  }
  return filled;
}

/** True for a condition that only asks whether somebody has defined a macro before: what follows is what it means by itself. */
function isDefault(condition: string, name: string): boolean {
  const [, asked] = /^(?:ifndef\s+|if\s+!\s*defined\s*\(?\s*)(\w+)\s*\)?$/.exec(condition) ?? [];
  return asked === name;
}

/** True for a file of which one condition holds all: a guard against being read twice, or a file for one platform. */
function isWrapped({ directives, count, start, end }: Scan): boolean {
  const first = directives.findIndex(({ name }) => opensCondition.test(name) || name === 'define');
  if (first < 0 || directives[first].name === 'define') return false;
  if (count > 0 && start[0] < directives[first].start) return false;
  let depth = 0;
  for (let i = first; i < directives.length; i++) {
    if (opensCondition.test(directives[i].name)) depth++;
    else if (directives[i].name === 'endif' && --depth === 0)
      return i === directives.length - 1 && (count === 0 || end[count - 1] < directives[i].start);
  }
  return false;
}

const opensCondition = /^(if|ifdef|ifndef)$/;

/** `"a/b.h"` and `<a/b.h>` are specifiers as they stand; a macro's name is computed. */
function readInclude(reading: NativeReading, { rest, line }: Directive, isConditional: boolean): void {
  const match = /^("[^"\n]+"|<[^>\n]+>)/.exec(rest);
  reading.imports.push({
    kind: 'include',
    specifier: match?.[1] ?? null,
    line,
    ...(isConditional ? { conditional: true as const } : {}),
  });
}

function declareNode(reading: NativeReading, node: number, kind: number, at: Position): number {
  const { table } = reading;
  switch (kind) {
    case K.namespace_definition:
      return declareNamespace(reading, node, at);
    case K.using_declaration:
      readUsing(reading, node, at);
      return -1;
    case K.class_specifier:
    case K.struct_specifier:
    case K.union_specifier:
    case K.enum_specifier:
      return declareType(reading, node, at, typeForms[kind]!);
    case K.enumerator: {
      const name = textOf(reading, childIn(table, node, F.name));
      const what = { kind: KIND.field, form: FORM.member, flags: FLAG.static, name, parent: at.owner };
      return declare(reading, node, what);
    }
    case K.function_definition:
      return declareRoutine(reading, node, childIn(table, node, F.declarator), at, 0);
    case K.field_declaration:
    case K.declaration:
      return declareVariables(reading, node, at);
    case K.type_definition:
    case K.alias_declaration:
      return declareAliases(reading, node, at);
    case K.parameter_declaration:
    case K.optional_parameter_declaration:
    case K.variadic_parameter_declaration:
      if (isOfBody(reading, node) || table.kind[table.parent[node]] === K.template_parameter_list)
        bindDeclarator(reading, node, childIn(table, node, F.declarator), at);
      return -1;
    case K.type_parameter_declaration:
    case K.optional_type_parameter_declaration:
    case K.variadic_type_parameter_declaration: {
      const name = childOfKind(table, node, K.type_identifier);
      if (name >= 0) bindTypeParameter(reading, node, name, at);
      return -1;
    }
    default:
      if (
        isNameNode[kind] &&
        table.kind[table.parent[node]] === K.for_range_loop &&
        table.field[node] === F.declarator
      )
        bindLocalName(reading, node, table.parent[node], at, node);
      else if (table.kind[table.parent[node]] === K.for_range_loop && table.field[node] === F.declarator)
        bindDeclarator(reading, table.parent[node], node, at);
      return -1;
  }
}

/** The parameters of a template stand before what takes them, which is what is declared next. */
function bindTypeParameter(reading: NativeReading, node: number, name: number, at: Position): void {
  const { table, declarations } = reading;
  let index = 0;
  for (let child = table.parent[node] + 1; child < node; child = table.next[child])
    if (isTemplateParameter[table.kind[child]]) index++;
  const owner = declarations.length;
  bind(at.scope, textOf(reading, name), { kind: 'opaque', constraint: -1, node: name, owner, index });
}

const isTemplateParameter = kindSet(
  K.type_parameter_declaration,
  K.optional_type_parameter_declaration,
  K.variadic_type_parameter_declaration,
  K.parameter_declaration,
  K.optional_parameter_declaration,
);

/** True for a parameter of what has a body: what a prototype takes is known nowhere. */
function isOfBody({ table }: NativeReading, parameter: number): boolean {
  let at = table.parent[parameter];
  while (at >= 0 && standsAround[table.kind[at]]) at = table.parent[at];
  return at >= 0 && takesInto[table.kind[at]] === 1;
}

const standsAround = kindSet(
  K.parameter_list,
  K.function_declarator,
  K.abstract_function_declarator,
  K.pointer_declarator,
  K.reference_declarator,
  K.parenthesized_declarator,
  K.attributed_declarator,
);
const takesInto = kindSet(K.function_definition, K.lambda_expression, K.catch_clause);

/** True inside of a routine's body or parameters. */
function isInCode({ declarations }: NativeReading, at: Position): boolean {
  return at.owner >= 0 && declarations[at.owner].kind === KIND.routine;
}

/** `namespace a::b` is `a.b`. Inline and unnamed ones are part of what is around them. */
function declareNamespace(reading: NativeReading, node: number, at: Position): number {
  const { table } = reading;
  const nameNode = childIn(table, node, F.name);
  if (nameNode < 0 || textOf(reading, node + 1) === 'inline') return -1;
  const name = textOf(reading, nameNode).replace(/\s+/g, '').replaceAll('::', '.');
  return declare(reading, node, { kind: KIND.type, form: FORM.namespace, flags: 0, name, parent: at.owner });
}

/** `using namespace a::b;` is the specifier `using a.b`, and `using a::b;` is `using a:b`. */
function readUsing(reading: NativeReading, node: number, at: Position): void {
  const { table } = reading;
  const owner = reading.ownerOf[node];
  const around = owner < 0 ? null : reading.declarations[owner];
  // In a type it makes a parent's member known, which inheritance does as well.
  if (around?.kind === KIND.type && around.form !== FORM.namespace) return;
  let target = -1;
  for (let child = node + 1; child < table.next[node]; child = table.next[child])
    if (table.kind[child] === K.qualified_identifier || table.kind[child] === K.identifier) target = child;
  if (target < 0) return;
  const words = textOf(reading, target).replace(/\s+/g, '').replace(/^::/, '').split('::');
  const isDirective = childOfKind(table, node, T.namespace) >= 0;
  // In a routine it hides what the type around has of the name.
  if (!isDirective && isInCode(reading, at))
    bind(at.scope, words.at(-1)!, { kind: 'local', node: target, expression: -1 });
  const specifier = isDirective ? words.join('.') : `${words.slice(0, -1).join('.')}:${words.at(-1)}`;
  const line = lineAt(reading.lineStarts, table.start[node]);
  reading.imports.push({ kind: 'import', specifier: `using ${specifier}`, line });
}

/** A type with a body. One without a name is called by the typedef or the variable that it is written in. */
function declareType(reading: NativeReading, node: number, at: Position, form: number): number {
  const { table } = reading;
  if (childIn(table, node, F.body) < 0) return -1;
  const nameNode = childIn(table, node, F.name);
  const isQualified = nameNode >= 0 && table.kind[nameNode] === K.qualified_identifier;
  const name =
    nameNode >= 0 ? nameText(reading, lastName(reading, nameNode)) : nameFromOutside(reading, node, form);
  const flags = FLAG.static | visibility(reading, node, at);
  const index = declare(reading, node, { kind: KIND.type, form, flags, name, parent: at.owner });
  if (isQualified) reading.qualified.set(index, nameNode);
  return index;
}

function nameFromOutside(reading: NativeReading, node: number, form: number): string {
  const { table } = reading;
  const parent = table.parent[node];
  const kind = table.kind[parent];
  if (kind === K.type_definition) {
    const [declarator] = declaratorsOf(reading, parent);
    if (declarator !== undefined) return nameText(reading, readDeclarator(reading, declarator).name);
  }
  return form === FORM.enum ? '(enum)' : form === FORM.union ? '(union)' : '(struct)';
}

/** Private and protected members, by the access specifier before them, or by what kind of type they stand in. */
function visibility(reading: NativeReading, node: number, at: Position): number {
  const { table, declarations } = reading;
  if (at.owner < 0 || declarations[at.owner].kind !== KIND.type) return 0;
  const { form, node: type } = declarations[at.owner];
  if (form === FORM.namespace) return FLAG.exported;
  const body = childIn(table, type, F.body);
  let found = form === FORM.class ? 'private' : 'public';
  if (body >= 0 && table.kind[body] === K.field_declaration_list) {
    for (let child = body + 1; child < table.next[body] && child <= node; child = table.next[child])
      if (table.kind[child] === K.access_specifier) found = textOf(reading, child);
  }
  if (found.startsWith('private')) return FLAG.private;
  return found.startsWith('protected') ? FLAG.protected : FLAG.exported;
}

function declareRoutine(
  reading: NativeReading,
  node: number,
  declarator: number,
  at: Position,
  extraFlags: number,
): number {
  const { table, declarations } = reading;
  const { name: nameNode } = declarator < 0 ? { name: -1 } : readDeclarator(reading, declarator);
  const last = nameNode < 0 ? -1 : lastName(reading, nameNode);
  const isQualified = nameNode >= 0 && table.kind[nameNode] === K.qualified_identifier;
  // What a member's template is for some arguments is no definition of the template: `as<int>` beside `as`.
  const isForSome = isQualified && table.kind[table.parent[last]] === K.template_function;
  const made = isQualified ? -1 : macroArguments(reading, node, declarator);
  const own = nameText(reading, isForSome ? table.parent[last] : last);
  // Of many that one macro makes, what it is given tells them apart.
  const name = made < 0 ? own : own + textOf(reading, made).replace(/\s+/g, '');
  const holder = at.owner >= 0 ? declarations[at.owner] : undefined;
  const inType = holder?.kind === KIND.type && holder.form !== FORM.namespace;
  let flags = extraFlags | visibility(reading, node, at);
  if (hasWord(reading, node, 'static')) flags |= inType ? FLAG.static : FLAG.private | FLAG.static;
  if (hasChild(reading, node, K.pure_virtual_clause) || isPure(reading, declarator)) {
    flags |= FLAG.abstract;
    if (inType) holder.flags |= FLAG.abstract;
  }
  let form: number = inType || isQualified ? FORM.method : FORM.function;
  const typeName = inType ? holder.name : isQualified ? scopeName(reading, nameNode) : '';
  if (name === typeName && name !== '') form = FORM.constructor;
  if (isConditional(reading, table.start[node])) flags |= FLAG.conditional;
  if (isConstant(reading, declarator)) flags |= FLAG.constant;
  if (isAtLoad(reading, node)) flags |= FLAG.atLoad;
  const index = declare(reading, node, { kind: KIND.routine, form, flags, name, parent: at.owner });
  reading.declaratorOf.set(index, declarator);
  if (isQualified) reading.qualified.set(index, nameNode);
  if (made >= 0 && !inType) reading.madeByMacro.set(index, made);
  return index;
}

/** How far an attribute stands before what it is of, and how far behind. */
const ATTRIBUTE_ROOM = 200;

/** `__attribute__((constructor))`, also by a macro that is given the word, before a routine or behind a prototype. */
function isAtLoad({ text, table }: NativeReading, node: number): boolean {
  const start = table.start[node];
  const before = text.slice(Math.max(0, start - ATTRIBUTE_ROOM), start);
  const head = text.slice(start, Math.min(table.end[node], start + ATTRIBUTE_ROOM));
  const around = before.slice(Math.max(before.lastIndexOf(';'), before.lastIndexOf('}')) + 1) + head;
  return atLoad.test(around.replace(/\{[^]*/, ''));
}

const atLoad = /\(\s*(__)?(con|de)structor(__)?\s*(\(\s*\d+\s*\)\s*)?\)/;

/** `const` behind a member function. */
function isConstant(reading: NativeReading, declarator: number): boolean {
  const { function: fn } = declarator < 0 ? { function: -1 } : readDeclarator(reading, declarator);
  return fn >= 0 && hasWord(reading, fn, 'const');
}

/** True where a condition of the preprocessor may take out what stands at an offset; O(log conditions). */
function isConditional({ conditional }: NativeReading, offset: number): boolean {
  let low = -1;
  let high = conditional.length;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (conditional[middle][0] <= offset) low = middle;
    else high = middle;
  }
  return low >= 0 && offset < conditional[low][1];
}

/** `= 0` behind a member function. */
function isPure(reading: NativeReading, declarator: number): boolean {
  if (declarator < 0) return false;
  const { table, text } = reading;
  const statement = table.parent[declarator];
  return /\)[^;{]*=\s*0\s*;?$/.test(text.slice(table.start[declarator], table.end[statement]));
}

/** Of `a::B::c` the name `B`. */
function scopeName(reading: NativeReading, node: number): string {
  const { table } = reading;
  let at = node;
  let scope = -1;
  while (table.kind[at] === K.qualified_identifier) {
    scope = childIn(table, at, F.scope);
    const name = childIn(table, at, F.name);
    if (name < 0) break;
    at = name;
  }
  return scope < 0 ? '' : nameText(reading, scope);
}

/** Variables, fields and prototypes of one declaration; inside of routines, locals. */
function declareVariables(reading: NativeReading, node: number, at: Position): number {
  const { table, declarations } = reading;
  const declarators = declaratorsOf(reading, node);
  if (isInCode(reading, at)) {
    for (const declarator of declarators) bindDeclarator(reading, node, declarator, at);
    return -1;
  }
  let only = -1;
  const isSingle = declarators.length === 1;
  for (const declarator of declarators) {
    const parts = readDeclarator(reading, declarator);
    if (parts.name < 0) continue;
    const opened = isSingle ? node : declarator;
    if (parts.function >= 0) only = declareRoutine(reading, opened, declarator, at, FLAG.bodiless);
    else only = declareField(reading, node, opened, declarator, at);
  }
  // An unnamed struct in a struct lends it its fields, which a variable's name would hide.
  if (!isSingle || only < 0) return -1;
  const holdsType =
    declarations[only].kind === KIND.field && typeForms[table.kind[childIn(table, node, F.type)]];
  return holdsType ? -1 : only;
}

function declareField(
  reading: NativeReading,
  node: number,
  opened: number,
  declarator: number,
  at: Position,
): number {
  const { table, declarations } = reading;
  const { name: nameNode } = readDeclarator(reading, declarator);
  const isQualified = table.kind[nameNode] === K.qualified_identifier;
  const holder = at.owner >= 0 ? declarations[at.owner] : undefined;
  const inType = holder?.kind === KIND.type && holder.form !== FORM.namespace;
  let flags = visibility(reading, node, at);
  const isStatic = hasWord(reading, node, 'static');
  if (isStatic) flags |= inType ? FLAG.static : FLAG.private | FLAG.static;
  const isGiven = childIn(table, declarator, F.value) >= 0;
  if (hasWord(reading, node, 'extern') && !isGiven) flags |= FLAG.bodiless;
  if (inType && isStatic && !isGiven) flags |= FLAG.bodiless;
  if (table.kind[declarator] === K.reference_declarator) flags |= FLAG.reference;
  const name = nameText(reading, lastName(reading, nameNode));
  const form = inType || isQualified ? FORM.property : FORM.variable;
  const index = declare(reading, opened, { kind: KIND.field, form, flags, name, parent: at.owner });
  reading.declaratorOf.set(index, declarator);
  if (isQualified) reading.qualified.set(index, nameNode);
  return index;
}

/** `typedef X Y;` and `using Y = X;`. What only repeats the name of its own struct says nothing. */
function declareAliases(reading: NativeReading, node: number, at: Position): number {
  const { table } = reading;
  const type = childIn(table, node, F.type);
  const ownName = type >= 0 && typeForms[table.kind[type]] ? childIn(table, type, F.name) : -1;
  const isUnnamed = type >= 0 && typeForms[table.kind[type]] !== undefined && ownName < 0;
  const names =
    table.kind[node] === K.alias_declaration
      ? [childIn(table, node, F.name)]
      : declaratorsOf(reading, node).map((declarator) => readDeclarator(reading, declarator).name);
  let index = -1;
  names.forEach((nameNode, i) => {
    if (nameNode < 0 || (isUnnamed && i === 0)) return;
    const name = nameText(reading, nameNode);
    if (ownName >= 0 && nameText(reading, ownName) === name) return;
    const flags = FLAG.static | visibility(reading, node, at);
    const opened = names.length === 1 && !isUnnamed && ownName < 0 ? node : nameNode;
    if (isInCode(reading, at)) return;
    const declared = declare(reading, opened, {
      kind: KIND.type,
      form: FORM.alias,
      flags,
      name,
      parent: at.owner,
    });
    reading.declaratorOf.set(declared, node);
    if (opened === node) index = declared;
  });
  return index;
}

function bindDeclarator(reading: NativeReading, node: number, declarator: number, at: Position): void {
  if (declarator < 0) return;
  const { name } = readDeclarator(reading, declarator);
  if (name >= 0) bindLocalName(reading, name, node, at, declarator);
}

/** Binds a local; its node is the declarator, from which what it holds can be told. */
function bindLocalName(
  reading: NativeReading,
  name: number,
  node: number,
  at: Position,
  declarator = node,
): void {
  const { table } = reading;
  if (table.kind[name] === K.structured_binding_declarator) {
    for (let child = name + 1; child < table.next[name]; child = table.next[child])
      if (table.kind[child] === K.identifier)
        bind(at.scope, textOf(reading, child), { kind: 'local', node: child, expression: 0 });
    return;
  }
  if (table.kind[name] !== K.identifier) return;
  bind(at.scope, textOf(reading, name), { kind: 'local', node: declarator, expression: -1 });
}
