/** Finds strings of a list by what they are: a hash table of their numbers, for a map of millions would take ten times as much. */
export interface KeyIndex {
  find(key: string): number | undefined;
}

/** O(characters). Of equal strings the first is found. */
export function keyIndex(keys: readonly string[]): KeyIndex {
  let slots = 16;
  while (slots < 2 * keys.length) slots *= 2;
  const slot = new Int32Array(slots);
  keys.forEach((key, number) => {
    let at = hashOf(key) & (slots - 1);
    while (slot[at] !== 0) at = (at + 1) & (slots - 1);
    slot[at] = number + 1;
  });
  return {
    find(key) {
      for (let at = hashOf(key) & (slots - 1); slot[at] !== 0; at = (at + 1) & (slots - 1))
        if (keys[slot[at] - 1] === key) return slot[at] - 1;
      return undefined;
    },
  };
}

/** FNV-1a over the characters, from the end: beginnings of paths are all alike. */
function hashOf(key: string): number {
  let hash = 0x811c9dc5;
  for (let i = key.length - 1; i >= 0; i--) hash = Math.imul(hash ^ key.charCodeAt(i), 0x01000193);
  return hash ^ (hash >>> 15);
}
