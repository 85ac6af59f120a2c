import type { MatchedFile, PlacedMatch } from '../../../server/views/textSearchView.ts';

/** Matches of one file, those in one routine or type together. */
export interface FileGroup {
  path: string;
  count: number;
  parts: { inside: PlacedMatch['inside']; matches: PlacedMatch[] }[];
}

/** Files of one folder. */
export interface FolderGroup {
  folder: string;
  count: number;
  files: FileGroup[];
}

/** Groups matches by folder, file and routine, in the order of paths and lines. */
export function grouped(files: readonly MatchedFile[]): FolderGroup[] {
  const folders = new Map<string, FolderGroup>();
  for (const { path, count, matches } of [...files].sort((a, b) => (a.path < b.path ? -1 : 1))) {
    const slash = path.lastIndexOf('/');
    const folder = slash < 0 ? '' : path.slice(0, slash);
    let group = folders.get(folder);
    if (!group) folders.set(folder, (group = { folder, count: 0, files: [] }));
    group.count += count;
    group.files.push({ path, count, parts: parts(matches) });
  }
  return [...folders.values()].sort((a, b) => (a.folder < b.folder ? -1 : 1));
}

function parts(matches: readonly PlacedMatch[]): FileGroup['parts'] {
  const found: FileGroup['parts'] = [];
  for (const match of matches) {
    const last = found.at(-1);
    if (last && last.inside?.key === match.inside?.key) last.matches.push(match);
    else found.push({ inside: match.inside, matches: [match] });
  }
  return found;
}

/** The elements in which matches stand: routines and types, and files where a match stands outside of any. */
export function matchedKeys(files: readonly MatchedFile[]): string[] {
  return [...new Set(files.flatMap(({ path, matches }) => matches.map(({ inside }) => inside?.key ?? path)))];
}
