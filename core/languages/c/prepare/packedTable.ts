import { enterSlot, findSlot, slotsFor } from '../../../facts/slots.ts';
import { wordHash } from '../../../facts/words.ts';
import type { MacroEffect, MacroTable } from './macros.ts';

const effects: readonly MacroEffect[] = [
  'blank',
  'blankCall',
  'empty',
  'unwrap',
  'loop',
  'branch',
  'opens',
  'closes',
  'call',
  'name',
  'block',
  'statement',
];

/** Numbers before the columns: macros, and slots of the hash table, a power of two. */
const HEADER = 2;

/**
 * A table of macros as bytes that threads share: a codebase may define millions, and each thread would need as many
 * strings. Columns: where each name begins among the names, the slots of a hash table with macros counted from 1, effects,
 * names one after the other. Sorted by name, so that equal tables are equal bytes.
 */
export function packTable(table: Iterable<[name: string, effect: MacroEffect]>): Uint8Array {
  // What is no plain name cannot stand as a word in a text.
  const entries = [...table].filter(([name]) => isPlain.test(name)).sort(([a], [b]) => (a < b ? -1 : 1));
  const count = entries.length;
  const slots = slotsFor(count);
  const letters = entries.reduce((sum, [name]) => sum + name.length, 0);
  const bytes = new Uint8Array(new SharedArrayBuffer(4 * (HEADER + count + 1 + slots) + count + letters));
  const columns = columnsOf(bytes, count, slots);
  let at = 0;
  entries.forEach(([name, effect], macro) => {
    columns.begin[macro] = at;
    columns.effect[macro] = effects.indexOf(effect);
    for (let i = 0; i < name.length; i++) columns.names[at++] = name.charCodeAt(i);
    enterSlot(columns.slot, name, macro);
  });
  columns.begin[count] = at;
  new Int32Array(bytes.buffer, 0, HEADER).set([count, slots]);
  return bytes;
}

const isPlain = /^[\w$]+$/;

interface Columns {
  begin: Int32Array;
  slot: Int32Array;
  effect: Uint8Array;
  names: Uint8Array;
}

function columnsOf({ buffer }: Uint8Array, count: number, slots: number): Columns {
  const effectAt = 4 * (HEADER + count + 1 + slots);
  return {
    begin: new Int32Array(buffer, 4 * HEADER, count + 1),
    slot: new Int32Array(buffer, 4 * (HEADER + count + 1), slots),
    effect: new Uint8Array(buffer, effectAt, count),
    names: new Uint8Array(buffer, effectAt + count),
  };
}

/** Looks names up in a packed table; nothing of it is unpacked. */
export function openTable(bytes: Uint8Array): MacroTable {
  const [count, slots] = new Int32Array(bytes.buffer, 0, HEADER);
  const { begin, slot, effect, names } = columnsOf(bytes, count, slots);
  const isNamed = (macro: number, name: string): boolean => {
    const start = begin[macro];
    if (begin[macro + 1] - start !== name.length) return false;
    for (let i = 0; i < name.length; i++) if (names[start + i] !== name.charCodeAt(i)) return false;
    return true;
  };
  const find = (name: string): number => findSlot(slot, name, (macro) => isNamed(macro, name));
  return {
    get(name) {
      const macro = find(name);
      return macro < 0 ? undefined : effects[effect[macro]];
    },
    has: (name) => find(name) >= 0,
  };
}

/**
 * What a packed table says of words: each that bears the number of a macro, with all macros of that number and their effects in
 * one number. O(macros) once, then O(words).
 */
export function macrosAmong(bytes: Uint8Array): (words: Uint32Array) => Uint32Array {
  const [count, slots] = new Int32Array(bytes.buffer, 0, HEADER);
  const { begin, effect, names } = columnsOf(bytes, count, slots);
  const said = new Map<number, number>();
  for (let macro = 0; macro < count; macro++) {
    const name = String.fromCharCode(...names.subarray(begin[macro], begin[macro + 1]));
    const word = wordHash(name);
    // Two macros of one number are told from either alone, and from others of that number by their lengths and last letters.
    const own = Math.imul(name.length * 128 + name.charCodeAt(name.length - 1), 31) + effect[macro] + 1;
    said.set(word, (Math.imul(said.get(word) ?? 0, 31) + own) >>> 0);
  }
  return (words) => {
    const found: number[] = [];
    for (const word of words) {
      const what = said.get(word);
      if (what !== undefined) found.push(word, what);
    }
    return Uint32Array.from(found);
  };
}
