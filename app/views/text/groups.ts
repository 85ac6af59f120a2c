import type { MatchedFile, PlacedMatch } from '../../../server/views/textSearchView.ts';

/** Matches of one file, those in one routine or type together. */
export interface FileGroup {
  path: string;
  count: number;
  parts: { inside: PlacedMatch['inside']; count: number; lines: MatchedLine[] }[];
}

/** A line that holds matches, as pieces of text: every second is a match, the first is not. */
export interface MatchedLine {
  line: number;
  pieces: string[];
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
  let onLine: PlacedMatch[] = [];
  const closeLine = (): void => {
    if (onLine.length > 0) found.at(-1)!.lines.push(lineOf(onLine));
    onLine = [];
  };
  for (const match of matches) {
    if (onLine.length > 0 && onLine[0].line !== match.line) closeLine();
    const last = found.at(-1);
    if (!last || (onLine.length === 0 && last.inside?.key !== match.inside?.key))
      found.push({ inside: match.inside, count: 0, lines: [] });
    found.at(-1)!.count++;
    onLine.push(match);
  }
  closeLine();
  return found;
}

/** The line as its first match shows it, with those of the others that can be seen in it marked too. */
function lineOf(matches: readonly PlacedMatch[]): MatchedLine {
  const [first] = matches;
  const pieces: string[] = [];
  let at = 0;
  for (const { column, length } of matches) {
    const from = first.at + column - first.column;
    if (from < at || from >= first.shown.length) continue;
    pieces.push(first.shown.slice(at, from), first.shown.slice(from, from + length));
    at = from + length;
  }
  pieces.push(first.shown.slice(at));
  return { line: first.line, pieces };
}

/** The elements in which matches stand: routines and types, and files where a match stands outside of any. */
export function matchedKeys(files: readonly MatchedFile[]): string[] {
  return [...new Set(files.flatMap(({ path, matches }) => matches.map(({ inside }) => inside?.key ?? path)))];
}
