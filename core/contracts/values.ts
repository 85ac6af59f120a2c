/**
 * What an expression turns out to be. `inferred` says that declared types or constructors were needed to get there;
 * without it, name resolution alone did.
 */
export type Value =
  /** What a name declares, in a file: a group of declarations (a class and its namespace, say). */
  | {
      tag: 'declared';
      file: number;
      declarations: readonly number[];
      inferred: boolean;
      /** Of a type: what stands for its type parameters. */
      args?: readonly (Value | null)[];
      /** Of a member: the type of the object through which it is reached, where it may say what stands for type parameters. */
      through?: Declared;
      /** What may be meant as well. */
      others?: readonly Declared[];
      /** True where each of `others` is meant at some time; otherwise one of all is, and nothing tells which. */
      isEach?: true;
      /** True when it may stand in for something outside that bears the name, and nothing says whether it does. */
      isStandIn?: true;
    }
  /** A value of a type. */
  | { tag: 'instance'; type: Value; inferred: boolean }
  /** A type with its arguments, of the language's own containers only. */
  | { tag: 'container'; name: string; args: (Value | null)[]; external?: number }
  /** The type of pointers to another, and of arrays of it where a language takes them for pointers. */
  | { tag: 'pointer'; to: Value }
  /** A method of such a container. */
  | { tag: 'containerMethod'; name: string; container: Value & { tag: 'container' } }
  /** The type of functions: what each of its signatures takes and gives, as types. */
  | { tag: 'function'; signatures: readonly Signature[] }
  /** A function without a name: what it gives, and what it says that it takes (expressions of the file; 0 for unknown). */
  | { tag: 'lambda'; file: number; gives: number; takes: number }
  /** A type that is all of several. */
  | { tag: 'both'; parts: readonly Value[] }
  /** A type without some of its members. */
  | { tag: 'without'; type: Value; names: readonly string[] }
  /** That a function gives true where its parameter of a place (from 1; 0 for what it is called on) is of a type. */
  | { tag: 'predicate'; place: number; type: Value }
  /** The type of a value. */
  | { tag: 'typeOf'; value: Value }
  /** An object made in a file, with the members that the list `entries` (expression) states. */
  | { tag: 'object'; file: number; entries: number }
  /** A file as a whole, through `import * as`. */
  | { tag: 'module'; file: number }
  | { tag: 'external'; external: number; name?: string }
  /** A package or namespace of the codebase, by its full name, in a family of languages, as a file sees it. */
  | { tag: 'package'; family: string; name: string; from: number }
  /** A type parameter: the one of an index that a declaration takes. */
  | { tag: 'parameter'; file: number; declaration: number; index: number }
  /** A value of a primitive type, or {@link FUNCTION}. */
  | { tag: 'literal'; name: string }
  /** Something of an object of which it is known that the codebase does not declare it. */
  | { tag: 'outside' }
  /** A name that the codebase does not declare. */
  | { tag: 'global'; name: string };

/** How a function is called. */
export interface Signature {
  takes: readonly (Value | null)[];
  /** What it is called on, where it says so. */
  calledOn?: Value | null;
  gives: Value | null;
}

/** What a name declares. */
export type Declared = Value & { tag: 'declared' };
export type TypeParameter = Value & { tag: 'parameter' };

/** True when two values name the same declaration. */
export function isSameDeclared(one: Declared, other: Declared): boolean {
  return one.file === other.file && one.declarations[0] === other.declarations[0];
}

/** Equal for two that {@link isSameDeclared} says are the same. */
export function keyOfDeclared({ file, declarations: [first] }: Declared): string {
  return `${file}:${first}`;
}

/** The name of the literal that a function without a name is. */
export const FUNCTION = '(function)';

/** The same, where it may be something else. */
export function uncertain(value: Value | null): Value | null {
  return value?.tag === 'declared' || value?.tag === 'instance' ? { ...value, inferred: true } : value;
}

export function instanceOf(type: Value, inferred: boolean): Value | null {
  if (type.tag === 'typeOf') return type.value;
  if (type.tag === 'literal' || type.tag === 'outside' || type.tag === 'predicate') return type;
  if (type.tag === 'package') return null;
  return { tag: 'instance', type, inferred };
}
