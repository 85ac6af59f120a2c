import type { ParsedFile } from '../../contracts/language.ts';
import { CONSTRUCT, type Constructs, type Meaning } from '../../facts/constructs.ts';
import { lineAt, textOf, type Reading } from './reading.ts';
import { lookUp, lookUpType, type Binding } from './scopes.ts';

const isComment = /comment/;
const isLiteral =
  /^(string|string_literal|template_string|char_literal|character_literal|raw_string_literal|system_lib_string|verbatim_string_literal|interpolated_string_expression|regex|number|number_literal|integer|float|(decimal|hex|octal|binary)_(integer|floating_point)_literal|integer_literal|real_literal|concatenated_string)$/;
const isName = /identifier$|^(property_name|field_name)$/;
const isWordKind =
  /^(this|super|true|false|null|none|null_literal|boolean_literal|undefined|primitive_type|predefined_type|void_type|integral_type|floating_point_type|boolean_type|implicit_type|auto|nullptr)$/i;
const isImport =
  /^(import_statement|import_from_statement|import_declaration|using_directive|export_statement|preproc_include|using_declaration|future_import_statement)$/;
/** Where an identifier names an argument, a key or a label, whatever variable is called so. */
const namesNoVariable = /^(keyword_argument|name_colon|labeled_statement|argument:name|pair)$/;

/** O(nodes). `parsed` is what the reading's table was read from. */
export function readConstructs(reading: Reading, { tree, language }: ParsedFile): Constructs {
  const { table } = reading;
  const spans: number[] = [];
  const meanings: Meaning[] = [];
  const known = new Map<string, number>();
  const add = (from: number, to: number, construct: number, meant?: Meaning): void => {
    let index = -1;
    if (meant) {
      const key = Object.values(meant).join(' ');
      index = known.get(key) ?? meanings.push(meant) - 1;
      known.set(key, index);
    }
    spans.push(from, to, construct, index);
  };
  const declaredAt = declaredNames(reading);
  const types = nodeTypes(tree, table.count);
  const typeOf = (node: number): string => language.nodeTypeForId(types[node]) ?? '';
  let importUntil = 0;
  let importLine = 0;
  let commentUntil = 0;
  for (let node = 0; node < table.count; node++) {
    const type = typeOf(node);
    if (node >= importUntil && isImport.test(type)) {
      const isExport = type === 'export_statement';
      if (!isExport || hasSource(reading, node, typeOf)) {
        importUntil = table.next[node];
        importLine = lineOfImport(reading, node);
      }
    }
    const from = table.start[node];
    const to = table.end[node];
    if (node < commentUntil || from === to) continue;
    if (isComment.test(type)) {
      add(from, to, CONSTRUCT.comment);
      commentUntil = table.next[node];
      continue;
    }
    const isNamed = language.nodeTypeIsNamed(types[node]);
    if (isNamed && isLiteral.test(type)) {
      const isSource = node < importUntil;
      add(
        from,
        to,
        CONSTRUCT.literal,
        isSource ? { kind: 'import', line: importLine, name: '*' } : undefined,
      );
      continue;
    }
    if (table.next[node] !== node + 1) continue;
    if (isWordKind.test(type) || (!isNamed && /^[a-z_]+$/i.test(type))) {
      add(from, to, CONSTRUCT.keyword);
      continue;
    }
    if (!isName.test(type)) continue;
    const declared = declaredAt.get(from);
    if (declared !== undefined) {
      add(from, to, CONSTRUCT.declaration, { kind: 'declaration', declaration: declared });
      continue;
    }
    if (node < importUntil) add(from, to, CONSTRUCT.import, importedBy(reading, node, importLine));
    else add(from, to, CONSTRUCT.name, meaningOf(reading, node, typeOf));
  }
  return { spans, meanings, parents: reading.declarations.map(({ parent }) => parent) };
}

/** The line under which the import that a statement makes is recorded. */
function lineOfImport({ table, lineStarts, imports }: Reading, node: number): number {
  const first = lineAt(lineStarts, table.start[node]);
  const last = lineAt(lineStarts, Math.max(table.start[node], table.end[node] - 1));
  return imports.find(({ line }) => line >= first && line <= last)?.line ?? first;
}

/** What a name in an import statement brings in: the whole where it stands behind `* as`. */
function importedBy(reading: Reading, node: number, line: number): Meaning {
  const bound = boundTo(reading, node);
  if (bound?.kind === 'import') return bound;
  const from = reading.table.start[node];
  const isWhole = /\*\s*as\s+$/.test(reading.text.slice(Math.max(0, from - 12), from));
  return { kind: 'import', line, name: isWhole ? '*' : textOf(reading, node) };
}

/** What a name means in its file, where the file itself tells. */
function meaningOf(reading: Reading, node: number, typeOf: (node: number) => string): Meaning | undefined {
  if (isOfAnother(reading, node, typeOf)) return undefined;
  if (bindsItself(reading, node, typeOf)) return { kind: 'local', offset: reading.table.start[node] };
  const isType = typeOf(node) === 'type_identifier';
  return (isType ? typeParameter(reading, node, typeOf) : undefined) ?? boundTo(reading, node, isType);
}

/** The offset of each declaration's name: the first name of that text in what declares it that names no other. */
function declaredNames(reading: Reading): Map<number, number> {
  const found = new Map<number, number>();
  reading.declarations.forEach(({ node, name }, declaration) => {
    const offset = nameWithin(reading, node, name, found);
    if (offset >= 0) found.set(offset, declaration);
  });
  return found;
}

/** Type of each node by the grammar's own numbers, in the order of the table. */
function nodeTypes(tree: ParsedFile['tree'], count: number): Uint16Array {
  const types = new Uint16Array(count);
  const cursor = tree.walk();
  let node = 0;
  for (;;) {
    types[node++] = cursor.nodeTypeId;
    if (cursor.gotoFirstChild()) continue;
    while (!cursor.gotoNextSibling()) {
      if (!cursor.gotoParent()) {
        cursor.delete();
        return types;
      }
    }
  }
}

function hasSource({ table }: Reading, node: number, typeOf: (node: number) => string): boolean {
  for (let child = node + 1; child < table.next[node]; child = table.next[child])
    if (typeOf(child) === 'from') return true;
  return false;
}

/** True for a name behind a dot, and for one that names an argument or a key: no variable is meant. */
function isOfAnother({ table, text }: Reading, node: number, typeOf: (node: number) => string): boolean {
  const before = text.slice(Math.max(0, table.start[node] - 3), table.start[node]).trimEnd();
  if (/(\.|->|::|\?\.)$/.test(before) && !before.endsWith('...')) return true;
  const parent = table.parent[node];
  if (parent < 0 || !namesNoVariable.test(typeOf(parent))) return false;
  return table.start[parent] === table.start[node];
}

/**
 * The type parameter that a name means, by the nearest list around it: signatures in types open no scope of their own.
 */
function typeParameter(
  reading: Reading,
  node: number,
  typeOf: (node: number) => string,
): Meaning | undefined {
  const { table } = reading;
  const name = textOf(reading, node);
  for (let at = table.parent[node]; at >= 0; at = table.parent[at]) {
    for (let child = at + 1; child < table.next[at] && child <= node; child = table.next[child]) {
      if (typeOf(child) !== 'type_parameters') continue;
      for (let own = child + 1; own < table.next[child]; own = table.next[own]) {
        const offset = typeOf(own) === 'type_parameter' ? nameWithin(reading, own, name) : -1;
        if (offset >= 0 && offset === table.start[own]) return { kind: 'local', offset };
      }
    }
  }
  return undefined;
}

/** True where a parameter is named, also in a type, which opens no scope in which the name could be looked up. */
function bindsItself({ table }: Reading, node: number, typeOf: (node: number) => string): boolean {
  const parent = table.parent[node];
  if (parent < 0) return false;
  const type = typeOf(parent);
  const isFirst = table.start[parent] === table.start[node];
  return type === 'rest_pattern' || (isFirst && /^(required|optional)_parameter$/.test(type));
}

/** By the scopes around a name; variables do not hide types. */
function boundTo(reading: Reading, node: number, isType = false): Meaning | undefined {
  const { scopeOf, symbols, importBindings, imports } = reading;
  const name = textOf(reading, node);
  const binding: Binding | undefined = (isType ? lookUpType : lookUp)(scopeOf[node], name);
  switch (binding?.kind) {
    case 'symbol': {
      const declaration = symbols[binding.symbol]?.[0];
      return declaration === undefined ? undefined : { kind: 'declaration', declaration };
    }
    case 'local':
    case 'opaque': {
      const at = binding.node === undefined ? -1 : nameWithin(reading, binding.node, name);
      return at < 0 ? undefined : { kind: 'local', offset: at };
    }
    case 'import': {
      const bound = importBindings[binding.binding];
      if (!bound) return undefined;
      return { kind: 'import', line: imports[bound.import].line, name: bound.name };
    }
    default:
      return undefined;
  }
}

/** Offset of the first name of a text in a node, but for those that are `taken`; -1 for none. */
function nameWithin(
  { table, text }: Reading,
  node: number,
  name: string,
  taken?: ReadonlyMap<number, number>,
): number {
  for (let at = node; at < table.next[node]; at++) {
    if (table.next[at] !== at + 1) continue;
    const from = table.start[at];
    if (table.end[at] - from === name.length && text.startsWith(name, from) && !taken?.has(from)) return from;
  }
  return -1;
}
