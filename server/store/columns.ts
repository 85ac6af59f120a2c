/**
 * Strings as columns: how much each shares with the one before it, and the rest of all of them as bytes. Keys in the order
 * of the tree share most of their length.
 */
export interface PackedStrings {
  shared: Uint16Array;
  /** Bytes of what is not shared, of each. */
  length: Int32Array;
  bytes: Uint8Array;
}

/** What two strings may be said to share: more would not fit its column. */
const MOST_SHARED = 0xffff;

export function packStrings(strings: readonly string[]): PackedStrings {
  const shared = new Uint16Array(strings.length);
  const length = new Int32Array(strings.length);
  let bytes = Buffer.allocUnsafe(1024);
  let filled = 0;
  let before = '';
  strings.forEach((text, i) => {
    const most = Math.min(before.length, text.length, MOST_SHARED);
    let same = 0;
    while (same < most && before.charCodeAt(same) === text.charCodeAt(same)) same++;
    // A pair of surrogates is not torn apart.
    if (same > 0 && isHighSurrogate(text.charCodeAt(same - 1))) same--;
    const rest = same === 0 ? text : text.slice(same);
    const room = 3 * rest.length;
    if (filled + room > bytes.length) {
      const larger = Buffer.allocUnsafe(2 * (filled + room));
      bytes.copy(larger, 0, 0, filled);
      bytes = larger;
    }
    shared[i] = same;
    length[i] = bytes.write(rest, filled, 'utf8');
    filled += length[i];
    before = text;
  });
  return { shared, length, bytes: new Uint8Array(bytes.subarray(0, filled)) };
}

/** No string may be longer than half a billion letters. */
const MOST_LETTERS = 500_000_000;

export function unpackStrings({ shared, length, bytes }: PackedStrings): string[] {
  const all = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  // Taken out of one string, most come without a call for each; where a byte is more than a letter, that will not do.
  const plain = all.length < MOST_LETTERS && all.every((byte) => byte < 0x80) ? all.toString('latin1') : null;
  const strings: string[] = new Array<string>(shared.length);
  let at = 0;
  let before = '';
  for (let i = 0; i < shared.length; i++) {
    const end = at + length[i];
    const rest = plain === null ? all.toString('utf8', at, end) : plain.slice(at, end);
    at = end;
    strings[i] = before = shared[i] === 0 ? rest : before.slice(0, shared[i]) + rest;
  }
  return strings;
}

function isHighSurrogate(code: number): boolean {
  return code >= 0xd800 && code < 0xdc00;
}

/** The same numbers in the narrowest column that takes them: most figures are small. */
export function narrowed(column: Int32Array): Int32Array | Uint16Array | Uint8Array {
  let least = 0;
  let most = 0;
  for (const value of column) {
    if (value < least) least = value;
    if (value > most) most = value;
  }
  if (least < 0 || most > 0xffff) return column;
  return most > 0xff ? Uint16Array.from(column) : Uint8Array.from(column);
}
