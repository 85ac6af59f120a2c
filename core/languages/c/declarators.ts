import type { Reading } from '../reading/reading.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { F, K, kindSet } from './vocabulary.ts';

const wraps = kindSet(
  K.init_declarator,
  K.pointer_declarator,
  K.reference_declarator,
  K.array_declarator,
  K.parenthesized_declarator,
  K.function_declarator,
  K.attributed_declarator,
  K.variadic_declarator,
  K.bitfield_clause,
);

/** A declarator taken apart: `*(*name[3])(int)`. */
export interface Declarator {
  /** The node of the name: an identifier, a qualified one, an operator, a destructor; -1 when there is none. */
  name: number;
  /** The function declarator that the name itself is declared by; -1 when it is no routine. */
  function: number;
  isArray: boolean;
}

/** Follows a declarator inward to its name. What points to a function is no routine. */
export function readDeclarator({ table }: Reading, declarator: number): Declarator {
  const found: Declarator = { name: -1, function: -1, isArray: false };
  let at = declarator;
  let isPointed = false;
  while (at >= 0 && wraps[table.kind[at]]) {
    const kind = table.kind[at];
    if (kind === K.function_declarator) {
      found.function = at;
      isPointed = false;
    } else if (kind === K.array_declarator) found.isArray = true;
    // `(*f)(…)`: a pointer inside of the function's parentheses.
    else if (kind === K.pointer_declarator && found.function >= 0) isPointed = true;
    at = innerDeclarator(table, at);
  }
  found.name = at;
  // `operator bool() const`: the parameters stand inside of the name.
  if (at >= 0 && table.kind[at] === K.operator_cast) found.function = at;
  if (isPointed) found.function = -1;
  return found;
}

const points = kindSet(
  K.pointer_declarator,
  K.abstract_pointer_declarator,
  K.array_declarator,
  K.abstract_array_declarator,
);

/** How many times a declarator points, lists among it: of `*names[3]` twice. Of a routine it is what it returns that counts. */
export function pointersOf({ table }: Reading, declarator: number): number {
  let count = 0;
  for (let at = declarator; at >= 0; at = innerDeclarator(table, at)) {
    const kind = table.kind[at];
    if (kind === K.function_declarator || kind === K.abstract_function_declarator) break;
    if (points[kind]) count++;
    else if (!wraps[kind]) break;
  }
  return count;
}

function innerDeclarator(table: Reading['table'], node: number): number {
  const inner = childIn(table, node, F.declarator);
  if (inner >= 0) return inner;
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    if (wraps[table.kind[child]] || isNameNode[table.kind[child]]) return child;
  }
  return -1;
}

export const isNameNode = kindSet(
  K.identifier,
  K.type_identifier,
  K.field_identifier,
  K.qualified_identifier,
  K.destructor_name,
  K.operator_name,
  K.operator_cast,
  K.template_function,
  K.template_method,
  K.structured_binding_declarator,
);

/** The declarators of a declaration, a field or a typedef. */
export function declaratorsOf({ table }: Reading, node: number): number[] {
  const found: number[] = [];
  for (let child = node + 1; child < table.next[node]; child = table.next[child])
    if (table.field[child] === F.declarator) found.push(child);
  return found;
}

/** The last name of a possibly qualified one: of `a::B::c` the node of `c`. */
export function lastName({ table }: Reading, node: number): number {
  let at = node;
  while (at >= 0 && table.kind[at] === K.qualified_identifier) at = childIn(table, at, F.name);
  if (at >= 0 && (table.kind[at] === K.template_function || table.kind[at] === K.template_method))
    return childIn(table, at, F.name);
  return at;
}

/** How a name reads: `operator+`, `~Base`, `operator bool`. */
export function nameText(reading: Reading, node: number): string {
  const { table, text } = reading;
  if (node < 0) return '(unnamed)';
  if (table.kind[node] === K.operator_cast) {
    const type = childIn(table, node, F.type);
    return type < 0 ? 'operator' : `operator ${text.slice(table.start[type], table.end[type])}`;
  }
  if (table.kind[node] === K.template_type) return nameText(reading, childIn(table, node, F.name));
  return text.slice(table.start[node], table.end[node]).replace(/\s+/g, '');
}

/** True when a storage class or another word stands before a declaration. */
export function hasWord(reading: Reading, node: number, word: string): boolean {
  const { table, text } = reading;
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind !== K.storage_class_specifier && kind !== K.virtual && kind !== K.type_qualifier) continue;
    if (text.slice(table.start[child], table.end[child]) === word) return true;
  }
  return false;
}

export function hasChild({ table }: Reading, node: number, kind: number): boolean {
  return childOfKind(table, node, kind) >= 0;
}
