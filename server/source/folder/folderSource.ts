import { closeSync, lstatSync, readdirSync, type Dirent } from 'node:fs';
import { join } from 'node:path';
import type { CodeSource, SourceEntry } from '../codeSource.ts';
import { openFolder, readRegularFile } from '../readRegularFile.ts';
import { commitOf } from './commit.ts';

/** A folder as it lies on the disk. No link is followed, nor one that takes the place of a folder meanwhile. `root` is a real path that can be read. */
export function folderSource(root: string): CodeSource {
  const absolute = (path: string): string => join(root, path);
  return {
    entries: (folder) => entriesOf(absolute(folder)),
    // In its own thread, many small files are read several times faster one after the other than by the pool.
    read: (path) =>
      Promise.resolve().then(() => readRegularFile(absolute(path), undefined, { isReal: true })),
    location: (path) => ({ kind: 'disk', absolute: absolute(path) }),
    commit: commitOf(root),
    hasIgnoredFiles: true,
    mayChange: true,
    refused: [],
    notes: [],
    close: () => Promise.resolve(),
  };
}

function entriesOf(folder: string): SourceEntry[] {
  const { descriptor, place } = openFolder(folder);
  try {
    return readdirSync(place, { withFileTypes: true })
      .map((entry) => sourceEntry(entry, place))
      .sort((a, b) => (a.name < b.name ? -1 : 1));
  } finally {
    closeSync(descriptor);
  }
}

function sourceEntry(entry: Dirent, folder: string): SourceEntry {
  const { name } = entry;
  if (entry.isSymbolicLink()) return { name, kind: 'link', size: 0, stamp: '' };
  if (entry.isDirectory()) return { name, kind: 'folder', size: 0, stamp: '' };
  if (!entry.isFile()) return { name, kind: 'other', size: 0, stamp: '' };
  try {
    const { size, mtimeMs, ctimeMs } = lstatSync(join(folder, name));
    return { name, kind: 'file', size, stamp: `${size} ${mtimeMs} ${ctimeMs}` };
  } catch {
    return { name, kind: 'file', size: 0, stamp: '' }; // It went away; reading it will say so.
  }
}

/** True when a stamp of a file on the disk is old enough that a later change must have altered it. */
export function isSettled(stamp: string, now = Date.now()): boolean {
  const [, modified, changed] = stamp.split(' ').map(Number);
  return now - Math.max(modified, changed) > UNSETTLED_MS;
}

/** A file changed this shortly before it was read may change again without its stamp showing it. */
const UNSETTLED_MS = 2_000;
