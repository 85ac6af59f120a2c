import type { Conversions } from '../../contracts/language.ts';
import { numbersByWidth } from '../reading/primitives.ts';

/** Types of the platform that code names often, each with all that is above it but for `Object`. */
const parents: Record<string, readonly string[]> = Object.fromEntries(
  `String CharSequence Comparable Serializable Constable ConstantDesc
  StringBuilder CharSequence Comparable Serializable Appendable
  StringBuffer CharSequence Comparable Serializable Appendable
  Byte Number Comparable Serializable
  Short Number Comparable Serializable
  Integer Number Comparable Serializable
  Long Number Comparable Serializable
  Float Number Comparable Serializable
  Double Number Comparable Serializable
  BigInteger Number Comparable Serializable
  BigDecimal Number Comparable Serializable
  Character Comparable Serializable
  Boolean Comparable Serializable
  Class Serializable Type GenericDeclaration AnnotatedElement
  Date Comparable Serializable Cloneable
  Calendar Comparable Serializable Cloneable
  Locale Serializable Cloneable
  File Comparable Serializable
  UUID Comparable Serializable
  Throwable Serializable
  Exception Throwable Serializable
  RuntimeException Exception Throwable Serializable
  IllegalArgumentException RuntimeException Exception Throwable Serializable
  IllegalStateException RuntimeException Exception Throwable Serializable
  IOException Exception Throwable Serializable
  Error Throwable Serializable
  Iterable
  Iterator
  Collection Iterable
  List Collection Iterable
  Set Collection Iterable
  SortedSet Set Collection Iterable
  Queue Collection Iterable
  Deque Queue Collection Iterable
  ArrayList AbstractList AbstractCollection List Collection Iterable RandomAccess Serializable Cloneable
  LinkedList AbstractSequentialList AbstractList AbstractCollection List Deque Queue Collection Iterable Serializable Cloneable
  HashSet AbstractSet AbstractCollection Set Collection Iterable Serializable Cloneable
  LinkedHashSet HashSet AbstractSet AbstractCollection Set Collection Iterable Serializable Cloneable
  TreeSet AbstractSet AbstractCollection NavigableSet SortedSet Set Collection Iterable Serializable Cloneable
  Map
  SortedMap Map
  HashMap AbstractMap Map Serializable Cloneable
  LinkedHashMap HashMap AbstractMap Map Serializable Cloneable
  TreeMap AbstractMap NavigableMap SortedMap Map Serializable Cloneable
  ConcurrentHashMap AbstractMap ConcurrentMap Map Serializable
  InputStream Closeable AutoCloseable
  OutputStream Closeable Flushable AutoCloseable
  Reader Readable Closeable AutoCloseable
  Writer Appendable Closeable Flushable AutoCloseable`
    .split('\n')
    .map((line) => line.trim().split(' '))
    .map(([name, ...above]) => [name, above]),
);

/** What fits where in Java (The Java Language Specification, chapter 5). */
export const conversions: Conversions = {
  // A `char` widens to `int`, but neither `byte` nor `short` to it: rare enough to be passed over.
  widening: numbersByWidth,
  root: 'Object',
  boxes: {
    byte: 'Byte',
    short: 'Short',
    char: 'Character',
    int: 'Integer',
    long: 'Long',
    float: 'Float',
    double: 'Double',
    boolean: 'Boolean',
  },
  parents,
  joinsInherited: true,
};
