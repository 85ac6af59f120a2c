const natives: object[] = [
  Object,
  Array,
  Function,
  String,
  Number,
  Boolean,
  Symbol,
  Map,
  Set,
  WeakMap,
  WeakSet,
  Promise,
  RegExp,
  Date,
  Error,
  ArrayBuffer,
  Uint8Array,
  DataView,
].flatMap((native) => [native, native.prototype as object]);

/** What the objects of the language, of the browser and of Node have. */
export const commonNames = new Set<string>(
  [
    ...natives,
    Object.getPrototypeOf(Uint8Array.prototype) as object,
    Object.getPrototypeOf(Object.getPrototypeOf([][Symbol.iterator]())) as object,
    Math,
    JSON,
    Reflect,
  ].flatMap((native) => Object.getOwnPropertyNames(native)),
);
for (const name of `next return throw log warn info debug trace addEventListener removeEventListener dispatchEvent
  appendChild removeChild querySelector querySelectorAll getAttribute setAttribute getContext getElementById
  createElement focus blur click play pause abort fetch json text blob send close open start stop write read end
  emit on once off pipe destroy dispose then`.split(/\s+/)) {
  commonNames.add(name);
}
