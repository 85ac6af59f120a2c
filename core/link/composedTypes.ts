import type { Declared, Value } from '../contracts/values.ts';
import { joinMeanings, meaningsOf } from './meanings.ts';

/** A type that is all of several; null for none. */
export function bothOf(types: readonly (Value | null)[]): Value | null {
  const parts = types.flatMap((type): readonly Value[] =>
    type?.tag === 'both' ? type.parts : type ? [type] : [],
  );
  return parts.length > 1 ? { tag: 'both', parts } : (parts[0] ?? null);
}

/**
 * Of the types that a value may be of, those whose tag is the literal (`isWanted`) or is another; the value as it is when that leaves
 * none. What is not known to have a tag may have any. `tagOf` gives the member that is the tag, of an instance.
 */
export function ofTag(
  value: Value | null,
  literal: Value | null,
  { isWanted, tagOf }: { isWanted: boolean; tagOf(instance: Value): Value | null },
): Value | null {
  if (value?.tag !== 'instance' || value.type.tag !== 'declared' || !value.type.others) return value;
  const isOf = (type: Declared): boolean => {
    const held = tagOf({ tag: 'instance', type, inferred: true });
    if (held?.tag !== 'literal' || !isQuoted(held.name) || literal?.tag !== 'literal') return true;
    return (held.name.slice(1, -1) === literal.name.slice(1, -1)) === isWanted;
  };
  const left = meaningsOf(value).filter((each) => each.tag === 'instance' && isOf(each.type as Declared));
  return left.length === 0 ? value : joinMeanings(left, value.type.isEach);
}

/** True for the name of a literal that is a text, rather than of a primitive type. */
function isQuoted(name: string): boolean {
  return /^['"]/.test(name);
}
