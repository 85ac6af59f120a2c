import { enterSlot, findSlot, slotsFor } from '../../../core/facts/slots.ts';

/** Finds strings of a list by what they are. */
export interface KeyIndex {
  find(key: string): number | undefined;
}

/** O(characters). Of equal strings the first is found. */
export function keyIndex(keys: readonly string[]): KeyIndex {
  const slot = new Int32Array(slotsFor(keys.length));
  keys.forEach((key, number) => enterSlot(slot, key, number));
  return {
    find(key) {
      const number = findSlot(slot, key, (other) => keys[other] === key);
      return number < 0 ? undefined : number;
    },
  };
}
