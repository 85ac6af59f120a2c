import { foldersAbove, folderOf, joinPath, type FileTree, type Resolution } from '../../link/fileTree.ts';
import type { FactsOfFile } from '../../link/linked.ts';
import { compileCommands } from './compileCommands.ts';
import { cHeaders, cppHeaders } from './standardHeaders.ts';

export const family = 'c';

/**
 * Resolves includes: by quote first beside the including file, then in the folders that the user has named and those
 * of a `compile_commands.json`, in their order. What is not found there is looked for in the whole tree, and taken
 * where its path ends so; that is inferred. A standard header by angle is the standard library's.
 */
export function createResolver(tree: FileTree, files: readonly FactsOfFile[]) {
  const paths = files.map(({ path }) => path);
  const byName = new Map<string, string[]>();
  const folderNames = new Set<string>();
  for (const path of paths) {
    const name = path.slice(path.lastIndexOf('/') + 1);
    const same = byName.get(name);
    if (same) same.push(path);
    else byName.set(name, [path]);
    for (const folder of foldersAbove(path)) folderNames.add(folder.slice(folder.lastIndexOf('/') + 1));
  }
  const commands = compileCommands(tree);
  const known = new Map<string, Resolution>();

  const inFolders = (fromFile: string, name: string): string | null => {
    for (const folder of [...tree.sourceRoots, ...commands.includePaths(fromFile)]) {
      const path = joinPath(folder, name);
      if (path !== null && tree.has(path)) return path;
    }
    return null;
  };

  const byEnding = (fromFile: string, name: string): string | null => {
    const plain = name.replace(/^(\.\.?\/)+/, '');
    const candidates = (byName.get(plain.slice(plain.lastIndexOf('/') + 1)) ?? []).filter(
      (path) => path === plain || path.endsWith(`/${plain}`),
    );
    return candidates.length === 0 ? null : nearest(candidates, fromFile, plain);
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
    const ecosystem = cppHeaders.has(name) ? 'c++' : cHeaders.has(name) || /^sys\//.test(name) ? 'c' : null;
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
