import {
  foldersAbove,
  folderOf,
  joinPath,
  type FileTree,
  type Resolution,
} from '../../contracts/fileTree.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import type { IncludePath, IncludingFile } from '../../contracts/language.ts';
import { compileCommands } from './compileCommands.ts';
import { cHeaders, cppHeaders } from './standardHeaders.ts';

export const family = 'c';

/**
 * Resolves includes: by quote first beside the including file, then in the folders that the user has named and those
 * of a `compile_commands.json`, in their order. What is not found there is looked for in the folders that the tree
 * itself suggests ({@link inferredRoots}); that is inferred. A standard header by angle is the standard library's.
 */
export function createResolver(tree: FileTree, files: readonly FactsOfFile[]) {
  const folderNames = new Set<string>();
  for (const { path } of files)
    for (const folder of foldersAbove(path)) folderNames.add(folder.slice(folder.lastIndexOf('/') + 1));
  const { byName, commands, inFolders, inferred: roots } = searchPlaces(tree, files.map(including));
  const known = new Map<string, Resolution>();

  const byEnding = (fromFile: string, name: string): string | null => {
    const found = endingSo(byName, name).filter((path) => roots.has(rootOf(path, name)));
    return found.length === 0 ? null : nearest(found, fromFile, name);
  };

  const resolve = (fromFile: string, quoted: boolean, name: string): Resolution => {
    if (quoted) {
      const path = joinPath(folderOf(fromFile), name);
      if (path !== null && tree.has(path)) return { kind: 'file', path };
      const place = path === null ? undefined : tree.leftOut(path);
      if (place) return { kind: 'gap', reason: 'leftOut', leftOut: place };
    }
    const found = inFolders(fromFile, name);
    if (found !== null) return { kind: 'file', path: found };
    const ecosystem = cppHeaders.has(name) ? 'c++' : isStandard(name) ? 'c' : null;
    if (ecosystem !== null && !quoted) return { kind: 'external', name, ecosystem };
    const inferred = byEnding(fromFile, name);
    if (inferred !== null) return { kind: 'file', path: inferred, inferred: true };
    if (ecosystem !== null) return { kind: 'external', name, ecosystem };
    const first = name.split('/')[0];
    const isOurs = quoted || (name.includes('/') && folderNames.has(first));
    if (isOurs) return { kind: 'gap', reason: 'noSuchFile' };
    return { kind: 'external', name: first, ecosystem: 'library' };
  };

  return (fromFile: string, specifier: string): Resolution => {
    if (specifier.startsWith('using ')) return { kind: 'asset', path: specifier };
    const key = `${folderOf(fromFile)}\0${commands.isListed(fromFile) ? fromFile : ''}\0${specifier}`;
    let resolution = known.get(key);
    if (!resolution) {
      resolution = resolve(fromFile, specifier.startsWith('"'), specifier.slice(1, -1));
      known.set(key, resolution);
    }
    return resolution;
  };
}

/** The include paths of a codebase: those of its lists of commands, and those that the tree suggests. */
export function includePaths(tree: FileTree, files: readonly IncludingFile[]): IncludePath[] {
  const { commands, inferred } = searchPlaces(tree, files);
  return [
    ...commands.folders.map((folder) => ({ folder, isInferred: false })),
    ...[...inferred].sort().map((folder) => ({ folder, isInferred: true })),
  ];
}

const includeLine = /^[ \t]*#[ \t]*include[ \t]*("[^"\n]+"|<[^>\n]+>)/gm;

/** What a text includes, each with its quotes or angles. */
export function includesIn(text: string): string[] {
  return [...text.matchAll(includeLine)].map(([, specifier]) => specifier);
}

function including({ path, facts }: FactsOfFile): IncludingFile {
  const includes = facts.imports.flatMap(({ kind, specifier }) =>
    kind === 'include' && specifier !== null ? [specifier] : [],
  );
  return { path, includes };
}

/** Where includes are looked for beyond the folder of the file that includes. */
function searchPlaces(tree: FileTree, files: readonly IncludingFile[]) {
  const byName = new Map<string, string[]>();
  for (const { path } of files) {
    const name = path.slice(path.lastIndexOf('/') + 1);
    const same = byName.get(name);
    if (same) same.push(path);
    else byName.set(name, [path]);
  }
  const commands = compileCommands(tree);
  const inFolders = (fromFile: string, name: string): string | null => {
    for (const folder of [...tree.sourceRoots, ...commands.includePaths(fromFile)]) {
      const path = joinPath(folder, name);
      if (path !== null && tree.has(path)) return path;
    }
    return null;
  };
  const inferred = inferredRoots(files, (fromFile, name, quoted) => {
    const beside = quoted ? joinPath(folderOf(fromFile), name) : null;
    const isSettled = (beside !== null && tree.has(beside)) || inFolders(fromFile, name) !== null;
    return isSettled || (!quoted && isStandard(name)) ? [] : endingSo(byName, name);
  });
  return { byName, commands, inFolders, inferred };
}

function isStandard(name: string): boolean {
  return cppHeaders.has(name) || cHeaders.has(name) || name.startsWith('sys/');
}

/** The files whose path ends as an include says. */
function endingSo(byName: ReadonlyMap<string, string[]>, name: string): string[] {
  const plain = name.replace(/^(\.\.?\/)+/, '');
  return (byName.get(plain.slice(plain.lastIndexOf('/') + 1)) ?? []).filter(
    (path) => path === plain || path.endsWith(`/${plain}`),
  );
}

/** The folder from which a name leads to a path. */
function rootOf(path: string, name: string): string {
  const plain = name.replace(/^(\.\.?\/)+/, '');
  return path.slice(0, Math.max(0, path.length - plain.length - 1));
}

/** Folders that hold headers by their names. */
const usualRoot = /(^|\/)(include|inc|includes|headers|src|source|lib|common)$/;

/**
 * The include paths that a tree suggests: folders from which includes that lead nowhere else would be found, those
 * first from which the most would. One that explains few, and is not called as such folders are, is taken for a
 * coincidence: a library's header of the same name, say.
 */
function inferredRoots(
  files: readonly IncludingFile[],
  candidates: (fromFile: string, name: string, quoted: boolean) => string[],
): ReadonlySet<string> {
  const gains = new Map<string, Set<string>>();
  const names = new Set<string>();
  for (const { path, includes } of files) {
    for (const specifier of includes) {
      const name = specifier.slice(1, -1);
      for (const candidate of candidates(path, name, specifier.startsWith('"'))) {
        names.add(name);
        const root = rootOf(candidate, name);
        const gain = gains.get(root);
        if (gain) gain.add(name);
        else gains.set(root, new Set([name]));
      }
    }
  }
  const accepted = new Set<string>();
  const enough = Math.max(1, Math.min(30, Math.ceil(names.size * 0.02)));
  const order = (root: string): number => (usualRoot.test(root) || root === '' ? 1 : 0);
  for (;;) {
    let best: string | null = null;
    for (const [root, gain] of gains) {
      const isBetter =
        best === null ||
        gain.size > gains.get(best)!.size ||
        (gain.size === gains.get(best)!.size && order(root) > order(best));
      if (gain.size > 0 && isBetter) best = root;
    }
    if (best === null) return accepted;
    const gain = gains.get(best)!;
    if (gain.size >= enough || order(best) === 1) accepted.add(best);
    gains.delete(best);
    // Another folder that holds the same headers explains nothing more, unless it lies nearer to some that use it.
    if (accepted.has(best) && isWholeTree(best))
      for (const other of gains.values()) for (const name of gain) other.delete(name);
    for (const [root, other] of gains) if (other.size === 0) gains.delete(root);
  }
}

/** A folder near the root serves the whole tree; one deep inside serves its own part. */
function isWholeTree(root: string): boolean {
  return root.split('/').length <= 1;
}

/** Of several paths the one most likely meant: that which shares most folders with the file, then the shortest. */
function nearest(candidates: readonly string[], fromFile: string, name: string): string {
  const from = fromFile.split('/');
  const score = (path: string): number => {
    const words = path.slice(0, path.length - name.length).split('/');
    let common = 0;
    while (common < words.length && common < from.length - 1 && words[common] === from[common]) common++;
    // A folder for headers counts more than one of the same depth that only happens to hold the name.
    return common * 100 + (/(^|\/)(include|inc|headers)\/$/.test(words.join('/')) ? 10 : 0) - words.length;
  };
  return candidates.reduce((best, path) => (score(path) > score(best) ? path : best));
}
