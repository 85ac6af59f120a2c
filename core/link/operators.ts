import { ROUTINES } from './members.ts';
import type { Results } from './results.ts';
import { pointerOf } from './pointers.ts';
import type { Declared, Value } from '../contracts/values.ts';

interface OperatorContext {
  memberOf(object: Value, name: string, kinds: number): Value | null;
  fitting: Results['fitting'];
  /** What a name means in a file and in the namespaces of types. */
  inNamespacesOf(file: number, name: string, types: readonly Declared[]): Declared[];
}

/**
 * The routine that an operator calls: a member of what it is applied to first, which takes the rest or all of it (C#), or one
 * that stands free beside either's type; with others where more than one fits. Null where it is none of the codebase's.
 */
export function operatorMeant(
  context: OperatorContext,
  file: number,
  name: string,
  values: readonly (Value | null)[],
): Declared | null {
  const types = values.flatMap((value) => {
    const type = value?.tag === 'instance' ? value.type : null;
    return (type?.tag === 'both' ? type.parts : [type]).filter((part) => part?.tag === 'declared');
  });
  if (types.length === 0) return null;
  const [first, ...rest] = values;
  const own = first && memberOfObject(context, first, name);
  const other = rest[0] && memberOfObject(context, rest[0], name);
  for (const found of [
    own && context.fitting(own, file, rest),
    own && context.fitting(own, file, values),
    other && context.fitting(other, file, values),
  ])
    if (found && found.length > 0) return oneOrMore(found);
  for (const free of context.inNamespacesOf(file, name, types)) {
    // Others than those that are seen may fit better than what something would have to become for.
    const found = context.fitting(free, file, values, false);
    if (found.length > 0) return oneOrMore(found);
  }
  return null;
}

/** A pointer has the operators of pointers, not those of what it points to. */
function memberOfObject(context: OperatorContext, object: Value, name: string): Declared | null {
  const found = pointerOf(object) ? null : context.memberOf(object, name, ROUTINES);
  return found?.tag === 'declared' ? found : null;
}

/** Beyond this many, which of them is meant says nothing. */
const MOST = 8;

function oneOrMore(found: readonly Declared[]): Declared | null {
  const [first, ...others] = found.flatMap((group) =>
    group.declarations.map((d): Declared => ({ ...group, declarations: [d], inferred: true })),
  );
  if (first === undefined || others.length >= MOST) return null;
  return others.length === 0 ? first : { ...first, others };
}
