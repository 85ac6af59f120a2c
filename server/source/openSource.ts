import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import { Problem } from '../problem.ts';
import { isStillThere, type Origin } from './address.ts';
import { archiveSource } from './archive/archiveSource.ts';
import type { ArchiveLimits } from './archive/limits.ts';
import { unpack } from './archive/unpack.ts';
import type { CodeSource } from './codeSource.ts';
import { repositoryElsewhere } from './folder/commit.ts';
import { folderSource } from './folder/folderSource.ts';
import { leadsOut, requireOwnObjects, type Lead } from './git/leadsOut.ts';
import { gitSource } from './git/gitSource.ts';
import { COPY, fetchCommit, repositoryAt, resolveCommit } from './git/repository.ts';

export interface OpenOptions {
  /** A folder of Yletope's own where what is fetched or unpacked for this codebase is kept. */
  workplace: string;
  limits: ArchiveLimits;
  /** True to fetch what is new; false to read what was fetched last. */
  refresh: boolean;
  /** True while something else reads what was unpacked earlier. */
  keepEarlier?: boolean;
  signal?: AbortSignal;
  /** What is being done, in words, for the progress. */
  onStep?: (step: string) => void;
}

/** Opens a codebase's files for reading, wherever they are. Throws a Problem that says what is wrong. */
export async function openSource(origin: Origin, options: OpenOptions): Promise<CodeSource> {
  const { address, ref } = origin;
  switch (origin.kind) {
    case 'folder':
      if (!isStillThere(origin))
        throw new Problem('noSuchPath', `There is no ${address} on this machine any more.`);
      return noting(folderSource(address), address, leadsOfFolder(address));
    case 'repository': {
      const folder = address.slice('file://'.length);
      const found = repositoryAt(folder);
      if (!found) throw new Problem('notARepository', `${folder} is not a git repository any more.`);
      requireOwnObjects(found.repository, address);
      const commit = await resolveCommit(found.repository, ref, address);
      return noting(await gitSource(found.repository, commit, address, options.signal), folder, []);
    }
    case 'remote':
      return openRemote(origin, options);
    case 'archive':
      return openArchive(address, options);
  }
}

/** By what the repository of a folder leads out of itself. */
function leadsOfFolder(folder: string): Lead[] {
  const found = repositoryAt(folder);
  return found === null ? [] : leadsOut(found.repository);
}

/** Says, before anything is surveyed, that what git knows of a folder is another repository's. */
function noting(source: CodeSource, folder: string, leads: readonly Lead[]): CodeSource {
  const notes = [...source.notes];
  const elsewhere = repositoryElsewhere(folder);
  if (elsewhere !== null)
    notes.push(`Its .git points to ${elsewhere}, so commits are those of that repository.`);
  for (const { part, to } of leads)
    notes.push(
      `${part} in its repository points to ${to}, so what git reports may belong to another repository.`,
    );
  return { ...source, notes };
}

async function openRemote({ address, ref }: Origin, options: OpenOptions): Promise<CodeSource> {
  const { workplace, signal, onStep } = options;
  const repository = join(workplace, COPY);
  const wanted = `refs/yletope/${createHash('sha256')
    .update(ref ?? 'HEAD')
    .digest('hex')
    .slice(0, 16)}`;
  const fetched = options.refresh ? null : await resolveCommit(repository, wanted, address).catch(() => null);
  const commit =
    fetched ??
    (await fetchCommit(
      address,
      ref,
      { repository, as: wanted },
      { signal, onLine: (line) => onStep?.(`git: ${line}`) },
    ));
  return gitSource(repository, commit, address, signal);
}

async function openArchive(file: string, options: OpenOptions): Promise<CodeSource> {
  const { workplace, limits, signal, onStep } = options;
  const name = basename(file);
  let stamp;
  try {
    const { size, mtimeMs } = statSync(file);
    stamp = `${size}-${Math.round(mtimeMs)}`;
  } catch {
    throw new Problem('noSuchPath', `There is no ${file} on this machine any more.`);
  }
  const place = `unpacked-${stamp}`;
  mkdirSync(workplace, { recursive: true });
  const index = await unpack(file, join(workplace, place), {
    name,
    limits,
    signal,
    onProgress: (read, ofAll) =>
      onStep?.(`unpacking ${name}: ${Math.floor((100 * read) / Math.max(1, ofAll))} %`),
  });
  for (const other of options.keepEarlier ? [] : readdirSync(workplace)) {
    if (other.startsWith('unpacked-') && other !== place)
      rmSync(join(workplace, other), { recursive: true, force: true });
  }
  return archiveSource(join(workplace, place), index);
}
