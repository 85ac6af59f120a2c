import { createHash } from 'node:crypto';
import {
  createWriteStream,
  existsSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { crc32 } from 'node:zlib';
import { sentenceOfCode } from '../../failure.ts';
import { Problem, stopped } from '../../problem.ts';
import { IndexBuilder, type ArchiveIndex } from './archiveIndex.ts';
import { entryPath, leadsOut } from './entryName.ts';
import { formatOf, readArchive } from './formats.ts';
import { ALWAYS_ALLOWED_BYTES, MAX_INFLATION, MAX_KEPT_FILE_BYTES, type ArchiveLimits } from './limits.ts';

export interface UnpackOptions {
  /** How the archive is called in sentences. */
  name: string;
  limits: ArchiveLimits;
  signal?: AbortSignal;
  onProgress?: (bytesRead: number, bytesOfAll: number) => void;
}

/**
 * Unpacks an archive into a folder: files under numbers, with an index beside them. Memory does not grow with the
 * archive's size, only with the number of its entries. An archive that was unpacked there before is not unpacked
 * again. Whatever goes wrong, the folder is there completely or not at all.
 */
export async function unpack(file: string, into: string, options: UnpackOptions): Promise<ArchiveIndex> {
  const done = join(into, 'index.json');
  if (existsSync(done)) return JSON.parse(readFileSync(done, 'utf8')) as ArchiveIndex;
  const { name, signal } = options;
  const format = formatOf(file, name);
  const passing = `${into}.unpacking`;
  rmSync(passing, { recursive: true, force: true });
  mkdirSync(passing, { recursive: true });
  try {
    const index = await unpackEntries(file, format, passing, options);
    writeFileSync(join(passing, 'index.json'), JSON.stringify(index));
    rmSync(into, { recursive: true, force: true });
    renameSync(passing, into);
    return index;
  } catch (error) {
    rmSync(passing, { recursive: true, force: true });
    if (signal?.aborted) throw stopped();
    throw archiveProblem(name, error);
  }
}

async function unpackEntries(
  file: string,
  format: Parameters<typeof readArchive>[1],
  folder: string,
  { limits, signal, onProgress }: UnpackOptions,
): Promise<ArchiveIndex> {
  const builder = new IndexBuilder();
  const ofAll = statSync(file).size;
  let unpacked = 0;
  const refuseBeyond = (unpacked: number): void => {
    if (unpacked > limits.unpackedBytes)
      throw new Problem(
        'badArchive',
        `expands to more than ${sized(limits.unpackedBytes)}, the limit in the settings`,
      );
    if (unpacked > ALWAYS_ALLOWED_BYTES && unpacked > MAX_INFLATION * ofAll)
      throw new Problem(
        'badArchive',
        `expands to more than ${MAX_INFLATION} times its size, as only archives made to fill a disk do`,
      );
  };
  const count = (bytes: number): void => refuseBeyond((unpacked += bytes));
  const onCount = (entries: number, bytes: number): void => {
    if (entries > limits.entries)
      throw new Problem('badArchive', `holds more than ${limits.entries} entries`);
    refuseBeyond(bytes);
  };
  await readArchive(
    file,
    format,
    async (entry, open) => {
      const path = builder.place(entry, entryPath, leadsOut);
      if (path === null) return;
      if (entry.size > MAX_KEPT_FILE_BYTES) {
        // In a stream it still has to be passed over, and its bytes count.
        if (format !== 'zip') await pipeline(await open(), counted(count), discarded, { signal });
        builder.keep(path, { number: -1, size: entry.size, stamp: '' });
        return;
      }
      const number = builder.nextNumber();
      const write = entry.size <= SMALL_BYTES ? writeSmall : writeLarge;
      const { size, hash, checksum } = await write(await open(), join(folder, String(number)), count);
      if (entry.checksum !== undefined && entry.checksum !== checksum)
        throw new Error(`the checksum of ${path} is wrong`);
      builder.keep(path, { number, size, stamp: hash });
    },
    { signal, onCount, onRead: (bytes) => onProgress?.(Math.min(bytes, ofAll), ofAll) },
  );
  return builder.index();
}

/** A file up to this size is gathered in memory and written at once, which is many times quicker than by a stream. */
const SMALL_BYTES = 1024 ** 2;

interface Written {
  size: number;
  hash: string;
  /** CRC-32. */
  checksum: number;
}

async function writeSmall(
  content: AsyncIterable<Buffer>,
  to: string,
  count: (bytes: number) => void,
): Promise<Written> {
  const pieces: Buffer[] = [];
  for await (const piece of content) {
    count(piece.length);
    pieces.push(piece);
  }
  const bytes = pieces.length === 1 ? pieces[0] : Buffer.concat(pieces);
  writeFileSync(to, bytes);
  return {
    size: bytes.length,
    hash: createHash('sha256').update(bytes).digest('hex'),
    checksum: crc32(bytes),
  };
}

async function writeLarge(content: Readable, to: string, count: (bytes: number) => void): Promise<Written> {
  const hash = createHash('sha256');
  let size = 0;
  let checksum = 0;
  const weighing = counted((bytes, piece) => {
    size += bytes;
    checksum = crc32(piece, checksum);
    hash.update(piece);
    count(bytes);
  });
  await pipeline(content, weighing, createWriteStream(to));
  return { size, hash: hash.digest('hex'), checksum };
}

function counted(onPiece: (bytes: number, piece: Buffer) => void): Transform {
  return new Transform({
    transform(piece: Buffer, _, done) {
      try {
        onPiece(piece.length, piece);
        done(null, piece);
      } catch (error) {
        done(error as Error);
      }
    },
  });
}

async function discarded(pieces: AsyncIterable<unknown>): Promise<void> {
  for await (const _ of pieces);
}

function sized(bytes: number): string {
  return bytes >= 1024 ** 3 ? `${Math.round(bytes / 1024 ** 3)} GB` : `${Math.round(bytes / 1024 ** 2)} MB`;
}

function archiveProblem(name: string, error: unknown): Problem {
  if (error instanceof Problem) {
    return error.code === 'badArchive' && !error.message.startsWith(name)
      ? new Problem('badArchive', `${name} ${error.message}. Nothing of it was kept.`)
      : error;
  }
  const known = sentenceOfCode(error);
  if (known !== null) return new Problem('disk', known);
  const said = error instanceof Error ? error.message : String(error);
  const isCutShort =
    /unexpected end|end of central directory|premature|aborted|truncated|invalid (central|local)|too few bytes|not enough bytes/i.test(
      said,
    );
  return new Problem(
    'badArchive',
    `${name} ${isCutShort ? 'is cut short' : 'is damaged'} (${said.replace(/\.$/, '')}). Nothing of it was kept.`,
  );
}
