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
  | { tag: 'container'; name: string; args: (Value | null)[] }
  /** A method of such a container. */
  | { tag: 'containerMethod'; name: string; container: Value & { tag: 'container' } }
  /** The type of a value. */
  | { tag: 'typeOf'; value: Value }
  /** A file as a whole, through `import * as`. */
  | { tag: 'module'; file: number }
  | { tag: 'external'; external: number }
  /** A name that the codebase does not declare. */
  | { tag: 'global'; name: string };

export function instanceOf(type: Value, inferred: boolean): Value | null {
  if (type.tag === 'typeOf') return type.value;
  if (type.tag === 'external') return type;
  return { tag: 'instance', type, inferred };
}

const iterables = new Set(
  'Array ReadonlyArray Set ReadonlySet Iterable IterableIterator Iterator Generator ArrayLike AsyncIterable AsyncGenerator AsyncIterableIterator'.split(
    ' ',
  ),
);
const promises = new Set(['Promise', 'PromiseLike', 'Awaited']);
const transparent = new Set(['Readonly', 'Required', 'Partial', 'NonNullable']);
const givesElement = new Set(['get', 'at', 'pop', 'shift', 'find', 'findLast']);
const givesContainer = new Set([
  'filter',
  'slice',
  'reverse',
  'toReversed',
  'sort',
  'toSorted',
  'concat',
  'values',
]);

/** A type applied to arguments: kept for the language's containers, whose elements extraction can follow. */
export function applyType(base: Value | null, args: (Value | null)[]): Value | null {
  if (base?.tag !== 'global') return base;
  if (transparent.has(base.name)) return args[0] ?? null;
  return { tag: 'container', name: base.name, args };
}

function containerOf(value: Value | null): (Value & { tag: 'container' }) | null {
  return value?.tag === 'instance' && value.type.tag === 'container' ? value.type : null;
}

export function elementOf(value: Value | null): Value | null {
  const container = containerOf(value);
  if (!container || !iterables.has(container.name)) return null;
  return container.args[0] ? instanceOf(container.args[0], true) : null;
}

export function awaitedOf(value: Value | null): Value | null {
  const container = containerOf(value);
  if (!container || !promises.has(container.name)) return value;
  return container.args[0] ? instanceOf(container.args[0], true) : null;
}

export function containerMember(value: Value, name: string): Value | null {
  const container = containerOf(value);
  return container ? { tag: 'containerMethod', name, container } : null;
}

export function containerResult({ name, container }: Value & { tag: 'containerMethod' }): Value | null {
  const content = container.args.at(-1) ?? null;
  if (!content) return null;
  if (givesElement.has(name)) return instanceOf(content, true);
  if (!givesContainer.has(name)) return null;
  return { tag: 'instance', type: { tag: 'container', name: 'Array', args: [content] }, inferred: true };
}
