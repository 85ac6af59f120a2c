import { ROUTINES } from './members.ts';
import type { Declared, Value } from '../contracts/values.ts';

interface OperatorContext {
  memberOf(object: Value, name: string, kinds: number): Value | null;
  /** Of the routines of one name those that fit what they are given; none when none does. */
  fitting(callee: Declared, file: number, values: readonly (Value | null)[]): Declared[];
  /** What a name means in a file and in the namespaces of types. */
  inNamespacesOf(file: number, name: string, types: readonly Declared[]): Declared[];
}

/**
 * The routine that an operator calls: a member of what it is applied to first, which takes the rest or all of it (C#), or one
 * that stands free beside either's type. Null where it is none of the codebase's, or where more than one fits.
 */
export function operatorMeant(
  context: OperatorContext,
  file: number,
  name: string,
  values: readonly (Value | null)[],
): Declared | null {
  const types = values.flatMap((value) =>
    value?.tag === 'instance' && value.type.tag === 'declared' ? [value.type] : [],
  );
  if (types.length === 0) return null;
  const [first, ...rest] = values;
  const own = first && context.memberOf(first, name, ROUTINES);
  if (own?.tag === 'declared')
    for (const given of [rest, values]) {
      const found = theOne(context.fitting(own, file, given));
      if (found) return found;
    }
  const other = rest[0] && context.memberOf(rest[0], name, ROUTINES);
  if (other?.tag === 'declared') {
    const found = theOne(context.fitting(other, file, values));
    if (found) return found;
  }
  for (const free of context.inNamespacesOf(file, name, types)) {
    const found = theOne(context.fitting(free, file, values));
    if (found) return found;
  }
  return null;
}

function theOne(found: readonly Declared[]): Declared | null {
  if (found.length !== 1 || found[0].declarations.length !== 1) return null;
  return { ...found[0], inferred: true };
}
