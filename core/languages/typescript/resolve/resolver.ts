import { nearestMeant, visionOf } from '../../../buildModules/vision.ts';
import { folderOf, isInside, joinPath, type FileTree, type Resolution } from '../../../contracts/fileTree.ts';
import { builtinModules } from './builtinModules.ts';
import {
  localPackages,
  packageFolderOf,
  readManifest,
  resolveInPackage,
  resolveSubpathImport,
  splitSpecifier,
} from './packages.ts';
import { probe } from './probe.ts';
import { projectFinder, type ProjectConfig } from './projectConfig.ts';
import { resolveInSourceRoots } from './sourceRoots.ts';

/**
 * Module resolution as the TypeScript compiler does it (bundler and node16 modes), over the files of the codebase
 * alone: relative paths, `paths` and `baseUrl`, `#imports`, the package itself, packages of the same codebase. What
 * remains is an external or a gap.
 */
export function createResolver(
  tree: FileTree,
): (fromFile: string, specifier: string, usesRequire: boolean) => Resolution {
  const projectOf = projectFinder(tree);
  const packages = localPackages(tree);
  const known = new Map<string, Resolution>();

  const resolve = (file: string, written: string, usesRequire: boolean, depth: number): Resolution => {
    const query = written.search(/[?!]/);
    const specifier = query > 0 && !written.startsWith('#') ? written.slice(0, query) : written;
    if (/^\.{0,2}\//.test(specifier) || specifier === '.' || specifier === '..') {
      return resolveRelative(tree, projectOf(file), file, specifier);
    }
    if (specifier.startsWith('node:') || builtinModules.has(specifier)) {
      return { kind: 'external', name: specifier.replace(/^node:/, ''), ecosystem: 'node' };
    }
    const project = projectOf(file);
    const mapped = project && resolveMapped(tree, project, specifier);
    if (mapped) return mapped;
    const conditions = ['types', usesRequire ? 'require' : 'import', ...(project?.customConditions ?? [])];
    if (specifier.startsWith('#')) {
      const target = resolveSubpathImport(tree, file, specifier, conditions);
      if (target.kind !== 'bare') return target;
      return depth > 5
        ? { kind: 'gap', reason: 'noSuchFile' }
        : resolve(file, target.specifier, usesRequire, depth + 1);
    }
    return resolvePackage(tree, packages, file, specifier, { conditions, output: project?.output ?? null });
  };

  return (file, specifier, usesRequire) => {
    const key = `${folderOf(file)}\0${specifier}\0${usesRequire ? 1 : 0}`;
    let resolution = known.get(key);
    if (!resolution) {
      resolution = resolve(file, specifier, usesRequire, 0);
      const isOpen =
        resolution.kind === 'gap' || (resolution.kind === 'external' && resolution.ecosystem === 'npm');
      if (isOpen && tree.sourceRoots.length > 0)
        resolution = resolveInSourceRoots(tree, file, specifier) ?? resolution;
      known.set(key, resolution);
    }
    return resolution;
  };
}

function resolveRelative(
  tree: FileTree,
  project: ProjectConfig | null,
  file: string,
  specifier: string,
): Resolution {
  const path = specifier.startsWith('/')
    ? joinPath(packageFolderOf(tree, file) ?? '', specifier)
    : joinPath(folderOf(file), specifier);
  if (path === null) return { kind: 'gap', reason: 'outsideRoot' };
  const found = probe(tree, path);
  if (found) return found;
  const overlaid = project && resolveInRootDirs(tree, project, path);
  return overlaid ?? { kind: 'gap', reason: 'noSuchFile' };
}

/** `rootDirs` lay several folders over each other as if they were one. */
function resolveInRootDirs(tree: FileTree, project: ProjectConfig, path: string): Resolution | null {
  const own = project.rootDirs.find((dir) => isInside(path, dir));
  if (own === undefined) return null;
  const rest = path.slice(own === '' ? 0 : own.length + 1);
  for (const dir of project.rootDirs) {
    const candidate = joinPath(dir, rest);
    const found = candidate === null ? null : probe(tree, candidate);
    if (found) return found;
  }
  return null;
}

function resolveMapped(tree: FileTree, project: ProjectConfig, specifier: string): Resolution | null {
  for (const { pattern, targets, base } of project.paths) {
    const [before, after] = pattern.split('*');
    const matches =
      after === undefined
        ? specifier === pattern
        : specifier.length >= before.length + after.length &&
          specifier.startsWith(before) &&
          specifier.endsWith(after);
    if (!matches) continue;
    const hole = after === undefined ? '' : specifier.slice(before.length, specifier.length - after.length);
    for (const target of targets) {
      const path = joinPath(base, target.replace('*', hole));
      const found = path === null ? null : probe(tree, path);
      if (found) return found;
    }
    // The compiler goes on to installed packages when no target of the one matching pattern is there. A pattern
    // that leads to the codebase's own folders is no name of a package, so that what it misses is a gap.
    const isOwn = pattern !== '*' && targets.every((target) => !target.includes('node_modules'));
    if (isOwn && targets.length > 0) return { kind: 'gap', reason: 'noSuchFile' };
    break;
  }
  if (project.baseUrl === null) return null;
  const path = joinPath(project.baseUrl, specifier);
  const found = path === null || path === '' ? null : probe(tree, path);
  return found?.kind === 'file' ? found : null;
}

function resolvePackage(
  tree: FileTree,
  packages: ReadonlyMap<string, readonly string[]>,
  file: string,
  specifier: string,
  { conditions, output }: { conditions: string[]; output: ProjectConfig['output'] },
): Resolution {
  const scheme = /^([a-z][a-z+.-]*):(.*)$/i.exec(specifier);
  if (scheme) {
    const name = /^(@?[^@]+)/.exec(scheme[2].replace(/^\/+/, ''))?.[1] ?? scheme[2];
    return { kind: 'external', name, ecosystem: scheme[1].toLowerCase() };
  }
  const split = splitSpecifier(specifier);
  if (!split) return { kind: 'gap', reason: 'noSuchFile' };
  const own = packageFolderOf(tree, file);
  const isOwn = own !== null && readManifest(tree, own)?.name === split.name;
  if (isOwn) return resolveInPackage(tree, { folder: own, output }, split.subpath, conditions);
  const folders = packages.get(split.name);
  if (folders) {
    const { first, others } = nearestMeant(folders, file, {
      path: (folder) => `${folder}/package.json`,
      steps: (folder) => visionOf(tree).steps(file, `${folder}/package.json`, 'typescript'),
    });
    const inPackage = (folder: string): Resolution =>
      resolveInPackage(tree, { folder, output: null }, split.subpath, conditions);
    const found = inPackage(first);
    const may = others.map(inPackage).flatMap((other) => (other.kind === 'file' ? [other.path] : []));
    return found.kind === 'file' && may.length > 0 ? { ...found, others: may } : found;
  }
  if (builtinModules.has(split.name)) return { kind: 'external', name: split.name, ecosystem: 'node' };
  return { kind: 'external', name: split.name, ecosystem: 'npm' };
}
