import { textOf } from '../reading/reading.ts';
import { bind, type Scope } from '../reading/scopes.ts';
import type { Position } from '../reading/walk.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { functionOf } from './functions.ts';
import type { ScriptReading } from './reading.ts';
import { F, K, kindSet } from './vocabulary.ts';

/** Nodes that bind names which are no elements: untyped parameters, caught errors, loop variables, type parameters. */
export function bindLocals(reading: ScriptReading, node: number, kind: number, at: Position): void {
  const { table } = reading;
  const { scope } = at;
  const parent = table.parent[node];
  if (parent < 0) return;
  const parentKind = table.kind[parent];
  if (kind === K.type_parameter || kind === K.infer_type || kind === K.mapped_type_clause) {
    const name =
      kind === K.infer_type ? childOfKind(table, node, K.type_identifier) : childIn(table, node, F.name);
    if (name >= 0) {
      bind(scope, textOf(reading, name), {
        kind: 'opaque',
        constraint: boundOf(reading, node),
        node: name,
        ...(kind === K.type_parameter && ownerOf(reading, node, at.owner)),
      });
    }
    return;
  }
  const bindsHere =
    (parentKind === K.formal_parameters && isPattern[kind] === 1) ||
    (parentKind === K.arrow_function && table.field[node] === F.parameter) ||
    (parentKind === K.catch_clause && table.field[node] === F.parameter) ||
    (parentKind === K.for_in_statement &&
      table.field[node] === F.left &&
      childIn(table, parent, F.kind) >= 0);
  if (bindsHere) bindPattern(reading, node, scope, (name, at) => bindLocal(scope, name, at));
}

/** The type that bounds a type parameter, or else what it is when nothing is given for it; -1 for none. */
function boundOf({ table }: ScriptReading, node: number): number {
  for (const field of [F.constraint, F.value]) {
    const found = childIn(table, node, field);
    // Behind `extends` or `=`.
    if (found >= 0) return table.next[found + 1];
  }
  return -1;
}

/** Type parameters of functions that declare nothing are told apart by numbers beyond those of declarations. */
const FIRST_UNDECLARED = 1 << 19;

/** What takes a type parameter, and in which place of its list; what declares nothing is known by its node. */
function ownerOf(
  reading: ScriptReading,
  node: number,
  declaration: number,
): { owner: number; index: number } | null {
  const { table, declarations } = reading;
  const list = table.parent[node];
  const holder = table.parent[list];
  let index = 0;
  for (let child = list + 1; child < node; child = table.next[child])
    if (table.kind[child] === K.type_parameter) index++;
  const own = declaration < 0 ? -1 : declarations[declaration].node;
  const isOwn = own >= 0 && (own === holder || functionOf(reading, own) === holder);
  const owner = isOwn ? declaration : FIRST_UNDECLARED + holder;
  // Places are kept in 31 bits.
  return owner < 1 << 24 ? { owner, index } : null;
}

const isPattern = kindSet(
  K.identifier,
  K.assignment_pattern,
  K.object_pattern,
  K.array_pattern,
  K.rest_pattern,
);

export function bindLocal(scope: Scope, name: string, node: number): void {
  bind(scope, name, { kind: 'local', node, expression: -1 });
}

/** Calls `found` for each name that a (possibly destructuring) pattern binds. */
export function bindPattern(
  reading: ScriptReading,
  node: number,
  scope: Scope,
  found: (name: string, node: number) => void,
  depth = 0,
): void {
  const { table } = reading;
  const kind = table.kind[node];
  if (kind === K.identifier || kind === K.shorthand_property_identifier_pattern) {
    found(textOf(reading, node), node);
    return;
  }
  if (depth > 50) return;
  if (kind === K.assignment_pattern || kind === K.object_assignment_pattern) {
    const left = childIn(table, node, F.left);
    if (left >= 0) bindPattern(reading, left, scope, found, depth + 1);
    return;
  }
  if (kind === K.pair_pattern) {
    const value = childIn(table, node, F.value);
    if (value >= 0) bindPattern(reading, value, scope, found, depth + 1);
    return;
  }
  if (kind !== K.object_pattern && kind !== K.array_pattern && kind !== K.rest_pattern) return;
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    bindPattern(reading, child, scope, found, depth + 1);
  }
}
