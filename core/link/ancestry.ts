import { KIND } from '../facts/fileFacts.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Place } from '../contracts/nameRules.ts';
import { isSameDeclared, uncertain, type Declared, type Value } from '../contracts/values.ts';
import type { FamilyRules } from './families.ts';

/** What follows from the types above a type. */
export interface Ancestry {
  /** The type whose instance a type is itself, where one is stated for it or for what it inherits from. */
  typeOfType(type: Declared): Value | null;
  /** True when a type inherits from another, directly or not. */
  goesOnFrom(type: Place, other: Place): boolean;
}

/** Give up on types that have more above them. */
const MOST_ABOVE = 200;

/** A type and those above it, nearest first, each once; none beyond `most`. */
export function* withTypesAbove(
  type: Declared,
  files: readonly FactsOfFile[],
  parentsOf: (file: number, declaration: number) => Value[],
  most = MOST_ABOVE,
): Generator<Declared> {
  const found = [type];
  for (const at of found) {
    yield at;
    for (const parent of parentsOf(at.file, at.declarations[0])) {
      if (found.length >= most) break;
      if (parent.tag !== 'declared' || found.some((known) => isSameDeclared(known, parent))) continue;
      if (files[parent.file].facts.declarations.kind[parent.declarations[0]] !== KIND.type) continue;
      found.push({ ...parent, inferred: at.inferred || parent.inferred });
    }
  }
}

/** Each type is asked once, however many ways lead up to it: O(types above). */
export function createAncestry({
  files,
  rules: { ofFile: rulesOf },
  evaluate,
  heldAt,
  parentsOf,
}: {
  files: readonly FactsOfFile[];
  rules: FamilyRules;
  evaluate(file: number, expression: number): Value | null;
  /** What a declaration of a member holds. */
  heldAt(member: Declared, declaration: number): Value | null;
  parentsOf(file: number, declaration: number): Value[];
}): Ancestry {
  function typeOfType(type: Declared): Value | null {
    if (!rulesOf(type.file)?.callsMakeInstances) return null;
    for (const at of withTypesAbove(type, files, parentsOf)) {
      const stated = evaluate(at.file, files[at.file].facts.declarations.value[at.declarations[0]]);
      // That of a type outside is the parent's own affair.
      if (stated && (at === type || stated.tag === 'declared'))
        return at.inferred ? uncertain(stated) : stated;
      for (const parent of parentsOf(at.file, at.declarations[0])) {
        // A parent that a field holds may be made by calling the type of types: `Base = Register('Base', (), {})`.
        const held = parent.tag === 'declared' ? heldIn(parent) : null;
        if (held?.tag === 'instance' && held.type.tag === 'declared') return uncertain(held.type);
      }
    }
    return null;
  }

  /** What a field holds; null for all that is none. */
  function heldIn(field: Declared): Value | null {
    const [first] = field.declarations;
    return files[field.file].facts.declarations.kind[first] === KIND.field ? heldAt(field, first) : null;
  }

  function goesOnFrom(type: Place, other: Place): boolean {
    if (type.declaration < 0) return false;
    const { file, declaration } = type;
    const first: Declared = { tag: 'declared', file, declarations: [declaration], inferred: false };
    for (const at of withTypesAbove(first, files, parentsOf))
      if (at !== first && at.file === other.file && at.declarations.includes(other.declaration)) return true;
    return false;
  }

  return { typeOfType, goesOnFrom };
}
