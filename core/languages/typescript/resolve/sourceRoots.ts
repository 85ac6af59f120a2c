import { folderOf, isInside, joinPath, type FileTree, type Resolution } from '../../../contracts/fileTree.ts';
import { probe } from './probe.ts';

/**
 * What a specifier means under the source roots that a user has named, for what the project's own rules do not find:
 * a bare one below each root; a relative one as if the roots lay over each other; one that leads out of the codebase
 * below each root without its leading `../`.
 */
export function resolveInSourceRoots(tree: FileTree, file: string, specifier: string): Resolution | null {
  for (const candidate of candidates(tree, file, specifier)) {
    const found = candidate === null || candidate === '' ? null : probe(tree, candidate);
    if (found && found.kind !== 'gap') return found;
  }
  return null;
}

function candidates({ sourceRoots }: FileTree, file: string, specifier: string): (string | null)[] {
  if (!specifier.startsWith('.')) return sourceRoots.map((root) => joinPath(root, specifier));
  const path = joinPath(folderOf(file), specifier);
  if (path === null) {
    const rest = specifier.replace(/^(\.\.?\/)+/, '');
    return sourceRoots.map((root) => joinPath(root, rest));
  }
  const own = ['', ...sourceRoots].filter((root) => isInside(path, root)).sort((a, b) => b.length - a.length);
  return own.flatMap((root) => {
    const rest = path.slice(root === '' ? 0 : root.length + 1);
    return sourceRoots.filter((other) => other !== root).map((other) => joinPath(other, rest));
  });
}
