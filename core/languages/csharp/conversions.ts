import type { Conversions } from '../../contracts/language.ts';
import { numbersByWidth } from '../reading/primitives.ts';

/** The platform's names of the primitive types. */
const aliases = {
  String: 'string',
  Object: 'object',
  Byte: 'byte',
  Int16: 'short',
  Char: 'char',
  Int32: 'int',
  Int64: 'long',
  Single: 'float',
  Double: 'double',
  Boolean: 'bool',
  Decimal: 'decimal',
};

const words = (text: string): readonly string[] => text.split(' ');
const sequence = words('IEnumerable');
const collection = words('ICollection IReadOnlyCollection IEnumerable');
const list = words('IList IReadOnlyList ICollection IReadOnlyCollection IEnumerable');
const set = words('ISet IReadOnlySet ICollection IReadOnlyCollection IEnumerable');
const dictionary = words('IDictionary IReadOnlyDictionary ICollection IReadOnlyCollection IEnumerable');

/** All that is above the platform's collections. */
const parents: Readonly<Record<string, readonly string[]>> = {
  Array: list,
  List: list,
  Collection: list,
  ObservableCollection: list,
  ReadOnlyCollection: list,
  IList: words('ICollection IEnumerable'),
  IReadOnlyList: words('IReadOnlyCollection IEnumerable'),
  ICollection: sequence,
  IReadOnlyCollection: sequence,
  ISet: words('ICollection IEnumerable'),
  HashSet: set,
  SortedSet: set,
  Queue: collection,
  Stack: collection,
  LinkedList: collection,
  IDictionary: words('ICollection IEnumerable'),
  IReadOnlyDictionary: words('IReadOnlyCollection IEnumerable'),
  Dictionary: dictionary,
  SortedDictionary: dictionary,
  ConcurrentDictionary: dictionary,
  IQueryable: sequence,
  IOrderedEnumerable: sequence,
};

/** What fits where in C# (the language's specification, chapter on conversions), but for those that types declare themselves. */
export const conversions: Conversions = { widening: numbersByWidth, root: 'object', aliases, parents };
