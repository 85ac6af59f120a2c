import { lineAt, textOf, type Reading } from '../reading/reading.ts';
import { childOfKind, type SyntaxTable } from '../reading/syntaxTable.ts';
import { K, T } from './vocabulary.ts';

/**
 * `import a.b.C;` is the specifier `a.b.C`, on demand `a.b.*`; static ones begin with `static `. What they make known is
 * worked out by the language's name rules, for only the codebase says what is a package and what a type.
 */
export function readImport(reading: Reading, node: number): void {
  const { table } = reading;
  const name = nameIn(table, node);
  if (name < 0) return;
  const isStatic = childOfKind(table, node, T.static) >= 0;
  const onDemand = childOfKind(table, node, K.asterisk) >= 0;
  const specifier = `${isStatic ? 'static ' : ''}${dotted(reading, name)}${onDemand ? '.*' : ''}`;
  reading.imports.push({ kind: 'import', specifier, line: lineAt(reading.lineStarts, table.start[node]) });
}

/** What a `module-info` requires, as the specifier `module a.b`. */
export function readModule(reading: Reading, node: number): void {
  const { table } = reading;
  for (let at = node + 1; at < table.next[node]; at++) {
    if (table.kind[at] !== K.requires_module_directive) continue;
    const name = nameIn(table, at);
    if (name < 0) continue;
    const specifier = `module ${dotted(reading, name)}`;
    reading.imports.push({ kind: 'import', specifier, line: lineAt(reading.lineStarts, table.start[at]) });
  }
}

/** The module that a `module-info` declares, by what {@link packageOf} says of the file; null for other files. */
export function moduleOf(packageName: string): string | null {
  return packageName.startsWith('module ') ? packageName.slice(7) : null;
}

/** The package that a file says it belongs to; of a `module-info`, `module ` and the module's name. */
export function packageOf(reading: Reading): string {
  const { table } = reading;
  for (let node = 1; node < table.count; node = table.next[node]) {
    const isModule = table.kind[node] === K.module_declaration;
    if (table.kind[node] !== K.package_declaration && !isModule) continue;
    const name = nameIn(table, node);
    return name < 0 ? '' : (isModule ? 'module ' : '') + dotted(reading, name);
  }
  return '';
}

function nameIn(table: SyntaxTable, node: number): number {
  const scoped = childOfKind(table, node, K.scoped_identifier);
  return scoped >= 0 ? scoped : childOfKind(table, node, K.identifier);
}

function dotted(reading: Reading, node: number): string {
  return textOf(reading, node).replace(/\s+|\/\*.*?\*\//gs, '');
}

/** An import's specifier, taken apart. */
export interface JavaImport {
  name: string;
  isStatic: boolean;
  onDemand: boolean;
  isModule: boolean;
}

export function parseSpecifier(specifier: string): JavaImport {
  const isStatic = specifier.startsWith('static ');
  const isModule = specifier.startsWith('module ');
  const onDemand = specifier.endsWith('.*');
  const name = specifier.slice(isStatic || isModule ? 7 : 0, onDemand ? -2 : undefined);
  return { name, isStatic, onDemand, isModule };
}
