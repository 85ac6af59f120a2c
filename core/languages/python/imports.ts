import { lineAt, textOf, type Reading } from '../reading/reading.ts';
import { bind, type Scope } from '../reading/scopes.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import type { PythonReading } from './reading.ts';
import { F, K } from './vocabulary.ts';

/**
 * Specifiers: `a.b` for `import a.b`, and `a.b:c` for the name `c` of `from a.b import c`, with dots before it for
 * relative ones and `*` for all names. Each name is an import of its own, for it may be a module of its own.
 */
function addImport(reading: Reading, specifier: string | null, node: number, isDynamic = false): number {
  const kind = isDynamic ? 'dynamicImport' : 'import';
  const line = lineAt(reading.lineStarts, reading.table.start[node]);
  return reading.imports.push({ kind, specifier, line }) - 1;
}

function bindImport(reading: Reading, scope: Scope, local: string, index: number, name: string): void {
  const binding = reading.importBindings.push({ import: index, name }) - 1;
  // Of alternatives (`try: import a` … `except: import b as a`) the first is the one that is meant.
  if (scope.names?.get(local)?.kind !== 'import') bind(scope, local, { kind: 'import', binding });
}

/** `import a.b`, which binds `a`, and `import a.b as c`, which binds the module itself. */
export function readImport(reading: PythonReading, node: number, scope: Scope): void {
  const { table } = reading;
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    if (table.field[child] !== F.name) continue;
    const isAliased = table.kind[child] === K.aliased_import;
    const name = plain(reading, isAliased ? childIn(table, child, F.name) : child);
    const index = addImport(reading, name, child);
    if (isAliased) bindImport(reading, scope, textOf(reading, childIn(table, child, F.alias)), index, '*');
    else if (!name.includes('.')) bindImport(reading, scope, name, index, '*');
    else bindImport(reading, scope, name.split('.')[0], index, `package ${name.split('.')[0]}`);
  }
}

/** `from a.b import c as d, e` and `from a.b import *`. */
export function readImportFrom(reading: PythonReading, node: number, scope: Scope): void {
  const { table } = reading;
  const moduleNode = childIn(table, node, F.module_name);
  if (moduleNode < 0) return;
  const module = plain(reading, moduleNode);
  if (childOfKind(table, node, K.wildcard_import) >= 0) {
    reading.exports.stars.push(addImport(reading, `${module}:*`, node));
    return;
  }
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    if (table.field[child] !== F.name) continue;
    const isAliased = table.kind[child] === K.aliased_import;
    const name = plain(reading, isAliased ? childIn(table, child, F.name) : child);
    const local = isAliased ? textOf(reading, childIn(table, child, F.alias)) : name;
    bindImport(reading, scope, local, addImport(reading, `${module}:${name}`, child), name);
  }
}

/** `importlib.import_module('a.b')` and `__import__('a.b')`; what is computed at run time has no specifier. */
export function readDynamicImport(reading: PythonReading, node: number): void {
  const { table } = reading;
  const callee = childIn(table, node, F.function);
  if (callee < 0 || !/^(importlib\.)?(import_module|__import__)$/.test(textOf(reading, callee))) return;
  const args = childIn(table, node, F.arguments);
  const first = args < 0 ? -1 : table.next[args + 1];
  const isText = first >= 0 && first < table.next[args] && table.kind[first] === K.string;
  const text = isText ? /^[rbu]*(['"])([\w.]+)\1$/i.exec(textOf(reading, first)) : null;
  addImport(reading, text ? text[2] : null, node, true);
}

function plain(reading: Reading, node: number): string {
  return textOf(reading, node).replace(/\s+/g, '');
}
