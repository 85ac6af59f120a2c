/**
 * What an expression turns out to be. `inferred` says that declared types or constructors were needed to get there;
 * without it, name resolution alone did.
 */
export type Value =
  /** What a name declares, in a file: a group of declarations (a class and its namespace, say). */
  | { tag: 'declared'; file: number; declarations: readonly number[]; inferred: boolean }
  /** A value of a type. */
  | { tag: 'instance'; type: Value; inferred: boolean }
  /** A type with its arguments, of the language's own containers only. */
  | { tag: 'container'; name: string; args: (Value | null)[]; external?: number }
  /** A method of such a container. */
  | { tag: 'containerMethod'; name: string; container: Value & { tag: 'container' } }
  /** The type of a value. */
  | { tag: 'typeOf'; value: Value }
  /** A file as a whole, through `import * as`. */
  | { tag: 'module'; file: number }
  | { tag: 'external'; external: number; name?: string }
  /** A package or namespace of the codebase, by its full name, in a family of languages, as a file sees it. */
  | { tag: 'package'; family: string; name: string; from: number }
  /** A value of a primitive type. */
  | { tag: 'literal'; name: string }
  /** A name that the codebase does not declare. */
  | { tag: 'global'; name: string };

/** What a name declares. */
export type Declared = Value & { tag: 'declared' };

export function instanceOf(type: Value, inferred: boolean): Value | null {
  if (type.tag === 'typeOf') return type.value;
  if (type.tag === 'external' || type.tag === 'literal') return type;
  if (type.tag === 'package') return null;
  return { tag: 'instance', type, inferred };
}
