import type { ImpliedTypes } from '../../contracts/language.ts';

/**
 * What the namespace `System`, and those of its own that are most inherited from, hold that is inherited or implemented, but for the root of
 * all: `using` does not say which of them a name comes from.
 */
export const impliedTypes: ImpliedTypes = {
  ecosystem: 'nuget',
  name: 'System',
  types: new Set(
    `Exception ApplicationException SystemException ArgumentException ArgumentNullException ArgumentOutOfRangeException ArithmeticException FormatException InvalidCastException InvalidOperationException NotImplementedException NotSupportedException ObjectDisposedException OperationCanceledException OverflowException TimeoutException UnauthorizedAccessException Attribute EventArgs MarshalByRefObject ContextBoundObject IDisposable IAsyncDisposable ICloneable IComparable IConvertible IEquatable IFormatProvider IFormattable ICustomFormatter ISpanFormattable IObservable IObserver IProgress IServiceProvider
    IEnumerable IEnumerator ICollection IList ISet IDictionary IReadOnlyCollection IReadOnlyList IReadOnlyDictionary IReadOnlySet IAsyncEnumerable IAsyncEnumerator IComparer IEqualityComparer IStructuralEquatable IStructuralComparable Comparer EqualityComparer Collection ReadOnlyCollection KeyedCollection ObservableCollection List Dictionary HashSet SortedDictionary SortedList SortedSet LinkedList Queue Stack ArrayList Hashtable CollectionBase DictionaryBase
    Stream TextReader TextWriter StreamReader StreamWriter MemoryStream
    DynamicObject DynamicMetaObject GetMemberBinder SetMemberBinder DeleteMemberBinder InvokeMemberBinder IDynamicMetaObjectProvider ExpressionVisitor
    INotifyPropertyChanged INotifyPropertyChanging INotifyCollectionChanged ICustomTypeDescriptor PropertyDescriptor TypeConverter SerializationBinder ISerializationSurrogate ISerializable IDeserializationCallback`.split(
      /\s+/,
    ),
  ),
};
