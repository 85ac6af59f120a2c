import { joinPath, type FileTree, type Resolution } from '../../../contracts/fileTree.ts';
import { readManifest } from './packages.ts';

/** What each written ending may mean, in the compiler's order: a `.js` in an import is most often a `.ts` on disk. */
const substitutes: [ending: string, onDisk: string[]][] = [
  ['.mjs', ['.mts', '.d.mts', '.mjs']],
  ['.cjs', ['.cts', '.d.cts', '.cjs']],
  ['.jsx', ['.tsx', '.d.ts', '.jsx']],
  ['.js', ['.ts', '.tsx', '.d.ts', '.js', '.jsx']],
];

const added = ['.ts', '.tsx', '.d.ts', '.js', '.jsx', '.mts', '.d.mts', '.mjs', '.cts', '.d.cts', '.cjs'];

function present(tree: FileTree, path: string): Resolution | null {
  return tree.has(path) ? { kind: 'file', path } : null;
}

/** The file that `path` means, with or without its ending; null when there is none. */
export function probeFile(tree: FileTree, path: string): Resolution | null {
  const exact = /\.[cm]?tsx?$/.test(path) ? present(tree, path) : null;
  if (exact) return exact;
  for (const ending of added) {
    const found = present(tree, path + ending);
    if (found) return found;
  }
  for (const [written, onDisk] of substitutes) {
    if (!path.endsWith(written)) continue;
    const stem = path.slice(0, -written.length);
    for (const ending of onDisk) {
      const found = present(tree, stem + ending);
      if (found) return found;
    }
  }
  return present(tree, path);
}

/** A file that is there but not among the surveyed: an asset, or one that a rule left out. */
export function probeLeftOut(tree: FileTree, path: string): Resolution | null {
  for (const candidate of [path, ...added.map((ending) => path + ending)]) {
    const leftOut = tree.leftOut(candidate);
    if (!leftOut) continue;
    return leftOut.reason === 'unknownLanguage'
      ? { kind: 'asset', path: candidate }
      : { kind: 'gap', reason: 'leftOut', leftOut };
  }
  const json = tree.leftOut(`${path}.json`);
  return json === undefined ? null : { kind: 'asset', path: `${path}.json` };
}

/** A file, or a folder through its manifest or its index file. */
export function probe(tree: FileTree, path: string, depth = 0): Resolution | null {
  return probeFile(tree, path) ?? probeFolder(tree, path, depth) ?? probeLeftOut(tree, path);
}

function probeFolder(tree: FileTree, path: string, depth: number): Resolution | null {
  if (!tree.isFolder(path)) return null;
  const manifest = readManifest(tree, path);
  if (manifest && depth < 5) {
    for (const entry of [manifest.types, manifest.typings, manifest.main, manifest.module]) {
      const target = typeof entry === 'string' ? joinPath(path, entry) : null;
      if (target === null || target === path) continue;
      const found = probe(tree, target, depth + 1);
      if (found?.kind === 'file') return found;
    }
  }
  return probeFile(tree, path === '' ? 'index' : `${path}/index`);
}

const builtFolder = /^(dist|build|lib|out|output|esm|cjs|es|types|dist-[a-z]+|build-[a-z]+)$/;

/**
 * The source from which a missing (or left out) built file is made, by the convention that `src/` is compiled into
 * a folder beside it: `dist/esm/a.js` comes from `src/a.ts`. Inferred, never exact.
 */
export function sourceOfBuilt(tree: FileTree, packageFolder: string, target: string): Resolution | null {
  const inside = packageFolder === '' ? target : target.slice(packageFolder.length + 1);
  const parts = inside.split('/');
  if (parts.length < 2 || !builtFolder.test(parts[0])) return null;
  const source = packageFolder === '' ? 'src' : `${packageFolder}/src`;
  while (parts.length > 1 && builtFolder.test(parts[0])) {
    parts.shift();
    const rest = parts[0] === 'src' ? parts.slice(1) : parts;
    const stem = `${source}/${rest.join('/')}`.replace(/\.d\.([cm]?)ts$/, '.$1js');
    const found = probeFile(tree, stem) ?? probeFile(tree, stem.replace(/\.[cm]?js$/, ''));
    if (found?.kind === 'file') return { ...found, inferred: true };
  }
  return null;
}
