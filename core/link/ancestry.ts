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
    const open = [type];
    for (const at of open) {
      const stated = evaluate(at.file, files[at.file].facts.declarations.value[at.declarations[0]]);
      // That of a type outside is the parent's own affair.
      if (stated && (at === type || stated.tag === 'declared'))
        return at.inferred ? uncertain(stated) : stated;
      for (const parent of parentsOf(at.file, at.declarations[0])) {
        if (parent.tag !== 'declared') continue;
        const [first] = parent.declarations;
        if (files[parent.file].facts.declarations.kind[first] === KIND.field) {
          // One that a field holds may be made by calling the type of types: `Base = Register('Base', (), {})`.
          const held = heldAt(parent, first);
          if (held?.tag === 'instance' && held.type.tag === 'declared') return uncertain(held.type);
        } else if (open.length < MOST_ABOVE && !open.some((known) => isSameDeclared(known, parent)))
          open.push({ ...parent, inferred: at.inferred || parent.inferred });
      }
    }
    return null;
  }

  function goesOnFrom(type: Place, other: Place): boolean {
    if (type.declaration < 0) return false;
    const open: Declared[] = [];
    const add = ({ file, declaration }: Place): void => {
      for (const parent of parentsOf(file, declaration))
        if (parent.tag === 'declared' && !open.some((known) => isSameDeclared(known, parent)))
          open.push(parent);
    };
    add(type);
    for (const parent of open) {
      if (parent.file === other.file && parent.declarations.includes(other.declaration)) return true;
      if (open.length < MOST_ABOVE) add({ file: parent.file, declaration: parent.declarations[0] });
    }
    return false;
  }

  return { typeOfType, goesOnFrom };
}
