import { FLAG, FORM } from '../../facts/fileFacts.ts';
import { textOf, type Reading } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { parameterNodes } from './figures.ts';
import { F, K, kindSet } from './vocabulary.ts';

const ofModifier: Record<string, number | undefined> = {
  public: FLAG.exported,
  protected: FLAG.protected,
  private: FLAG.private,
  internal: FLAG.internal,
  file: FLAG.private,
  static: FLAG.static,
  const: FLAG.static,
  abstract: FLAG.abstract,
  async: FLAG.async,
};

const visibility = FLAG.exported | FLAG.protected | FLAG.private | FLAG.internal;

/** Modifiers stand one by one, among attributes, before what they belong to. */
export function hasModifier(reading: Reading, node: number, modifier: string): boolean {
  const { table } = reading;
  for (let child = node + 1; child < table.next[node]; child = table.next[child])
    if (table.kind[child] === K.modifier && textOf(reading, child) === modifier) return true;
  return false;
}

/**
 * Visibility, abstractness and the like, from the modifiers and from where a declaration stands: by itself a type is
 * internal, a member private, and a member of an interface public.
 */
export function flagsOf(reading: Reading, node: number, owner: number): number {
  const { table, declarations } = reading;
  let flags = 0;
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    if (table.kind[child] === K.modifier) flags |= ofModifier[textOf(reading, child)] ?? 0;
  }
  const around = owner < 0 ? FORM.namespace : declarations[owner].form;
  const isOfInterface = around === FORM.interface;
  if (!(flags & visibility)) {
    if (around === FORM.namespace) flags |= FLAG.internal;
    else flags |= isOfInterface || around === FORM.enum ? FLAG.exported : FLAG.private;
  }
  const isSignature = hasNoBody(reading, node);
  if (isSignature) flags |= FLAG.bodiless;
  if (isOfInterface && (isSignature || isPlainProperty(reading, node))) flags |= FLAG.abstract;
  return flags;
}

/** True for a property whose accessors have no bodies; outside of interfaces, the compiler makes these. */
function isPlainProperty({ table }: Reading, node: number): boolean {
  if (table.kind[node] === K.event_field_declaration) return true;
  if (table.kind[node] !== K.property_declaration) return false;
  const accessors = childIn(table, node, F.accessors);
  return accessors >= 0 && bodiedAccessors({ table }, accessors).length === 0;
}

const mayHaveBody = kindSet(K.method_declaration, K.operator_declaration, K.indexer_declaration);

function hasNoBody({ table }: Reading, node: number): boolean {
  if (!mayHaveBody[table.kind[node]]) return false;
  const accessors = childIn(table, node, F.accessors);
  if (accessors >= 0) return bodiedAccessors({ table }, accessors).length === 0;
  return childIn(table, node, F.body) < 0 && childIn(table, node, F.value) < 0;
}

/** The accessors of a list that have bodies; those of a property without any are made by the compiler. */
export function bodiedAccessors({ table }: Pick<Reading, 'table'>, list: number): number[] {
  const found: number[] = [];
  for (let child = list + 1; child < table.next[list]; child = table.next[child])
    if (table.kind[child] === K.accessor_declaration && childIn(table, child, F.body) >= 0) found.push(child);
  return found;
}

/** True for a routine that extends a type from outside: its first parameter is `this`. */
export function isExtension(reading: Reading, routine: number): boolean {
  const [first] = parameterNodes(reading, routine);
  return first !== undefined && hasModifier(reading, first, 'this');
}
