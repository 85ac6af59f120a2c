/**
 * A hash table of numbers, in a column of its own: for millions of strings a map would take ten times as much, and a column
 * can be shared between threads. Each slot holds a number counted from 1, 0 when it is free; a number stands in the slot
 * of its string's hash, or the next free one.
 */
export function slotsFor(count: number): number {
  let slots = 4;
  while (slots < 2 * count) slots *= 2;
  return slots;
}

/** Enters a number under its string. The table is at most half full, as {@link slotsFor} makes it. */
export function enterSlot(slot: Int32Array, text: string, number: number): void {
  let at = hashOf(text) & (slot.length - 1);
  while (slot[at] !== 0) at = (at + 1) & (slot.length - 1);
  slot[at] = number + 1;
}

/** The first number entered under a string; -1 for none. `isNamed` compares a number's own string with it. */
export function findSlot(slot: Int32Array, text: string, isNamed: (number: number) => boolean): number {
  for (let at = hashOf(text) & (slot.length - 1); slot[at] !== 0; at = (at + 1) & (slot.length - 1))
    if (isNamed(slot[at] - 1)) return slot[at] - 1;
  return -1;
}

/** FNV-1a over the characters. */
export function hashOf(text: string): number {
  let hash = NO_LETTERS;
  for (let i = 0; i < text.length; i++) hash = withLetter(hash, text.charCodeAt(i));
  return hashFrom(hash);
}

/** The same letter by letter, for texts that are not cut into strings: begin, go on with each letter, and end. */
export const NO_LETTERS = 0x811c9dc5;

export function withLetter(hash: number, code: number): number {
  return Math.imul(hash ^ code, 0x01000193);
}

export function hashFrom(hash: number): number {
  return hash ^ (hash >>> 15);
}
