import type { ImpliedTypes } from '../../contracts/language.ts';

/** The globals of engines and browsers that are inherited from or implemented. */
export const impliedTypes: ImpliedTypes = {
  ecosystem: 'js',
  name: 'globals',
  types: new Set(
    `Error AggregateError EvalError RangeError ReferenceError SyntaxError TypeError URIError Array Map Set WeakMap WeakSet WeakRef Promise Date RegExp Function Iterator Int8Array Uint8Array Uint8ClampedArray Int16Array Uint16Array Int32Array Uint32Array Float32Array Float64Array BigInt64Array BigUint64Array ArrayBuffer DataView Event CustomEvent EventTarget AbortController Element HTMLElement SVGElement Node Worker URL URLSearchParams Request Response Headers Blob File ReadableStream WritableStream TransformStream MessagePort BroadcastChannel AudioWorkletProcessor DOMException Iterable AsyncIterable PromiseLike ArrayLike Disposable AsyncDisposable`.split(
      /\s+/,
    ),
  ),
};
