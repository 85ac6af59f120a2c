import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { foldersOfPaths, type CodeSource } from '../codeSource.ts';
import type { ArchiveIndex } from './archiveIndex.ts';
import { MAX_KEPT_FILE_BYTES } from './limits.ts';

/** An unpacked archive. */
export function archiveSource(folder: string, index: ArchiveIndex): CodeSource {
  const numbers = new Map(index.files.map(([path, number]) => [path, number]));
  const { folders, refused } = foldersOfPaths(
    new Map(
      index.files
        .filter(([, number]) => number >= 0)
        .map(([path, , size, stamp]) => [path, { kind: 'file', size, stamp }]),
    ),
  );
  const absolute = (path: string): string => {
    const number = numbers.get(path) ?? -1;
    if (number < 0) throw new Error('it is not in this archive');
    return join(folder, String(number));
  };
  const tooLarge = index.files.filter(([, number]) => number < 0);
  return {
    entries: (path) => folders.get(path) ?? [],
    read: (path) => Promise.resolve().then(() => readFileSync(absolute(path))),
    location: (path) => ({ kind: 'disk', absolute: absolute(path) }),
    commit: undefined,
    hasIgnoredFiles: true,
    mayChange: false,
    refused: [
      ...index.refused,
      ...refused,
      ...tooLarge.map(([path, , size]) => ({
        path,
        reason: 'tooLarge' as const,
        detail: `${(size / 1024 ** 2).toFixed(1)} MB; the limit for files of an archive is ${MAX_KEPT_FILE_BYTES / 1024 ** 2} MB`,
      })),
    ],
    notes: index.notes,
    close: () => Promise.resolve(),
  };
}
