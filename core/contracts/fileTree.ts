/**
 * What linking may know of the codebase's files beside their facts. Paths are relative to the root, with `/`; the
 * root itself is the empty path.
 */
export interface FileTree {
  /** True for a file that was surveyed. */
  has(path: string): boolean;
  /** The rule's reason and path by which a file that is there was not surveyed; undefined when it was, or is not there. */
  leftOut(path: string): LeftOutPlace | undefined;
  isFolder(path: string): boolean;
  /** Paths of the project files that intake has read: package.json, tsconfig.json and their like. */
  manifests(): Iterable<string>;
  manifest(path: string): string | undefined;
  /** Folders that a user has named, from which imports are also resolved. */
  sourceRoots: readonly string[];
  /** Names of gaps that a user has accepted as lying outside. */
  acceptedExternals: ReadonlySet<string>;
}

/** What was left out, a file or (with `/` at its end) a folder, and why. */
export interface LeftOutPlace {
  path: string;
  reason: string;
}

export type GapReason = 'noSuchFile' | 'outsideRoot' | 'leftOut' | 'computed' | 'notExported';

/**
 * Where an import leads. An `asset` is there, but holds no code. A `package` is one of the codebase, whose names the
 * import makes known without leading to any one file. `isModule` says that the name imported is the file itself; `others` are files
 * that may be meant as well, where nothing decides.
 */
export type Resolution =
  | { kind: 'file'; path: string; others?: readonly string[]; inferred?: boolean; isModule?: boolean }
  | { kind: 'package'; name: string }
  | { kind: 'external'; name: string; ecosystem: string }
  | { kind: 'asset'; path: string }
  | { kind: 'gap'; reason: GapReason; leftOut?: LeftOutPlace };

/** Where each import of each file leads: a file (its index), an external (its index), a gap, or nowhere of interest. */
export type ImportTarget =
  | { kind: 'file'; file: number; others?: readonly number[]; inferred: boolean; isModule?: boolean }
  | { kind: 'package'; name: string }
  | { kind: 'external'; external: number }
  | { kind: 'gap'; reason: GapReason; leftOut?: LeftOutPlace }
  | { kind: 'asset' };

/** `a/b/../c` → `a/c`; null when it leads out of the root. */
export function normalPath(path: string): string | null {
  const parts: string[] = [];
  for (const part of path.split('/')) {
    if (part === '' || part === '.') continue;
    if (part !== '..') parts.push(part);
    else if (parts.pop() === undefined) return null;
  }
  return parts.join('/');
}

export function joinPath(folder: string, path: string): string | null {
  return normalPath(`${folder}/${path}`);
}

/** The folder that holds a path; the root is its own. */
export function folderOf(path: string): string {
  const slash = path.lastIndexOf('/');
  return slash < 0 ? '' : path.slice(0, slash);
}

/** The folders from `path`'s own up to the root, nearest first. */
export function foldersAbove(path: string): string[] {
  const folders: string[] = [];
  for (let folder = folderOf(path); ; folder = folderOf(folder)) {
    folders.push(folder);
    if (folder === '') return folders;
  }
}

export function isInside(path: string, folder: string): boolean {
  return folder === '' || path === folder || path.startsWith(`${folder}/`);
}

/** How many folders two paths have in common. */
export function sharedFolders(a: string, b: string): number {
  const [left, right] = [a.split('/'), b.split('/')];
  let depth = 0;
  while (depth < Math.min(left.length, right.length) - 1 && left[depth] === right[depth]) depth++;
  return depth;
}
