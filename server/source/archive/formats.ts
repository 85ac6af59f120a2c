import { closeSync, createReadStream, readSync, realpathSync } from 'node:fs';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip } from 'node:zlib';
import { extract, type Header } from 'tar-stream';
import yauzl from 'yauzl';
import { NotRegular, openRegularFile } from '../readRegularFile.ts';
import { Problem } from '../../problem.ts';
import type { ArchiveEntry } from './archiveIndex.ts';

/** What is done with each entry. `open` gives its content, which must be read to its end unless it is not asked for. */
export type OnEntry = (entry: ArchiveEntry, open: () => Promise<Readable>) => Promise<void>;

export interface ReadOptions {
  signal?: AbortSignal;
  /** Bytes of the archive that have been read so far. */
  onRead: (bytes: number) => void;
  /** Told before the first is given: how many entries there are so far, and what they say that they hold, in bytes. */
  onCount: (entries: number, bytes: number) => void;
}

export type ArchiveFormat = 'zip' | 'tar' | 'tar.gz';

const others: [magic: string, name: string][] = [
  ['425a68', 'bzip2'],
  ['fd377a585a00', 'xz'],
  ['28b52ffd', 'Zstandard'],
  ['377abcaf271c', '7z'],
  ['526172211a07', 'rar'],
];

/** What an archive is by its first bytes, whatever its name says. */
export function formatOf(file: string, name: string): ArchiveFormat {
  const head = Buffer.alloc(512);
  const descriptor = openedArchive(file, name);
  const length = readSync(descriptor, head, 0, head.length, 0);
  closeSync(descriptor);
  const start = head.toString('hex', 0, 8);
  if (/^504b(0304|0506|0708)/.test(start)) return 'zip';
  if (start.startsWith('1f8b')) return 'tar.gz';
  if (length === 512 && head.toString('latin1', 257, 262) === 'ustar') return 'tar';
  const other = others.find(([magic]) => start.startsWith(magic))?.[1];
  throw new Problem(
    'badArchive',
    other === undefined
      ? `${name} is not an archive that Yletope can open. Use .zip, .tar, .tar.gz or .tgz.`
      : `${name} is compressed with ${other}. Use .zip, .tar or .tar.gz.`,
  );
}

function openedArchive(file: string, name: string): number {
  try {
    return openRegularFile(realpathSync(file)).descriptor;
  } catch (error) {
    if (error instanceof NotRegular)
      throw new Problem('badArchive', `${name} is not an archive, and not a file.`);
    throw error;
  }
}

export async function readArchive(
  file: string,
  format: ArchiveFormat,
  onEntry: OnEntry,
  options: ReadOptions,
): Promise<void> {
  if (format === 'zip') await readZip(file, onEntry, options);
  else await readTar(file, format === 'tar.gz', onEntry, options);
}

const UNIX = 3;
const LINK_MODE = 0o120000;

async function readZip(
  file: string,
  onEntry: OnEntry,
  { signal, onRead, onCount }: ReadOptions,
): Promise<void> {
  // Names are checked by us: one bad name is no reason to refuse the rest.
  const zip = await yauzl.openPromise(file, { decodeStrings: false, autoClose: false, lazyEntries: true });
  try {
    onCount(zip.entryCount, 0);
    for await (const entry of zip.eachEntry()) {
      signal?.throwIfAborted();
      if (entry.isEncrypted()) throw new Problem('badArchive', 'is encrypted');
      const name = yauzl.getFileNameLowLevel(
        entry.generalPurposeBitFlag,
        entry.fileNameRaw,
        entry.extraFields,
        false,
      );
      const mode = entry.versionMadeBy >> 8 === UNIX ? (entry.externalFileAttributes >>> 16) & 0o170000 : 0;
      const isLink = mode === LINK_MODE;
      const kind = name.endsWith('/') || name.endsWith('\\') ? 'folder' : isLink ? 'link' : 'file';
      const target = isLink ? await textOf(await zip.openReadStreamPromise(entry)) : undefined;
      const { uncompressedSize: size, crc32: checksum } = entry;
      await onEntry({ name, kind, size, checksum, target }, () => zip.openReadStreamPromise(entry));
      onRead(entry.relativeOffsetOfLocalHeader + entry.compressedSize);
    }
  } finally {
    zip.close();
  }
}

const MAX_TARGET = 4096;

async function textOf(stream: Readable): Promise<string> {
  let text = '';
  for await (const piece of stream) {
    text += (piece as Buffer).toString('utf8');
    if (text.length > MAX_TARGET) break;
  }
  return text.slice(0, MAX_TARGET);
}

type TarEntry = Readable & { header: Header };

const tarKinds: Record<string, ArchiveEntry['kind']> = {
  file: 'file',
  'contiguous-file': 'file',
  directory: 'folder',
  symlink: 'link',
  link: 'link',
};

/**
 * A tar says nowhere how many entries it has, so it is read twice: once by its headers alone, so that one made to fill
 * the disk is refused before anything of it is written.
 */
async function readTar(
  file: string,
  zipped: boolean,
  onEntry: OnEntry,
  { signal, onRead, onCount }: ReadOptions,
): Promise<void> {
  let count = 0;
  let bytes = 0;
  await eachTarEntry(file, zipped, { signal, onRead: () => {} }, (entry) => {
    bytes += entry.header.size;
    onCount(++count, bytes);
    entry.resume();
  });
  if (count === 0) throw new Error('no entry in it');
  await eachTarEntry(file, zipped, { signal, onRead }, async (entry) => {
    const { name, size, linkname, type } = entry.header;
    let opened = false;
    await onEntry({ name, size, kind: tarKinds[type] ?? 'other', target: linkname }, () => {
      opened = true;
      return Promise.resolve(entry);
    });
    if (!opened) entry.resume();
  });
}

async function eachTarEntry(
  file: string,
  zipped: boolean,
  { signal, onRead }: Pick<ReadOptions, 'signal' | 'onRead'>,
  onEntry: (entry: TarEntry) => Promise<void> | void,
): Promise<void> {
  const entries = extract();
  const room = roomForHeaders();
  const source = createReadStream(file);
  const feeding = zipped
    ? pipeline(source, passed(onRead), createGunzip(), passed(room.read), entries, { signal })
    : pipeline(source, passed(onRead), entries, { signal });
  feeding.catch(() => {}); // Awaited below; until then it must not count as unhandled.
  try {
    for await (const entry of entries) {
      room.entry(entry.header.size);
      await onEntry(entry as unknown as TarEntry);
    }
  } catch (error) {
    source.destroy();
    await feeding.catch((cause: unknown) => {
      // The reason lies in the feed when it broke first.
      if (cause instanceof Problem) throw cause;
      if (!(error instanceof Problem) && (cause as { code?: string }).code !== 'ERR_STREAM_PREMATURE_CLOSE')
        throw cause;
    });
    throw error;
  }
  await feeding;
}

/** Bytes between two entries that no honest archive comes near to: long names and padding take a few thousand. */
const MAX_BYTES_BETWEEN = 64 * 1024 ** 2;

/** Watches what a packed tar unpacks to beside its entries: zeros and headers without end lead to no entry that counts. */
function roomForHeaders(): { read: (bytes: number) => void; entry: (size: number) => void } {
  let read = 0;
  let allowed = MAX_BYTES_BETWEEN;
  return {
    read: (all) => {
      read = all;
      if (read > allowed)
        throw new Problem('badArchive', 'expands to a large amount of data outside its entries');
    },
    entry: (size) => {
      allowed = Math.max(allowed, read + size + MAX_BYTES_BETWEEN);
    },
  };
}

/** Passes everything on, and tells how many bytes went by so far. */
function passed(onRead: (bytes: number) => void): Transform {
  let read = 0;
  return new Transform({
    transform(piece: Buffer, _, done) {
      read += piece.length;
      try {
        onRead(read);
        done(null, piece);
      } catch (error) {
        done(error as Error);
      }
    },
  });
}
