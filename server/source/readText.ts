import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, realpathSync, statSync } from 'node:fs';
import { join, sep } from 'node:path';
import { LRUCache } from 'lru-cache';
import { decode } from './decode.ts';
import type { Origin } from './address.ts';
import type { ArchiveIndex } from './archive/archiveIndex.ts';
import { objectReader, type ObjectReader } from './git/objectReader.ts';
import { repositoryOf } from './git/repository.ts';
import { readRegularFile } from './readRegularFile.ts';

/** A file's text and content hash as it is now; null when it cannot be read any more, or is no text. */
export type ReadText = (path: string) => Promise<ReadFile | null>;

export interface ReadFile {
  text: string;
  hash: string;
  /** True when the file is gone, and this is the text that was surveyed. */
  isKept?: true;
}

/** Larger files are not shown. */
const MAX_SHOWN_BYTES = 8 * 1024 ** 2;

/**
 * Reads single files of a surveyed codebase, for views. `commit` is the survey's; `kept` gives the text that a file had
 * when it was surveyed, for one that is gone.
 */
export function textReader(
  origin: Origin,
  commit: string | null,
  workplace: string,
  kept: (path: string) => string | null = () => null,
): ReadText {
  const bytesOf = bytesReader(origin, commit, workplace);
  return async (path) => {
    try {
      return asText(await bytesOf(path));
    } catch {
      const text = kept(path);
      return text === null ? null : { text, hash: hashOf(text), isKept: true };
    }
  };
}

function hashOf(content: Buffer | string): string {
  return createHash('sha256').update(content).digest('hex');
}

function asText(bytes: Buffer | null): ReadFile | null {
  if (bytes === null || bytes.length > MAX_SHOWN_BYTES) return null;
  const text = decode(bytes);
  return text === null ? null : { text, hash: hashOf(bytes) };
}

type ReadBytes = (path: string) => Promise<Buffer | null>;

function bytesReader({ kind, address }: Origin, commit: string | null, workplace: string): ReadBytes {
  switch (kind) {
    case 'folder':
      return (path) => Promise.resolve(confined(address, path));
    case 'repository':
    case 'remote':
      return inRepository(repositoryOf({ kind, address, ref: null }, workplace), commit);
    case 'archive':
      return (path) => Promise.resolve(inArchive(workplace, path));
  }
}

/** A file below the root, with no link in its path leading out of it. */
function confined(root: string, path: string): Buffer | null {
  const real = realpathSync(join(root, path));
  if (!real.startsWith(root.endsWith(sep) ? root : root + sep)) return null;
  return readRegularFile(real, MAX_SHOWN_BYTES, { isReal: true });
}

/** Processes of git that are kept for the repositories looked at last. */
const readers = new LRUCache<string, ObjectReader>({
  max: 8,
  ttl: 5 * 60_000,
  ttlAutopurge: false,
  dispose: (reader) => void reader.close(),
});

function inRepository(repository: string | undefined, commit: string | null): ReadBytes {
  return (path) => {
    if (repository === undefined || commit === null || !existsSync(repository)) return Promise.resolve(null);
    let reader = readers.get(repository);
    if (!reader) readers.set(repository, (reader = objectReader(repository, { keepsAlive: false })));
    return reader.read(`${commit}:${path}`);
  };
}

const indexes = new LRUCache<string, Map<string, number>>({ max: 4 });

function inArchive(workplace: string, path: string): Buffer | null {
  const folder = readdirSync(workplace)
    .filter((name) => /^unpacked-[\d-]+$/.test(name))
    .map((name) => join(workplace, name))
    .sort((a, b) => statSync(b).mtimeMs - statSync(a).mtimeMs)[0];
  if (folder === undefined) return null;
  let numbers = indexes.get(folder);
  if (!numbers) {
    const { files } = JSON.parse(readFileSync(join(folder, 'index.json'), 'utf8')) as ArchiveIndex;
    indexes.set(folder, (numbers = new Map(files.map(([file, number]) => [file, number]))));
  }
  const number = numbers.get(path) ?? -1;
  return number < 0 ? null : readFileSync(join(folder, String(number)));
}
