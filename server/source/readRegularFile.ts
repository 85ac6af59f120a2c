import { closeSync, constants, fstatSync, openSync, readSync } from 'node:fs';

/** A file that is none to be read: a pipe, a device, a link; `code` says so to what catches it. */
export class NotRegular extends Error {
  readonly code = 'ENOTREGULAR';

  constructor(path: string) {
    super(`${path} is no regular file`);
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
 * is larger than `most`, an error with the code `EFBIG`.
 */
export function readRegularFile(path: string, most = MOST_BYTES): Buffer {
  const { descriptor, size } = openRegularFile(path);
  try {
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
