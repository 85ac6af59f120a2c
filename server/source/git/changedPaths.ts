import { requireOwnObjects } from './leadsOut.ts';
import { git } from './git.ts';
import { resolveCommit } from './repository.ts';

/**
 * Paths that differ between a branch, tag or commit and another commit, by git's plumbing, which runs nothing of the repository's.
 * Throws a Problem (`noSuchRef`) for a name that is not there.
 */
export async function changedPaths(
  repository: string,
  { from, to }: { from: string; to: string },
  address: string,
): Promise<string[]> {
  requireOwnObjects(repository, address);
  const base = await resolveCommit(repository, from, address);
  const args = ['diff-tree', '-r', '-z', '--name-only', '--no-renames', '--no-ext-diff', '--no-textconv'];
  const told = await git(repository, [...args, base, to]);
  return told.split('\0').filter((path) => path !== '');
}
