import { Packr } from 'msgpackr';
import type { FileFacts } from '../../core/facts/fileFacts.ts';

const packr = new Packr({ moreTypes: true, useRecords: false });

/** Facts as bytes: what crosses threads and what the cache holds. */
export function packFacts(facts: FileFacts): Uint8Array {
  return packr.pack(facts);
}

export function unpackFacts(bytes: Uint8Array): FileFacts {
  return packr.unpack(bytes) as FileFacts;
}
