import type { FileFacts } from '../../core/facts/fileFacts.ts';
import { unpackFacts } from './packedFacts.ts';

/** Packed bytes of facts that are kept in memory; unpacked they take several times as much. */
const MAX_BYTES = 48 * 1024 ** 2;

/**
 * The facts of the last survey of this thread, by content: unpacking them is a large part of surveying again. Facts
 * are never changed once extracted, so that surveys can share them.
 */
let last = new Map<string, FileFacts>();

/** Gathers the facts of one survey, taking from the last what is there already. */
export class FactsInMemory {
  private readonly gathered = new Map<string, FileFacts>();
  private bytes = 0;

  has(hash: string, grammar: string): boolean {
    return last.has(`${hash} ${grammar}`);
  }

  /** The facts of a content; unpacked unless they are in memory. */
  take(hash: string, grammar: string, packed: () => Uint8Array): FileFacts {
    const key = `${hash} ${grammar}`;
    const known = last.get(key) ?? this.gathered.get(key);
    if (known) {
      this.gathered.set(key, known);
      return known;
    }
    const bytes = packed();
    this.bytes += bytes.length;
    const facts = unpackFacts(bytes);
    this.gathered.set(key, facts);
    return facts;
  }

  /** Keeps what was gathered for the next survey, in place of what was kept before; false when it is too much. */
  keep(): boolean {
    const fits = this.bytes <= MAX_BYTES;
    last = fits ? this.gathered : new Map<string, FileFacts>();
    return fits;
  }
}
