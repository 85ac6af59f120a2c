import type { FileLocation } from './codeSource.ts';
import { objectReader, type ObjectReader } from './git/objectReader.ts';
import { readRegularFile } from './readRegularFile.ts';

const readers = new Map<string, ObjectReader>();

/** Reads a file from wherever it lies. A repository's reader is kept for as long as this thread lives. */
export async function readLocation(location: FileLocation): Promise<Buffer> {
  if (location.kind === 'disk') return readRegularFile(location.absolute, undefined, { isReal: true });
  let reader = readers.get(location.repository);
  if (!reader) readers.set(location.repository, (reader = objectReader(location.repository)));
  return reader.read(location.object);
}
