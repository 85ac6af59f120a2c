import { folderOf, foldersAbove, type FileTree } from '../../contracts/fileTree.ts';

/** A module found in the codebase: its file, or the folder of a namespace package. */
export type FoundModule =
  { kind: 'file'; path: string; inferred: boolean } | { kind: 'folder'; path: string };

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

/**
 * Roots are the folder above the outermost package of the importing file, the folders a user has named, and the usual
 * ones (`src/`); what is found there is certain. The importing file's own folder, and the roots of other packages in
 * the codebase, come last, and what they give is inferred.
 */
export function createModuleFinder(tree: FileTree, paths: Iterable<string>): ModuleFinder {
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

  const certainRoots = (fromFile: string): string[] => [
    ...new Set([rootOf(fromFile), ...tree.sourceRoots, ...usualRoots]),
  ];

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
    for (const root of certainRoots(fromFile)) {
      const found = inFolder(root, name);
      if (found?.kind === 'file') return found;
      // A namespace package spreads over folders, and a folder without modules is none.
      if (found && holdsModules(found.path)) folder ??= found;
    }
    if (folder) return folder;
    return fileBelow(foldersAbove(fromFile), name) ?? atPackageRoots(name);
  };
  /** A file that bears the name at one of some roots, the first of them. */
  const fileBelow = (roots: Iterable<string>, name: string): FoundModule | null => {
    for (const root of roots) {
      const found = inFolder(root, name);
      if (found?.kind === 'file') return { ...found, inferred: true };
    }
    return null;
  };
  const knownAtRoots = new Map<string, FoundModule | null>();
  /** The same from wherever it is asked for: most names that get here lie outside, and are asked for in every folder. */
  const atPackageRoots = (name: string): FoundModule | null => {
    let found = knownAtRoots.get(name);
    if (found === undefined) knownAtRoots.set(name, (found = fileBelow(packageRoots, name)));
    return found;
  };

  const folders = new Set<string>();
  for (const path of paths) for (const folder of foldersAbove(path)) folders.add(folder);
  const holdsModules = (folder: string): boolean => folders.has(folder);

  return {
    absolute,
    inFolder,
    hasTop: (name, fromFile) =>
      certainRoots(fromFile).some((root) => {
        const found = inFolder(root, name);
        return found !== null && (found.kind === 'file' || isPackage(found.path));
      }),
    leftOut(name, fromFile) {
      for (const root of certainRoots(fromFile)) {
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
  return folder === '' ? path : `${folder}/${path}`;
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
