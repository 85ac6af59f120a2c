import {
  closeSync,
  constants,
  existsSync,
  fstatSync,
  openSync,
  readlinkSync,
  readSync,
  realpathSync,
  statSync,
} from 'node:fs';

/** A file that is none to be read: a pipe, a device, a link; `code` says so to what catches it. */
export class NotRegular extends Error {
  readonly code = 'ENOTREGULAR';

  constructor(path: string) {
    super(`${path} is no regular file`);
  }
}

/** What was opened lies elsewhere than its path says: a folder above it was replaced by a link. */
export class NotInPlace extends Error {
  readonly code = 'ENOTINPLACE';

  constructor(path: string) {
    super(`${path} was replaced by a link`);
  }
}

/** Where Linux tells the real path of what is open; empty where there is no such place. */
const DESCRIPTORS = existsSync('/proc/self/fd') ? '/proc/self/fd' : '';

/**
 * Throws {@link NotInPlace} where an open file or folder is not the one at its path without any link on the way. A check of the path
 * before opening would not do: a folder may be replaced in between.
 */
export function requireInPlace(descriptor: number, path: string): void {
  if (DESCRIPTORS !== '') {
    if (readlinkSync(`${DESCRIPTORS}/${descriptor}`) !== path) throw new NotInPlace(path);
    return;
  }
  if (realpathSync(path) !== path) throw new NotInPlace(path);
  const [opened, there] = [fstatSync(descriptor), statSync(path)];
  if (opened.ino !== there.ino || opened.dev !== there.dev) throw new NotInPlace(path);
}

/** Opens a folder at a real path, and gives a path to it that stays with it. The descriptor is to be closed. Throws as `open` does. */
export function openFolder(path: string): { descriptor: number; place: string } {
  const descriptor = openSync(path, constants.O_RDONLY | constants.O_DIRECTORY | constants.O_NOFOLLOW);
  try {
    requireInPlace(descriptor, path);
    return { descriptor, place: DESCRIPTORS === '' ? path : `${DESCRIPTORS}/${descriptor}` };
  } catch (error) {
    closeSync(descriptor);
    throw error;
  }
}

/** No file of a codebase is read that is larger; what may be larger is read in pieces. */
const MOST_BYTES = 256 * 1024 * 1024;

/**
 * Opens a regular file for reading: no link is followed at its end, and a pipe is not waited for. The descriptor is to be
 * closed by whoever asked. Throws {@link NotRegular}, or as `open` does.
 */
export function openRegularFile(path: string): { descriptor: number; size: number } {
  const descriptor = openSync(path, constants.O_RDONLY | constants.O_NOFOLLOW | constants.O_NONBLOCK);
  try {
    const stat = fstatSync(descriptor);
    if (!stat.isFile()) throw new NotRegular(path);
    return { descriptor, size: stat.size };
  } catch (error) {
    closeSync(descriptor);
    throw error;
  }
}

/**
 * The one way in which files of a codebase are read. Gives the bytes that the file had when it was opened; of a file that
 * is larger than `most`, an error with the code `EFBIG`. With `isReal`, `path` is one without any link on the way, and is held to that.
 */
export function readRegularFile(path: string, most = MOST_BYTES, { isReal = false } = {}): Buffer {
  const { descriptor, size } = openRegularFile(path);
  try {
    if (isReal) requireInPlace(descriptor, path);
    if (size > most) throw Object.assign(new Error(`${path} is too large`), { code: 'EFBIG' });
    const bytes = Buffer.allocUnsafe(size);
    let filled = 0;
    while (filled < size) {
      const read = readSync(descriptor, bytes, filled, size - filled, filled);
      if (read === 0) break; // It has become shorter meanwhile.
      filled += read;
    }
    return bytes.subarray(0, filled);
  } finally {
    closeSync(descriptor);
  }
}
