import { hashFrom, hashOf, NO_LETTERS, withLetter } from './slots.ts';

/** Words are told apart by so many bits of their hash: two of a codebase's are rarely the same, and cost little when they are. */
const BITS = 24;
const MASK = (1 << BITS) - 1;

/** A word as a number below 2²⁴; of its letters, digits, `_` and `$`. */
export function wordHash(word: string): number {
  return hashOf(word) & MASK;
}

/** Bytes that a packed word takes. */
const WORD_BYTES = BITS / 8;

let seen: Uint8Array | null = null;

/** The distinct words of a text, comments and strings among them, as {@link wordHash} numbers them, ascending; O(text). */
export function wordsIn(text: string): Uint32Array {
  // A table of all numbers, wiped after each text: a set of them would take many times as long.
  seen ??= new Uint8Array(1 << BITS);
  const found: number[] = [];
  let hash = NO_LETTERS;
  let isInWord = false;
  for (let at = 0; at <= text.length; at++) {
    const code = at < text.length ? text.charCodeAt(at) : 0;
    if (isWordLetter(code)) {
      hash = withLetter(hash, code);
      isInWord = true;
      continue;
    }
    if (!isInWord) continue;
    const word = hashFrom(hash) & MASK;
    if (seen[word] === 0) {
      seen[word] = 1;
      found.push(word);
    }
    hash = NO_LETTERS;
    isInWord = false;
  }
  for (const word of found) seen[word] = 0;
  return Uint32Array.from(found).sort();
}

function isWordLetter(code: number): boolean {
  return (
    (code >= 97 && code <= 122) ||
    (code >= 65 && code <= 90) ||
    (code >= 48 && code <= 57) ||
    code === 95 ||
    code === 36
  );
}

/** Words as bytes, three each. */
export function packWords(words: Uint32Array): Uint8Array {
  const bytes = new Uint8Array(WORD_BYTES * words.length);
  words.forEach((word, i) => {
    for (let byte = 0; byte < WORD_BYTES; byte++) bytes[WORD_BYTES * i + byte] = word >> (8 * byte);
  });
  return bytes;
}

export function unpackWords(bytes: Uint8Array): Uint32Array {
  const words = new Uint32Array(bytes.length / WORD_BYTES);
  for (let i = 0; i < words.length; i++)
    for (let byte = 0; byte < WORD_BYTES; byte++) words[i] |= bytes[WORD_BYTES * i + byte] << (8 * byte);
  return words;
}
