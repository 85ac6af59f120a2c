import { createWriteStream, mkdirSync, openSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as NodeReadableStream } from 'node:stream/web';
import { Problem } from '../problem.ts';
import { uploadsFolder } from '../store/codebases.ts';
import type { Store } from '../store/database.ts';
import { settings } from '../store/settings.ts';
import type { Origin } from '../source/address.ts';
import { formatOf } from '../source/archive/formats.ts';

/**
 * Writes an uploaded archive to the disk as it comes, and returns it as an origin. One of the same name takes the
 * place of an earlier one, once it is here completely.
 */
export async function receiveArchive(store: Store, name: string, request: Request): Promise<Origin> {
  const safe = safeName(name);
  const limit = settings(store).uploadLimit * 1024 ** 3;
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge(safe, limit);
  if (!request.body) throw new Problem('badRequest', 'Choose an archive to upload.');
  const folder = join(uploadsFolder(store), safe);
  const file = join(folder, safe);
  const passing = `${file}.${process.pid}-${Date.now()}.part`;
  mkdirSync(folder, { recursive: true });
  // Opened at once: a stream that opens it later may do so after it was removed.
  const descriptor = openSync(passing, 'w');
  let received = 0;
  const weighing = new Transform({
    transform(piece: Buffer, _, done) {
      received += piece.length;
      if (received > limit) done(tooLarge(safe, limit));
      else done(null, piece);
    },
  });
  try {
    await pipeline(
      Readable.fromWeb(request.body as NodeReadableStream),
      weighing,
      createWriteStream(passing, { fd: descriptor }),
    );
    formatOf(passing, safe);
    renameSync(passing, file);
  } catch (error) {
    rmSync(passing, { force: true });
    throw error;
  }
  return { kind: 'archive', address: file, ref: null };
}

function safeName(name: string): string {
  const last = name.split(/[\\/]/).at(-1) ?? '';
  const safe = last
    .replace(/[^\w.+-]+/g, '_')
    .replace(/^[.-]+/, '')
    .slice(-120);
  if (safe === '') throw new Problem('badRequest', 'Choose an archive to upload.');
  return safe;
}

function tooLarge(name: string, limit: number): Problem {
  return new Problem(
    'badArchive',
    `${name} is larger than ${Number((limit / 1024 ** 3).toPrecision(3))} GB, the limit in the settings. Nothing of it was kept.`,
  );
}
