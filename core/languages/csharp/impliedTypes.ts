import type { ImpliedTypes } from '../../contracts/language.ts';

/** What the namespace `System` holds that is inherited from or implemented, but for the root of all. */
export const impliedTypes: ImpliedTypes = {
  ecosystem: 'nuget',
  name: 'System',
  types: new Set(
    `Exception ApplicationException SystemException ArgumentException ArgumentNullException ArgumentOutOfRangeException ArithmeticException FormatException InvalidCastException InvalidOperationException NotImplementedException NotSupportedException ObjectDisposedException OperationCanceledException OverflowException TimeoutException UnauthorizedAccessException Attribute EventArgs MarshalByRefObject ContextBoundObject IDisposable IAsyncDisposable ICloneable IComparable IConvertible IEquatable IFormatProvider IFormattable ICustomFormatter ISpanFormattable IObservable IObserver IProgress IServiceProvider`.split(
      /\s+/,
    ),
  ),
};
