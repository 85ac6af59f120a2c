import { nearestMeant, visionOf } from '../../buildModules/vision.ts';
import { folderOf, foldersAbove, type FileTree } from '../../contracts/fileTree.ts';
import { standardModules } from './standardModules.ts';

/** A module found in the codebase: its file, or the folder of a namespace package. */
export type FoundModule =
  | { kind: 'file'; path: string; inferred: boolean; others?: readonly string[] }
  | { kind: 'folder'; path: string };

/** Where the modules of a codebase lie, by the rules of Python's import system. */
export interface ModuleFinder {
  /** A module by its absolute name, as a file would find it. */
  absolute(name: string, fromFile: string): FoundModule | null;
  /** A module by its path relative to a folder: `''` is the folder's own package. */
  inFolder(folder: string, name: string): FoundModule | null;
  /** True when the codebase has a package or module of this top-level name at any of its roots. */
  hasTop(name: string, fromFile: string): boolean;
  /** What was left out of the survey where a module would lie. */
  leftOut(name: string, fromFile: string): ReturnType<FileTree['leftOut']>;
}

const usualRoots = ['', 'src', 'lib', 'python', 'Lib'];
const projectFile = /(^|\/)(pyproject\.toml|setup\.cfg|setup\.py)$/;

/**
 * Where an absolute name is looked for. Certain are the folder above the outermost package of the importing file, the roots of
 * the distribution that it belongs to, the folders a user has named, and the usual ones (`src/`). What is found at the roots of
 * other distributions, beside a `conftest.py` above, or as a package elsewhere in the codebase, is inferred: of several the one
 * that the own distribution names, or the nearest. A name of the
 * standard library means that: the folder of a file outside of any package is on the path only when a script is started there.
 * A module's own package is never on the path.
 */
export function createModuleFinder(tree: FileTree, paths: readonly string[]): ModuleFinder {
  const isPackage = (folder: string): boolean =>
    tree.has(inside(folder, '__init__.py')) || tree.has(inside(folder, '__init__.pyi'));
  const rootsByFolder = new Map<string, string>();
  const rootOf = (file: string): string => {
    const folder = folderOf(file);
    let root = rootsByFolder.get(folder);
    if (root === undefined) {
      root = folder;
      for (const above of foldersAbove(file)) {
        root = above;
        if (!isPackage(above)) break;
      }
      rootsByFolder.set(folder, root);
    }
    return root;
  };
  const packageRoots = new Set<string>();
  for (const path of paths) packageRoots.add(rootOf(path));

  const inFolder = (folder: string, name: string): FoundModule | null => {
    const path = name === '' ? folder : inside(folder, name.replaceAll('.', '/'));
    for (const file of [
      inside(path, '__init__.py'),
      `${path}.py`,
      inside(path, '__init__.pyi'),
      `${path}.pyi`,
    ])
      if (tree.has(file)) return { kind: 'file', path: file, inferred: false };
    return path !== '' && tree.isFolder(path) ? { kind: 'folder', path } : null;
  };

  const distributions = new Set([...tree.manifests()].filter((path) => projectFile.test(path)).map(folderOf));
  /** The roots of a distribution: its own folder, and those in which code usually lies. */
  const rootsOf = (folder: string): string[] => usualRoots.map((root) => inside(folder, root));
  const certainRoots = (fromFile: string, name: string): Set<string> => {
    const nearest = foldersAbove(fromFile).find((folder) => distributions.has(folder));
    const roots = new Set([
      ...(nearest === undefined ? [] : rootsOf(nearest)),
      ...tree.sourceRoots,
      ...usualRoots,
    ]);
    const root = rootOf(fromFile);
    const isScriptsOwn = root === folderOf(fromFile);
    return isScriptsOwn && isStandard(name) ? roots : new Set([root, ...roots]);
  };

  const known = new Map<string, FoundModule | null>();
  /** The files of one folder find a module at the same place. */
  const absolute = (name: string, fromFile: string): FoundModule | null => {
    const key = `${folderOf(fromFile)}:${name}`;
    let found = known.get(key);
    if (found === undefined) known.set(key, (found = search(name, fromFile)));
    return found;
  };
  const search = (name: string, fromFile: string): FoundModule | null => {
    let folder: FoundModule | null = null;
    for (const root of certainRoots(fromFile, name)) {
      const found = inFolder(root, name);
      if (found?.kind === 'file') return found;
      // A namespace package spreads over folders, and a folder without modules is none.
      if (found && holdsModules(found.path)) folder ??= found;
    }
    if (folder || isStandard(name)) return folder;
    const withFixtures = foldersAbove(fromFile).filter((above) => tree.has(inside(above, 'conftest.py')));
    const [fixture] = filesBelow(withFixtures, name);
    if (fixture !== undefined) return { kind: 'file', path: fixture, inferred: true };
    const found = elsewhere(name);
    if (found.length === 0) return null;
    const { first, others } = nearestMeant(found, fromFile, {
      path: (path) => path,
      steps: (path) => visionOf(tree).steps(fromFile, path, 'python'),
    });
    return { kind: 'file', path: first, inferred: true, ...(others.length > 0 ? { others } : {}) };
  };
  /** The files that bear a name at some roots, in their order. */
  const filesBelow = (roots: Iterable<string>, name: string): string[] => {
    const paths = [...roots].map((root) => inFolder(root, name));
    return [...new Set(paths.flatMap((found) => (found?.kind === 'file' ? [found.path] : [])))];
  };
  const knownElsewhere = new Map<string, string[]>();
  /** At the roots of any distribution, or in a package that lies anywhere; loose modules are nobody's but their folder's. */
  const elsewhere = (name: string): string[] => {
    let found = knownElsewhere.get(name);
    if (found === undefined) {
      const top = topOf(name);
      const holdPackage = [...packageRoots].filter((root) => isPackage(inside(root, top)));
      found = filesBelow([...[...distributions].flatMap(rootsOf), ...holdPackage], name);
      knownElsewhere.set(name, found);
    }
    return found;
  };

  const folders = new Set<string>();
  for (const path of paths) for (const folder of foldersAbove(path)) folders.add(folder);
  const holdsModules = (folder: string): boolean => folders.has(folder);

  return {
    absolute,
    inFolder,
    hasTop: (name, fromFile) =>
      [...certainRoots(fromFile, name)].some((root) => {
        const found = inFolder(root, name);
        return found !== null && (found.kind === 'file' || isPackage(found.path));
      }),
    leftOut(name, fromFile) {
      for (const root of certainRoots(fromFile, name)) {
        const path = inside(root, name.replaceAll('.', '/'));
        for (const file of [`${path}.py`, inside(path, '__init__.py'), `${path}.pyx`, `${path}.so`]) {
          const place = tree.leftOut(file);
          if (place) return place;
        }
      }
      return undefined;
    },
  };
}

function inside(folder: string, path: string): string {
  return folder === '' ? path : path === '' ? folder : `${folder}/${path}`;
}

function topOf(name: string): string {
  return name.split('.', 1)[0];
}

function isStandard(name: string): boolean {
  return standardModules.has(topOf(name));
}

/** The folder from which a relative import of a file counts; null when it leads out of the root. */
export function relativeBase(fromFile: string, dots: number): string | null {
  let folder = folderOf(fromFile);
  for (let i = 1; i < dots; i++) {
    if (folder === '') return null;
    folder = folderOf(folder);
  }
  return folder;
}

/**
 * The dotted package of each module: the folders from the outermost that holds an `__init__` down to its own. A module
 * outside of any package stands in none.
 */
export function packageByFolder(paths: ReadonlySet<string>): (path: string) => string | null {
  const known = new Map<string, string>();
  const packageOf = (folder: string): string => {
    let name = known.get(folder);
    if (name !== undefined) return name;
    const isPackage = ['py', 'pyi'].some((ending) => paths.has(inside(folder, `__init__.${ending}`)));
    const above = isPackage && folder !== '' ? packageOf(folderOf(folder)) : '';
    const own = isPackage ? folder.slice(folder.lastIndexOf('/') + 1) : '';
    known.set(folder, (name = above === '' ? own : `${above}.${own}`));
    return name;
  };
  return (path) => packageOf(folderOf(path)) || null;
}
