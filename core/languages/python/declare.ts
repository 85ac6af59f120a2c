import { EXPRESSION, FLAG, FORM, KIND } from '../../facts/fileFacts.ts';
import { declare, textOf } from '../reading/reading.ts';
import { bind, rebind, type Scope } from '../reading/scopes.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { walkDeclarations, type Position } from '../reading/walk.ts';
import { readDynamicImport, readImport, readImportFrom } from './imports.ts';
import type { PythonReading } from './reading.ts';
import { F, K, kindSet } from './vocabulary.ts';

/** How `global` and `nonlocal` are bound: as names that a scope does not hold itself. */
export const GLOBAL = -2;
export const NONLOCAL = -3;

const opensScope = kindSet(
  K.class_definition,
  K.function_definition,
  K.lambda,
  K.list_comprehension,
  K.dictionary_comprehension,
  K.set_comprehension,
  K.generator_expression,
);
const holdsVar = kindSet(K.class_definition, K.function_definition);

/** First pass: classes, routines, variables, fields set through `self`, imports, and what scopes bind. */
export function declareAll(reading: PythonReading): void {
  walkDeclarations(reading, { declare: declareNode, opensScope, holdsVar });
  exportNames(reading);
}

function declareNode(reading: PythonReading, node: number, kind: number, at: Position): number {
  const { table } = reading;
  switch (kind) {
    case K.import_statement:
      readImport(reading, node, scopeForNames(reading, at));
      return -1;
    case K.import_from_statement:
      readImportFrom(reading, node, scopeForNames(reading, at));
      return -1;
    case K.call:
      readDynamicImport(reading, node);
      noticeOpenness(reading, node);
      return -1;
    case K.block:
      if (table.kind[table.parent[node]] === K.class_definition) reading.classBodies.add(at.scope);
      return -1;
    case K.class_definition:
      return declareNamed(reading, node, at, KIND.type, FORM.class);
    case K.function_definition:
      return declareRoutine(reading, node, at);
    case K.assignment:
      return declareAssigned(reading, node, at);
    case K.global_statement:
    case K.nonlocal_statement:
      for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
        if (table.kind[child] !== K.identifier) continue;
        const constraint = kind === K.global_statement ? GLOBAL : NONLOCAL;
        bind(at.scope, textOf(reading, child), { kind: 'opaque', constraint });
      }
      return -1;
    case K.identifier:
      bindLocal(reading, node, at);
      return -1;
    default:
      return -1;
  }
}

/** Names that are bound in a class's body are members, and not seen by the routines within: they have no scope. */
function isClassBody({ classBodies }: PythonReading, at: Position): boolean {
  return classBodies.has(at.scope);
}

function isModuleLevel(reading: PythonReading, at: Position): boolean {
  return at.scope === reading.fileScope;
}

function scopeForNames(reading: PythonReading, at: Position): Scope {
  return isClassBody(reading, at) ? { parent: null, holdsVar: false, names: null } : at.scope;
}

function declareNamed(
  reading: PythonReading,
  node: number,
  at: Position,
  kind: number,
  form: number,
): number {
  const nameNode = childIn(reading.table, node, F.name);
  const name = nameNode < 0 ? '(unnamed)' : textOf(reading, nameNode);
  const index = declare(reading, node, { kind, form, flags: visibility(name), name, parent: at.owner });
  if (!isClassBody(reading, at)) bindSymbol(reading, at.scope, name, index);
  return index;
}

/** One underscore says protected, two say private, but for names such as `__init__`, which the language calls. */
function visibility(name: string): number {
  if (/^__.*__$/.test(name)) return 0;
  if (name.startsWith('__')) return FLAG.private;
  return name.startsWith('_') ? FLAG.protected : 0;
}

function declareRoutine(reading: PythonReading, node: number, at: Position): number {
  const { declarations } = reading;
  const inClass = isClassBody(reading, at);
  const index = declareNamed(reading, node, at, KIND.routine, inClass ? FORM.method : FORM.function);
  const declaration = declarations[index];
  if (textOf(reading, node + 1) === 'async') declaration.flags |= FLAG.async;
  const decorators = decoratorsOf(reading, node);
  if (inClass) {
    if (declaration.name === '__init__') declaration.form = FORM.constructor;
    for (const decorator of decorators) {
      if (/^(functools\.)?(cached_)?property$/.test(decorator)) declaration.form = FORM.getter;
      else if (/\.setter$/.test(decorator)) declaration.form = FORM.setter;
      else if (decorator === 'staticmethod' || decorator === 'classmethod') declaration.flags |= FLAG.static;
      else if (/(^|\.)abstract(method|property)$/.test(decorator)) {
        declaration.flags |= FLAG.abstract;
        declarations[at.owner].flags |= FLAG.abstract;
      }
    }
  }
  if (isModuleLevel(reading, at) && declaration.name === '__getattr__') reading.isOpen = true;
  if (isInBranch(reading, node)) declaration.flags |= FLAG.conditional;
  return index;
}

const branches = kindSet(K.if_statement, K.try_statement, K.match_statement);
const bodies = kindSet(K.class_definition, K.function_definition, K.module);

/** True for what stands under a condition, or where something may fail, within its class or module. */
function isInBranch({ table }: PythonReading, node: number): boolean {
  let at = table.parent[node];
  while (at >= 0 && !bodies[table.kind[at]] && !branches[table.kind[at]]) at = table.parent[at];
  return at >= 0 && branches[table.kind[at]] === 1;
}

/** The decorators of a definition as they are written, without their arguments. */
export function decoratorsOf(reading: PythonReading, node: number): string[] {
  return decoratorTexts(reading, node).map((text) => text.replace(/\(.*$/s, '').trim());
}

/** The same with their arguments, without the `@`. */
export function decoratorTexts({ table, text }: PythonReading, node: number): string[] {
  const decorated = table.parent[node];
  if (decorated < 0 || table.kind[decorated] !== K.decorated_definition) return [];
  const found: string[] = [];
  for (let child = decorated + 1; child < table.next[decorated]; child = table.next[child])
    if (table.kind[child] === K.decorator) found.push(text.slice(table.start[child] + 1, table.end[child]));
  return found;
}

/** An assignment declares variables of the module, fields of a class, and fields of `self`; elsewhere it binds locals. */
function declareAssigned(reading: PythonReading, node: number, at: Position): number {
  const { table } = reading;
  const left = childIn(table, node, F.left);
  if (left < 0) return -1;
  const given = { value: childIn(table, node, F.right), type: childIn(table, node, F.type) };
  if (table.kind[left] === K.attribute) {
    declareSelfField(reading, left, at, given);
    return -1;
  }
  if (table.kind[left] !== K.identifier) {
    if (isModuleLevel(reading, at)) declarePattern(reading, left, at);
    return -1;
  }
  const name = textOf(reading, left);
  const inClass = isClassBody(reading, at);
  if (name === '__all__' && isModuleLevel(reading, at)) reading.all = listedNames(reading, given.value);
  if (!inClass && !isModuleLevel(reading, at)) return -1;
  return declareVariable(reading, node, name, at, given);
}

function declareVariable(
  reading: PythonReading,
  node: number,
  name: string,
  at: Position,
  given: { value: number; type: number },
): number {
  const inClass = isClassBody(reading, at);
  const known = inClass ? memberOf(reading, at.owner, name) : reading.fileScope.names?.get(name);
  const earlier =
    typeof known === 'number' ? known : known?.kind === 'symbol' ? reading.symbols[known.symbol][0] : -1;
  if (earlier >= 0) {
    reading.assignmentsTo.get(earlier)?.push(given);
    return -1;
  }
  if (known !== undefined && known !== -1) return -1; // Imported, with this in its stead where that fails.
  const form = inClass ? FORM.property : FORM.variable;
  const flags = visibility(name) | (inClass ? FLAG.static : 0);
  const index = declare(reading, node, { kind: KIND.field, form, flags, name, parent: at.owner });
  reading.assignmentsTo.set(index, [given]);
  if (!inClass) bindSymbol(reading, at.scope, name, index);
  return index;
}

/** `a, b = …` at the top of a module. */
function declarePattern(reading: PythonReading, node: number, at: Position): void {
  const { table } = reading;
  for (let child = node + 1; child < table.next[node]; child++) {
    if (table.kind[child] !== K.identifier || table.kind[table.parent[child]] === K.attribute) continue;
    declareVariable(reading, child, textOf(reading, child), at, { value: -1, type: -1 });
  }
}

/** `self.x = …` in a method declares the field `x` of its class, once. */
function declareSelfField(
  reading: PythonReading,
  left: number,
  at: Position,
  given: { value: number; type: number },
): void {
  const { table, declarations } = reading;
  const object = childIn(table, left, F.object);
  const attribute = childIn(table, left, F.attribute);
  if (object < 0 || attribute < 0 || table.kind[object] !== K.identifier) return;
  const method = at.owner;
  if (method < 0 || declarations[method].kind !== KIND.routine) return;
  const cls = declarations[method].parent;
  if (cls < 0 || declarations[cls].kind !== KIND.type) return;
  if (textOf(reading, object) !== receiverName(reading, declarations[method].node)) return;
  const name = textOf(reading, attribute);
  const known = memberOf(reading, cls, name);
  if (known >= 0) {
    reading.assignmentsTo.get(known)?.push(given);
    return;
  }
  const what = { kind: KIND.field, form: FORM.property, flags: visibility(name), name, parent: cls };
  reading.assignmentsTo.set(declare(reading, left, what), [given]);
}

function memberOf({ declarations }: PythonReading, owner: number, name: string): number {
  for (let d = owner + 1; d < declarations.length; d++)
    if (declarations[d].parent === owner && declarations[d].name === name) return d;
  return -1;
}

/** What a method calls its receiver: its first parameter's name, usually `self`. */
export function receiverName(reading: PythonReading, routine: number): string {
  const { table } = reading;
  const list = childIn(table, routine, F.parameters);
  const first = list < 0 ? -1 : table.next[list + 1];
  if (first < 0 || first >= table.next[list]) return '';
  if (table.kind[first] === K.identifier) return textOf(reading, first);
  return table.kind[first] === K.typed_parameter ? textOf(reading, first + 1) : '';
}

function bindSymbol(reading: PythonReading, scope: Scope, name: string, index: number): void {
  const known = scope.names?.get(name);
  const declaration = reading.declarations[index];
  if (known?.kind === 'symbol') {
    reading.symbols[known.symbol].push(index);
    declaration.symbol = known.symbol;
    return;
  }
  declaration.symbol = reading.symbols.push([index]) - 1;
  bind(scope, name, { kind: 'symbol', symbol: declaration.symbol });
}

/** Parameters, loop variables, caught errors, what `with` and `:=` name, and assigned locals. */
function bindLocal(reading: PythonReading, node: number, at: Position): void {
  const { table } = reading;
  const binder = bindingOf(reading, node);
  if (binder < 0 || isClassBody(reading, at)) return;
  const name = textOf(reading, node);
  const known = at.scope.names?.get(name);
  rebind(known, node);
  if (known) return;
  const isVariable = table.kind[binder] === K.assignment;
  if (isVariable && isModuleLevel(reading, at)) return;
  bind(at.scope, name, { kind: 'local', node, expression: -1 });
}

const bindsPattern = kindSet(
  K.pattern_list,
  K.tuple_pattern,
  K.list_pattern,
  K.list_splat_pattern,
  K.dictionary_splat_pattern,
  K.as_pattern_target,
  K.case_pattern,
  K.splat_pattern,
  K.expression_list,
  K.tuple,
  K.list,
);

/** The node that binds the name at `node`; -1 when the name is only used there. */
export function bindingOf({ table }: PythonReading, node: number): number {
  let inner = node;
  let parent = table.parent[node];
  while (parent >= 0 && bindsPattern[table.kind[parent]]) {
    if (table.kind[parent] === K.as_pattern_target || table.kind[parent] === K.case_pattern) return parent;
    inner = parent;
    parent = table.parent[parent];
  }
  if (parent < 0) return -1;
  const field = table.field[inner];
  switch (table.kind[parent]) {
    case K.parameters:
    case K.lambda_parameters:
      return parent;
    case K.typed_parameter:
      return inner === parent + 1 ? parent : -1;
    case K.default_parameter:
    case K.typed_default_parameter:
    case K.named_expression:
      return field === F.name ? parent : -1;
    case K.assignment:
    case K.for_statement:
    case K.for_in_clause:
      return field === F.left ? parent : -1;
    default:
      return -1;
  }
}

/** The strings of a list or tuple; null when it holds anything else. */
function listedNames(reading: PythonReading, node: number): string[] | null {
  const { table } = reading;
  if (node < 0 || (table.kind[node] !== K.list && table.kind[node] !== K.tuple)) return null;
  const names: string[] = [];
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    if (table.kind[child] === K.string)
      names.push(textOf(reading, child).replace(/^\w*(['"])(.*)\1$/s, '$2'));
    else if (table.kind[child] === K.list_splat || table.kind[child] === K.identifier) return null;
  }
  return names;
}

/** `globals().update(…)` and `exec(…)` make names that nobody can see here. */
function noticeOpenness(reading: PythonReading, node: number): void {
  const callee = childIn(reading.table, node, F.function);
  if (callee >= 0 && /^(globals|exec|vars)$/.test(textOf(reading, callee))) reading.isOpen = true;
}

/** All that a module binds can be imported from it; `__all__`, or an underscore, says what a star passes on. */
function exportNames(reading: PythonReading): void {
  const { exports, expressions, declarations, symbols, all } = reading;
  for (const [name, binding] of reading.fileScope.names ?? []) {
    if (binding.kind === 'symbol') {
      exports.named.push([name, expressions.add(EXPRESSION.symbol, binding.symbol)]);
      const isPublic = all ? all.includes(name) : !name.startsWith('_');
      if (isPublic) for (const d of symbols[binding.symbol]) declarations[d].flags |= FLAG.exported;
    } else if (binding.kind === 'import') {
      exports.named.push([name, expressions.add(EXPRESSION.import, binding.binding)]);
    }
  }
  if (all) exports.starNames = all;
  if (reading.isOpen) exports.whole = 0;
}
