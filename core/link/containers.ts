import { instanceOf, type Value } from '../contracts/values.ts';

/**
 * What is known of the containers that come with the languages: enough to follow their elements. Names of all
 * languages stand together, for they mean alike.
 */
const words = (text: string): Set<string> => new Set(text.trim().split(/\s+/));

const iterables = words(`
  Array ReadonlyArray Set ReadonlySet Iterable IterableIterator Iterator Generator ArrayLike AsyncIterable
  AsyncGenerator AsyncIterableIterator
  List ArrayList LinkedList Collection SortedSet NavigableSet HashSet LinkedHashSet TreeSet Queue Deque ArrayDeque
  PriorityQueue Stack Vector Stream CopyOnWriteArrayList ConcurrentLinkedQueue BlockingQueue ListIterator
  IEnumerable IEnumerator IList ICollection IReadOnlyList IReadOnlyCollection ISet ConcurrentBag ConcurrentQueue
  ObservableCollection ImmutableList ImmutableArray Span ReadOnlySpan IQueryable IAsyncEnumerable
  list set frozenset tuple deque Sequence MutableSequence AbstractSet
  vector array multiset unordered_set forward_list span initializer_list
`);
const promises = words(
  'Promise PromiseLike Awaited Task ValueTask Awaitable Coroutine Future CompletableFuture CompletionStage',
);
/** What holds one value and is used as that value is. */
const transparent = words(
  'Readonly Required Partial NonNullable Nullable reference_wrapper Final ClassVar Annotated',
);
/** A type with some members of another. */
const partial = words('Pick Omit');
/** Holders whose value is reached through a method only. */
const holders = words(
  'Optional OptionalInt Lazy AtomicReference ThreadLocal WeakReference SoftReference Supplier unique_ptr shared_ptr weak_ptr',
);
const givesElement = words(`
  get at pop shift find findLast
  getFirst getLast first last next previous remove removeFirst removeLast peek peekFirst peekLast poll pollFirst
  pollLast element take orElse orElseThrow orElseGet getOrDefault computeIfAbsent findFirst findAny join reduce
  First FirstOrDefault Last LastOrDefault Single SingleOrDefault ElementAt Dequeue Peek Pop GetValueOrDefault Find
  Value Current popleft front back top value setdefault
`);
const givesContainer = words(`
  catch finally
  filter slice reverse toReversed sort toSorted concat values
  stream parallelStream iterator listIterator subList sorted distinct limit skip toList collect descendingIterator
  Where OrderBy OrderByDescending Take Skip ToList ToArray Distinct Concat Reverse AsEnumerable ThenBy Values
  copy begin end rbegin cbegin lock
`);
const givesKeys = words('keySet keys Keys navigableKeySet');
const givesEntries = words('entrySet entries items');
/** What comes of methods that give other containers than they are called on. */
const made: Readonly<Record<string, string>> = {
  iterator: 'Iterator',
  descendingIterator: 'Iterator',
  listIterator: 'ListIterator',
  stream: 'Stream',
  parallelStream: 'Stream',
  subList: 'List',
  toList: 'List',
  ToList: 'List',
  ToArray: 'Array',
  values: 'Collection',
  keySet: 'Set',
  navigableKeySet: 'Set',
  entrySet: 'Set',
};

/** Methods to which a function is given that takes an element first. */
export const takesElement = words(`
  forEach map filter find findLast findIndex some every flatMap sort toSorted
  anyMatch allMatch noneMatch removeIf mapToInt mapToLong mapToDouble mapToObj ifPresent peek toMap groupingBy
  Where Select Any All First FirstOrDefault Single SingleOrDefault Last LastOrDefault Count Sum Min Max OrderBy
  OrderByDescending ThenBy SelectMany ForEach GroupBy ToDictionary Find FindAll Exists RemoveAll
`);

/** A type applied to arguments: a type of the codebase, or one of the languages' own containers, whose elements can be followed. */
export function applyType(base: Value | null, args: (Value | null)[]): Value | null {
  if (base?.tag === 'declared') return { ...base, args };
  if (base?.tag !== 'global' && base?.tag !== 'external') return base;
  // C# names a generic type with the number of its parameters: `List<>`.
  const name = base.name?.replace(/<,*>$/, '');
  if (name === undefined) return base;
  if (base.tag === 'global' && partial.has(name)) return args[0] ?? null;
  if (base.tag === 'global')
    return transparent.has(name) ? (args.at(-1) ?? null) : { tag: 'container', name, args };
  if (!isContainer(name)) return base;
  return transparent.has(name)
    ? (args[0] ?? null)
    : { tag: 'container', name, args, external: base.external };
}

function isContainer(name: string): boolean {
  return (
    iterables.has(name) ||
    promises.has(name) ||
    transparent.has(name) ||
    holders.has(name) ||
    name === 'Entry' ||
    /(Map|Dictionary|dict)$/i.test(name)
  );
}

function containerOf(value: Value | null): (Value & { tag: 'container' }) | null {
  if (value?.tag !== 'instance') return null;
  const parts = value.type.tag === 'both' ? value.type.parts : [value.type];
  return parts.find((part) => part.tag === 'container') ?? null;
}

export function elementOf(value: Value | null): Value | null {
  const container = containerOf(value);
  if (!container || !iterables.has(container.name)) return null;
  return container.args[0] ? instanceOf(container.args[0], true) : null;
}

/**
 * What a container holds: an element of a sequence, what a map holds under a key, what a smart pointer or an iterator of C++ leads
 * to; null for other values.
 */
export function contentOf(value: Value | null): Value | null {
  const content = containerOf(value)?.args.at(-1);
  return content ? instanceOf(content, true) : null;
}

export function awaitedOf(value: Value | null): Value | null {
  const container = containerOf(value);
  if (!container || !promises.has(container.name)) return value;
  return container.args[0] ? instanceOf(container.args[0], true) : null;
}

export function containerMember(value: Value, name: string): Value | null {
  const container = containerOf(value);
  // What is kept under names of any kind is reached by them.
  if (container?.name === 'Record') return contentOf(value);
  return container ? { tag: 'containerMethod', name, container } : null;
}

/** The container of what the function gives that a container's method is given; null for other methods. */
export function givesWhatFunctionGives(method: string, container: string): string | null {
  if (method === 'then' && promises.has(container)) return 'Promise';
  const isMapped = method === 'map' || method === 'flatMap';
  return isMapped && iterables.has(container) ? container : null;
}

export function containerResult({ name, container }: Value & { tag: 'containerMethod' }): Value | null {
  const entryPart = container.name === 'Entry' ? ['getKey', 'getValue'].indexOf(name) : -1;
  if (entryPart >= 0) {
    const part = container.args[entryPart];
    return part ? instanceOf(part, true) : null;
  }
  const sequence = (args: (Value | null)[]): Value => {
    const kind = made[name] ?? (iterables.has(container.name) ? container.name : 'Iterable');
    return { tag: 'instance', type: { tag: 'container', name: kind, args }, inferred: true };
  };
  if (givesEntries.has(name) && container.args.length === 2)
    return sequence([{ tag: 'container', name: 'Entry', args: container.args }]);
  const content = (givesKeys.has(name) ? container.args[0] : container.args.at(-1)) ?? null;
  if (!content) return null;
  if (givesElement.has(name)) return instanceOf(content, true);
  return givesContainer.has(name) || givesKeys.has(name) ? sequence([content]) : null;
}
