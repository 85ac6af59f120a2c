import { parseGroupKey } from '../../../core/arrangement/arrangement.ts';
import type { CycleDetails } from '../../../server/views/cyclesView.ts';
import type { Patch } from '../../state/pictureState.ts';

/**
 * The matrix in which all members of a cycle are rows: the folder that holds them all, opened down to each. Where groups are no folders,
 * the group that the members are children of, or the one of the first.
 */
export function cycleInMatrix({ members, within }: Pick<CycleDetails, 'members' | 'within'>): Patch {
  const focus = members[0].key;
  if (within !== null) return { in: within, open: [''], focus };
  if (members.some(({ key, kind }) => parseGroupKey(key) !== null || kind === 'external')) return { focus };
  const folders = members.map(({ key, kind }) => foldersOf(key, kind === 'folder'));
  const common = folders.reduce((a, b) => a.slice(0, sharedLength(a, b)));
  const open = new Set<string>();
  for (const path of folders)
    for (let length = common.length + 1; length <= path.length; length++)
      open.add(path.slice(0, length).join('/'));
  return { in: common.join('/'), open: open.size === 0 ? [''] : [...open].sort(), focus };
}

/** The folders that an element stands in, the outermost first. */
function foldersOf(key: string, isFolder: boolean): string[] {
  const path = key.split('#')[0].split('/');
  return isFolder && path.length === 1 ? [] : path.slice(0, -1);
}

function sharedLength(a: readonly string[], b: readonly string[]): number {
  let shared = 0;
  while (shared < Math.min(a.length, b.length) && a[shared] === b[shared]) shared++;
  return shared;
}
