import { FLAG, EXPRESSION, type ImportKind } from '../../facts/fileFacts.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { lineAt, textOf } from '../reading/reading.ts';
import type { ScriptReading } from './reading.ts';
import { bind, lookUpValue, type Scope } from '../reading/scopes.ts';
import { F, K, T } from './vocabulary.ts';

/** The value of a plain string literal, or null for one that is computed (a template with holes, an expression). */
function literalText(reading: ScriptReading, node: number): string | null {
  const { table } = reading;
  const text = textOf(reading, node);
  if (table.kind[node] === K.string) {
    return text.slice(1, -1).replace(/\\(['"\\/])/g, '$1');
  }
  if (table.kind[node] === K.template_string && childOfKind(table, node, K.template_substitution) < 0) {
    return text.slice(1, -1);
  }
  return null;
}

function addImport(reading: ScriptReading, kind: ImportKind, specifier: string | null, node: number): number {
  const line = lineAt(reading.lineStarts, reading.table.start[node]);
  return reading.imports.push({ kind, specifier, line }) - 1;
}

/** Binds `local` to one export of an import, in the file's scope unless another is given. */
function bindImport(
  reading: ScriptReading,
  local: string,
  importIndex: number,
  name: string,
  scope = reading.fileScope,
): void {
  const binding = reading.importBindings.push({ import: importIndex, name }) - 1;
  bind(scope, local, { kind: 'import', binding });
}

/** The binding expression for one export of an import, without a local name. */
export function importExpression(reading: ScriptReading, importIndex: number, name: string): number {
  const binding = reading.importBindings.push({ import: importIndex, name }) - 1;
  return reading.expressions.add(EXPRESSION.import, binding);
}

export function readImport(reading: ScriptReading, node: number): void {
  const { table } = reading;
  reading.isModule = true;
  const requireClause = childOfKind(table, node, K.import_require_clause);
  const sourceNode =
    requireClause >= 0 ? childIn(table, requireClause, F.source) : childIn(table, node, F.source);
  if (sourceNode < 0) return;
  const specifier = literalText(reading, sourceNode);
  if (requireClause >= 0) {
    const index = addImport(reading, 'require', specifier, node);
    const local = childOfKind(table, requireClause, K.identifier);
    if (local >= 0) bindImport(reading, textOf(reading, local), index, '*');
    return;
  }
  const clause = childOfKind(table, node, K.import_clause);
  const typeOnly =
    childOfKind(table, node, T.type) >= 0 ||
    childOfKind(table, node, T.typeof) >= 0 ||
    (clause >= 0 && bindsOnlyTypes(reading, clause));
  const index = addImport(reading, typeOnly ? 'typeImport' : 'import', specifier, node);
  if (clause < 0) return;
  for (let child = clause + 1; child < table.next[clause]; child = table.next[child]) {
    switch (table.kind[child]) {
      case K.identifier:
        bindImport(reading, textOf(reading, child), index, 'default');
        break;
      case K.namespace_import: {
        const local = childOfKind(table, child, K.identifier);
        if (local >= 0) bindImport(reading, textOf(reading, local), index, '*');
        break;
      }
      case K.named_imports:
        eachSpecifier(reading, child, K.import_specifier, (name, alias) =>
          bindImport(reading, alias, index, name),
        );
    }
  }
}

/** `import { type A, type B } from …`: nothing of it is there at run time. */
function bindsOnlyTypes(reading: ScriptReading, clause: number): boolean {
  const { table } = reading;
  const list = clause + 1;
  if (table.kind[list] !== K.named_imports || table.next[list] !== table.next[clause]) return false;
  let specifiers = 0;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    if (table.kind[child] !== K.import_specifier) continue;
    if (childOfKind(table, child, T.type) < 0 && childOfKind(table, child, T.typeof) < 0) return false;
    specifiers++;
  }
  return specifiers > 0;
}

function eachSpecifier(
  reading: ScriptReading,
  list: number,
  kind: number,
  found: (name: string, alias: string, nameNode: number) => void,
): void {
  const { table } = reading;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    if (table.kind[child] !== kind) continue;
    const nameNode = childIn(table, child, F.name);
    if (nameNode < 0) continue;
    const aliasNode = childIn(table, child, F.alias);
    const name = unquoted(textOf(reading, nameNode));
    found(name, aliasNode >= 0 ? unquoted(textOf(reading, aliasNode)) : name, nameNode);
  }
}

function unquoted(name: string): string {
  return /^['"]/.test(name) ? name.slice(1, -1) : name;
}

/** Export statements other than `export` before a declaration, which is recorded where it is declared. */
export function readExport(reading: ScriptReading, node: number, atTop: boolean): void {
  const { table } = reading;
  if (!atTop) return;
  reading.isModule = true;
  const sourceNode = childIn(table, node, F.source);
  const clause = childOfKind(table, node, K.export_clause);
  if (sourceNode >= 0) {
    // `export type *` reaches the parser without its `type`, so that the text itself is asked.
    const typeOnly = /^export\s+type\b/.test(reading.text.slice(table.start[node], table.start[node] + 40));
    const index = addImport(
      reading,
      typeOnly ? 'typeImport' : 'reExport',
      literalText(reading, sourceNode),
      node,
    );
    const whole = childOfKind(table, node, K.namespace_export);
    if (clause >= 0) {
      eachSpecifier(reading, clause, K.export_specifier, (name, alias) =>
        reading.exports.named.push([alias, importExpression(reading, index, name)]),
      );
    } else if (whole >= 0) {
      const nameNode = table.next[whole] - 1;
      reading.exports.named.push([
        unquoted(textOf(reading, nameNode)),
        importExpression(reading, index, '*'),
      ]);
    } else {
      reading.exports.stars.push(index);
    }
    return;
  }
  if (clause >= 0) {
    eachSpecifier(reading, clause, K.export_specifier, (_name, alias, nameNode) =>
      reading.pendingExports.push({ name: alias, node: nameNode }),
    );
    return;
  }
  const value = childIn(table, node, F.value);
  if (value >= 0 && childOfKind(table, node, T.default) >= 0) {
    // A class exports itself where it is declared.
    if (table.kind[value] === K.class) return;
    reading.pendingExports.push({ name: 'default', node: value });
  } else if (childOfKind(table, node, T['=']) >= 0) {
    reading.pendingExports.push({ name: null, node: table.next[childOfKind(table, node, T['='])] });
  }
}

/** `require('…')` and `import('…')`, the latter in types as well. */
export function readDynamicImport(reading: ScriptReading, node: number, scope: Scope): void {
  const { table } = reading;
  if (reading.importAt.has(node)) return;
  const callee = node + 1;
  const isImport = table.kind[callee] === K.import;
  if (!isImport) {
    if (table.kind[callee] !== K.identifier || table.end[callee] - table.start[callee] !== 7) return;
    if (textOf(reading, callee) !== 'require' || lookUpValue(scope, 'require')) return;
  }
  const list = childIn(table, node, F.arguments);
  if (list < 0) return;
  let argument = list + 1;
  while (
    argument < table.next[list] &&
    (table.kind[argument] === T['('] || table.kind[argument] === K.comment)
  ) {
    argument = table.next[argument];
  }
  if (argument >= table.next[list] || table.kind[argument] === T[')']) return;
  const kind = !isImport ? 'require' : standsInType(reading, node) ? 'typeImport' : 'dynamicImport';
  const specifier = literalText(reading, argument);
  // A computed `require` is as often a look-up in a bundler's own table; only a computed import() is surely a gap.
  reading.importAt.set(node, addImport(reading, kind, specifier, node));
  if (kind === 'require') reading.isModule = true;
}

/**
 * `const a = require('…')` and `const { b, c: d } = require('…')` bind imports like an import statement; true when
 * `declarator` is one of these.
 */
export function readRequired(reading: ScriptReading, declarator: number, scope: Scope): boolean {
  const { table } = reading;
  const value = childIn(table, declarator, F.value);
  const name = childIn(table, declarator, F.name);
  if (value < 0 || table.kind[value] !== K.call_expression) return false;
  readDynamicImport(reading, value, scope);
  const index = reading.importAt.get(value);
  if (index === undefined || reading.imports[index].kind !== 'require') return false;
  if (table.kind[name] === K.identifier) {
    bindImport(reading, textOf(reading, name), index, '*', scope);
    return true;
  }
  if (table.kind[name] !== K.object_pattern || !isFlatPattern(reading, name)) return false;
  for (let child = name + 1; child < table.next[name]; child = table.next[child]) {
    if (table.kind[child] === K.shorthand_property_identifier_pattern) {
      bindImport(reading, textOf(reading, child), index, textOf(reading, child), scope);
    } else if (table.kind[child] === K.pair_pattern) {
      const key = childIn(table, child, F.key);
      const local = childIn(table, child, F.value);
      bindImport(reading, textOf(reading, local), index, unquoted(textOf(reading, key)), scope);
    }
  }
  return true;
}

function isFlatPattern(reading: ScriptReading, pattern: number): boolean {
  const { table } = reading;
  for (let child = pattern + 1; child < table.next[pattern]; child = table.next[child]) {
    const kind = table.kind[child];
    const isPair = kind === K.pair_pattern && table.kind[childIn(table, child, F.value)] === K.identifier;
    const isOther = kind !== K.shorthand_property_identifier_pattern && kind !== K.comment && !isPair;
    if (isOther && !'{},'.includes(textOf(reading, child))) return false;
  }
  return true;
}

/** `import('…').Box<T>` in a type, of which the parser was given a name of the same length. */
export function readImportedType(reading: ScriptReading, node: number): void {
  const { table } = reading;
  if (!reading.text.startsWith('import(', table.start[node])) return;
  const specifier = textOf(reading, node).slice('import("'.length, -2);
  reading.importAt.set(node, addImport(reading, 'typeImport', specifier, node));
}

function standsInType(reading: ScriptReading, node: number): boolean {
  const { table } = reading;
  for (let at = table.parent[node]; at >= 0; at = table.parent[at]) {
    switch (table.kind[at]) {
      case K.member_expression:
      case K.subscript_expression:
        continue;
      case K.type_annotation:
      case K.type_arguments:
      case K.type_query:
      case K.generic_type:
      case K.type_alias_declaration:
      case K.union_type:
      case K.intersection_type:
      case K.array_type:
      case K.nested_type_identifier:
      case K.lookup_type:
        return true;
      default:
        return false;
    }
  }
  return false;
}

/** `/// <reference path="…" />` at the head of a file: a dependency on declarations. */
export function readReferenceComment(reading: ScriptReading, node: number): void {
  const text = textOf(reading, node);
  const path = /^\/\/\/\s*<reference\s+path\s*=\s*["']([^"']+)["']/.exec(text)?.[1];
  if (path === undefined) return;
  addImport(reading, 'typeImport', path.startsWith('.') ? path : `./${path}`, node);
}

/** States the exports whose expressions had to wait until every name was declared. */
export function settleExports(reading: ScriptReading, expressionOf: (node: number) => number): void {
  const { table, exports } = reading;
  for (const { name, node } of reading.pendingExports) {
    const assigned = reading.declarationAt.get(table.parent[node]);
    const expression = assigned === undefined ? expressionOf(node) : ownSymbol(reading, assigned);
    if (name !== null) {
      exports.named.push([name, expression]);
      markExported(reading, expression);
      continue;
    }
    if (table.kind[node] !== K.object) {
      exports.whole = expression;
      markExported(reading, expression);
      continue;
    }
    for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
      const kind = table.kind[child];
      if (kind === K.shorthand_property_identifier) {
        exports.named.push([textOf(reading, child), expressionOf(child)]);
      } else if (kind === K.pair) {
        const declared = reading.declarationAt.get(child);
        const key = childIn(table, child, F.key);
        const value = childIn(table, child, F.value);
        if (key < 0 || value < 0) continue;
        const held = declared === undefined ? expressionOf(value) : ownSymbol(reading, declared);
        exports.named.push([unquoted(textOf(reading, key)), held]);
      } else if (kind === K.method_definition) {
        const declared = reading.declarationAt.get(child);
        if (declared === undefined) continue;
        exports.named.push([reading.declarations[declared].name, ownSymbol(reading, declared)]);
      }
    }
  }
}

/** An expression for one declaration that no scope can look up. */
function ownSymbol(reading: ScriptReading, declaration: number): number {
  return reading.expressions.add(EXPRESSION.symbol, reading.symbols.push([declaration]) - 1);
}

function markExported(reading: ScriptReading, expression: number): void {
  const symbol = reading.expressions.symbolOf(expression);
  if (symbol < 0) return;
  for (const index of reading.symbols[symbol]) reading.declarations[index].flags |= FLAG.exported;
}
