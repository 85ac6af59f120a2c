import { lineAt, textOf, type Reading } from '../reading/reading.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

/**
 * `using A.B;` is the specifier `A.B`; `static A.B.C`, `X = A.B.C` and `global A.B` stand as they are written. What they
 * make known is worked out by the language's name rules, for only the codebase says what is a namespace and what a type.
 */
export function readUsing(reading: Reading, node: number): void {
  const { table } = reading;
  const alias = childIn(table, node, F.name);
  let target = -1;
  for (let child = node + 1; child < table.next[node]; child = table.next[child])
    if (isName[table.kind[child]] && child !== alias) target = child;
  if (target < 0) return;
  const words = [
    childOfKind(table, node, T.global) >= 0 ? 'global ' : '',
    childOfKind(table, node, T.static) >= 0 ? 'static ' : '',
    alias >= 0 ? `${textOf(reading, alias)} = ` : '',
    typeName(reading, target),
  ];
  const line = lineAt(reading.lineStarts, table.start[node]);
  reading.imports.push({ kind: 'import', specifier: words.join(''), line });
}

const isName = kindSet(K.identifier, K.qualified_name, K.generic_name, K.alias_qualified_name);

/** A dotted name as it is looked up: of `global::A.B<int, C>`, `A.B<,>`. */
export function typeName(reading: Reading, node: number): string {
  const { table } = reading;
  switch (table.kind[node]) {
    case K.qualified_name: {
      const qualifier = childIn(table, node, F.qualifier);
      const name = childIn(table, node, F.name);
      return [qualifier, name].map((part) => (part < 0 ? '' : typeName(reading, part))).join('.');
    }
    case K.alias_qualified_name: {
      const name = childIn(table, node, F.name);
      return name < 0 ? '' : typeName(reading, name);
    }
    case K.generic_name:
      return genericName(reading, node);
    default:
      return plainName(reading, node);
  }
}

/** A name without the `@` that lets it be a keyword. */
export function plainName(reading: Reading, node: number): string {
  const text = textOf(reading, node);
  return text.startsWith('@') ? text.slice(1) : text;
}

/** `List<int>` is looked up as `List<>`, `Map<K, V>` as `Map<,>`: C#'s own way to name a generic type unbound. */
export function genericName(reading: Reading, node: number): string {
  const { table } = reading;
  const list = childOfKind(table, node, K.type_argument_list);
  return withArity(plainName(reading, node + 1), list < 0 ? 0 : listLength(reading, list));
}

export function withArity(name: string, arity: number): string {
  return arity === 0 ? name : `${name}<${','.repeat(arity - 1)}>`;
}

/** The entries of a list with commas: of type parameters or arguments. */
export function listLength({ table }: Reading, list: number): number {
  let count = 1;
  for (let child = list + 1; child < table.next[list]; child = table.next[child])
    if (table.kind[child] === T[',']) count++;
  return count;
}

/**
 * The namespace that a whole file belongs to: of its only namespace, by statement or as a block around all that it
 * declares. Empty when it has several, or declares things outside.
 */
export function namespaceOfFile(reading: Reading): { name: string; node: number } {
  const { table } = reading;
  const found: number[] = [];
  const visit = (holder: number): void => {
    for (let node = holder + 1; node < table.next[holder]; node = table.next[node]) {
      const kind = table.kind[node];
      // Of a file whose code all stands under a condition the arms are looked through.
      if (isConditional[kind]) visit(node);
      else if (declares[kind]) found.push(node);
    }
  };
  visit(0);
  const statement = found.find((node) => table.kind[node] === K.file_scoped_namespace_declaration);
  const node = statement ?? (found.length === 1 ? found[0] : -1);
  if (node < 0 || !isNamespace[table.kind[node]]) return { name: '', node: -1 };
  return { name: typeName(reading, childIn(table, node, F.name)), node };
}

const isConditional = kindSet(K.preproc_if, K.preproc_elif, K.preproc_else);
const isNamespace = kindSet(K.namespace_declaration, K.file_scoped_namespace_declaration);
const declares = kindSet(
  K.namespace_declaration,
  K.file_scoped_namespace_declaration,
  K.class_declaration,
  K.struct_declaration,
  K.interface_declaration,
  K.enum_declaration,
  K.record_declaration,
  K.delegate_declaration,
);

/** What a `using` names, taken apart. */
export interface Using {
  name: string;
  alias: string | null;
  isStatic: boolean;
  isGlobal: boolean;
}

export function parseUsing(specifier: string): Using {
  const [, isGlobal, isStatic, alias, name] = /^(global )?(static )?(?:(\S+) = )?(.*)$/s.exec(specifier)!;
  return { name, alias: alias ?? null, isStatic: isStatic !== undefined, isGlobal: isGlobal !== undefined };
}
