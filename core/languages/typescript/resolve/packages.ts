import { parse as parseJsonc } from 'jsonc-parser';
import {
  foldersAbove,
  isInside,
  joinPath,
  type FileTree,
  type Resolution,
} from '../../../contracts/fileTree.ts';
import { probe, sourceOfBuilt } from './probe.ts';

/** The parts of a package.json that say where imports lead. Anything may be malformed, so nothing is trusted. */
export interface PackageManifest {
  name?: unknown;
  main?: unknown;
  module?: unknown;
  types?: unknown;
  typings?: unknown;
  exports?: unknown;
  imports?: unknown;
  workspaces?: unknown;
  bin?: unknown;
  scripts?: unknown;
}

const parsed = new WeakMap<FileTree, Map<string, PackageManifest | null>>();

/** The package.json in a folder; null when there is none or it cannot be read. */
export function readManifest(tree: FileTree, folder: string): PackageManifest | null {
  let known = parsed.get(tree);
  if (!known) parsed.set(tree, (known = new Map<string, PackageManifest | null>()));
  const cached = known.get(folder);
  if (cached !== undefined) return cached;
  const text = tree.manifest(folder === '' ? 'package.json' : `${folder}/package.json`);
  const value: unknown = text === undefined ? null : parseJsonc(text);
  const manifest = typeof value === 'object' && value !== null && !Array.isArray(value) ? value : null;
  known.set(folder, manifest);
  return manifest;
}

/** The folder of the nearest package.json at or above a file, or null. */
export function packageFolderOf(tree: FileTree, file: string): string | null {
  return foldersAbove(file).find((folder) => readManifest(tree, folder) !== null) ?? null;
}

/** Package name → folders, for the packages that live in this codebase; versions of one tree have several of a name. */
export function localPackages(tree: FileTree): Map<string, string[]> {
  const packages = new Map<string, string[]>();
  for (const path of [...tree.manifests()].sort((a, b) => a.length - b.length || (a < b ? -1 : 1))) {
    if (path !== 'package.json' && !path.endsWith('/package.json')) continue;
    const folder = path.slice(0, -'package.json'.length).replace(/\/$/, '');
    const name = readManifest(tree, folder)?.name;
    if (typeof name !== 'string' || name === '') continue;
    packages.set(name, [...(packages.get(name) ?? []), folder]);
  }
  return packages;
}

/** `@scope/name/sub/path` → its package and `./sub/path`; null for what is no package name. */
export function splitSpecifier(specifier: string): { name: string; subpath: string } | null {
  const match = /^(@[^/\s]+\/[^/\s]+|[^@./\s:][^/\s:]*)(\/.*)?$/.exec(specifier);
  return match ? { name: match[1], subpath: `.${match[2] ?? ''}` } : null;
}

/** A package of this codebase, and where its project says that output goes (null when it does not). */
export interface PackagePlace {
  folder: string;
  output: { outDir: string; rootDir: string } | null;
}

/** The source of a built file: exactly where the project says so, as the compiler does, or else by convention. */
function sourceOf(tree: FileTree, { folder, output }: PackagePlace, builtFile: string): Resolution | null {
  if (output && isInside(builtFile, output.outDir)) {
    const source = joinPath(output.rootDir, builtFile.slice(output.outDir.length));
    const found = source === null ? null : probe(tree, source.replace(/\.d\.([cm]?)ts$/, '.$1js'));
    if (found?.kind === 'file') return found;
  }
  return sourceOfBuilt(tree, folder, builtFile);
}

/** An import of a package in this codebase, by its `exports` when it has them, else by its folders. */
export function resolveInPackage(
  tree: FileTree,
  place: PackagePlace,
  subpath: string,
  conditions: string[],
): Resolution {
  const { folder } = place;
  const manifest = readManifest(tree, folder);
  if (manifest?.exports !== undefined && manifest.exports !== null) {
    for (const accepted of [conditions, [...conditions, ...lastConditions]]) {
      const target = exportTarget(manifest.exports, subpath, accepted);
      if (target !== null) return settle(tree, place, target);
    }
    return { kind: 'gap', reason: 'notExported' };
  }
  const path = joinPath(folder, subpath);
  if (path === null) return { kind: 'gap', reason: 'outsideRoot' };
  const found = probe(tree, path);
  if (found?.kind === 'file') return found;
  if (subpath === '.') {
    for (const entry of [manifest?.types, manifest?.typings, manifest?.module, manifest?.main]) {
      const resolution = typeof entry === 'string' ? settle(tree, place, entry) : null;
      if (resolution?.kind === 'file') return resolution;
    }
    const source = probe(tree, folder === '' ? 'src' : `${folder}/src`);
    if (source?.kind === 'file') return { ...source, inferred: true };
  }
  return found ?? { kind: 'gap', reason: 'noSuchFile' };
}

/** Conditions tried only when none of the compiler's own gives a target. */
const lastConditions = ['node', 'browser', 'source', 'development', 'production', 'require', 'import'];

/** A `#name` import, by the nearest package's `imports`. */
export function resolveSubpathImport(
  tree: FileTree,
  file: string,
  specifier: string,
  conditions: string[],
): Resolution | { kind: 'bare'; specifier: string } {
  const folder = packageFolderOf(tree, file);
  const imports = folder === null ? undefined : readManifest(tree, folder)?.imports;
  if (folder === null || typeof imports !== 'object' || imports === null) {
    return { kind: 'gap', reason: 'noSuchFile' };
  }
  for (const accepted of [conditions, [...conditions, ...lastConditions]]) {
    const target = patternTarget(imports as Record<string, unknown>, specifier, accepted);
    if (target === null) continue;
    return target.startsWith('./')
      ? settle(tree, { folder, output: null }, target)
      : { kind: 'bare', specifier: target };
  }
  return { kind: 'gap', reason: 'notExported' };
}

function settle(tree: FileTree, place: PackagePlace, target: string): Resolution {
  const path = joinPath(place.folder, target);
  if (path === null) return { kind: 'gap', reason: 'outsideRoot' };
  const found = probe(tree, path);
  if (found?.kind === 'file') return found;
  return sourceOf(tree, place, path) ?? found ?? { kind: 'gap', reason: 'noSuchFile' };
}

function exportTarget(exports: unknown, subpath: string, conditions: string[]): string | null {
  const isSubpathMap =
    typeof exports === 'object' &&
    exports !== null &&
    !Array.isArray(exports) &&
    Object.keys(exports).some((key) => key.startsWith('.'));
  if (isSubpathMap) return patternTarget(exports as Record<string, unknown>, subpath, conditions);
  return subpath === '.' ? conditionTarget(exports, conditions, '') : null;
}

/** Exact keys first, then patterns by the longest text before their `*` (Node.js, PACKAGE_IMPORTS_EXPORTS_RESOLVE). */
function patternTarget(map: Record<string, unknown>, key: string, conditions: string[]): string | null {
  if (Object.hasOwn(map, key) && !key.includes('*')) return conditionTarget(map[key], conditions, '');
  const patterns = Object.keys(map)
    .filter((pattern) => pattern.includes('*') || pattern.endsWith('/'))
    .sort((a, b) => b.split('*')[0].length - a.split('*')[0].length);
  for (const pattern of patterns) {
    const [before, after = ''] = pattern.endsWith('/') ? [pattern] : pattern.split('*');
    if (!key.startsWith(before) || !key.endsWith(after) || key.length < before.length + after.length)
      continue;
    const hole = key.slice(before.length, key.length - after.length);
    const target = conditionTarget(map[pattern], conditions, hole);
    return target !== null && pattern.endsWith('/') ? target + hole : target;
  }
  return null;
}

function conditionTarget(target: unknown, conditions: string[], hole: string, depth = 0): string | null {
  if (depth > 20) return null;
  if (typeof target === 'string') return target.replaceAll('*', hole);
  if (Array.isArray(target)) {
    for (const entry of target) {
      const found = conditionTarget(entry, conditions, hole, depth + 1);
      if (found !== null) return found;
    }
    return null;
  }
  if (typeof target !== 'object' || target === null) return null;
  for (const [condition, value] of Object.entries(target)) {
    if (condition !== 'default' && !conditions.includes(condition)) continue;
    const found = conditionTarget(value, conditions, hole, depth + 1);
    if (found !== null) return found;
  }
  return null;
}
