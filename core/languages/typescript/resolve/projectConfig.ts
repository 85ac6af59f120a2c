import { parse as parseJsonc } from 'jsonc-parser';
import { globMatcher } from '../../../search/glob.ts';
import { folderOf, foldersAbove, isInside, joinPath, type FileTree } from '../../../contracts/fileTree.ts';
import { packageFolderOf } from './packages.ts';

/** The settings of one tsconfig.json (or jsconfig.json) that say where imports lead, `extends` worked in. */
export interface ProjectConfig {
  folder: string;
  baseUrl: string | null;
  paths: { pattern: string; targets: string[]; base: string }[];
  rootDirs: string[];
  customConditions: string[];
  /** Where the compiler writes, and from where; null when the config does not say. */
  output: { outDir: string; rootDir: string } | null;
  references: string[];
  covers(file: string): boolean;
}

interface RawConfig {
  extends?: unknown;
  compilerOptions?: Record<string, unknown>;
  files?: unknown;
  include?: unknown;
  exclude?: unknown;
  references?: unknown;
}

const MAX_EXTENDS = 20;

/** Finds the project that governs a file: the nearest config, or the one it refers to that covers the file. */
export function projectFinder(tree: FileTree): (file: string) => ProjectConfig | null {
  const configs = new Map<string, ProjectConfig | null>();
  const byFolder = new Map<string, ProjectConfig[]>();
  const load = (path: string): ProjectConfig | null => {
    let config = configs.get(path);
    if (config === undefined) configs.set(path, (config = readConfig(tree, path)));
    return config;
  };
  const inFolder = (folder: string): ProjectConfig[] => {
    let found = byFolder.get(folder);
    if (!found) {
      found = ['tsconfig.json', 'jsconfig.json']
        .map((name) => load(folder === '' ? name : `${folder}/${name}`))
        .filter((config) => config !== null);
      byFolder.set(folder, found);
    }
    return found;
  };
  return (file) => {
    let nearest: ProjectConfig | null = null;
    for (const folder of foldersAbove(file)) {
      for (const config of inFolder(folder)) {
        nearest ??= config;
        if (config.covers(file)) return config;
        for (const reference of config.references) {
          const referred = load(reference);
          if (referred?.covers(file)) return referred;
        }
      }
    }
    return nearest;
  };
}

function stringList(value: unknown): string[] {
  return Array.isArray(value) ? value.filter((entry) => typeof entry === 'string') : [];
}

function readRaw(tree: FileTree, path: string): RawConfig | null {
  const text = tree.manifest(path);
  if (text === undefined) return null;
  const value: unknown = parseJsonc(text, [], { allowTrailingComma: true });
  return typeof value === 'object' && value !== null && !Array.isArray(value) ? value : null;
}

/** The chain of configs from the file itself to what it extends; a later entry gives way to an earlier one. */
function extendsChain(tree: FileTree, path: string, seen: Set<string>): { path: string; raw: RawConfig }[] {
  const raw = readRaw(tree, path);
  if (!raw || seen.has(path) || seen.size > MAX_EXTENDS) return [];
  seen.add(path);
  const parents = typeof raw.extends === 'string' ? [raw.extends] : stringList(raw.extends);
  const chain = [{ path, raw }];
  for (const parent of parents.reverse()) {
    const target = extendedPath(tree, path, parent);
    if (target !== null) chain.push(...extendsChain(tree, target, seen));
  }
  return chain;
}

function extendedPath(tree: FileTree, from: string, parent: string): string | null {
  const folder = folderOf(from);
  const bases = parent.startsWith('.')
    ? [joinPath(folder, parent)]
    : [packageFolderOf(tree, from) ?? '', ''].map((base) => joinPath(base, `node_modules/${parent}`));
  for (const base of bases) {
    if (base === null) continue;
    for (const candidate of [base, `${base}.json`, `${base}/tsconfig.json`]) {
      if (tree.manifest(candidate) !== undefined) return candidate;
    }
  }
  return null;
}

function readConfig(tree: FileTree, path: string): ProjectConfig | null {
  const chain = extendsChain(tree, path, new Set());
  if (chain.length === 0) return null;
  const folder = folderOf(path);
  const withConfigDir = (text: string): string => text.replace('${configDir}', '.');
  const option = (name: string): { value: unknown; base: string } | null => {
    for (const { path: at, raw } of chain) {
      const value = raw.compilerOptions?.[name];
      if (value !== undefined) {
        const inherited = JSON.stringify(value)?.includes('${configDir}') ? folder : folderOf(at);
        return { value, base: inherited };
      }
    }
    return null;
  };
  const baseUrl = option('baseUrl');
  const base =
    typeof baseUrl?.value === 'string' ? joinPath(baseUrl.base, withConfigDir(baseUrl.value)) : null;
  const paths = option('paths');
  const rootDirs = option('rootDirs');
  return {
    folder,
    baseUrl: base,
    paths: pathPatterns(paths?.value, base ?? paths?.base ?? folder, withConfigDir),
    rootDirs: stringList(rootDirs?.value)
      .map((dir) => joinPath(rootDirs!.base, withConfigDir(dir)))
      .filter((dir) => dir !== null),
    output: outputOf(option, folder),
    customConditions: stringList(option('customConditions')?.value),
    references: references(tree, folder, chain[0].raw.references),
    covers: coverage(folder, chain),
  };
}

function outputOf(
  option: (name: string) => { value: unknown; base: string } | null,
  folder: string,
): ProjectConfig['output'] {
  const folderIn = (name: string): string | null => {
    const found = option(name);
    return typeof found?.value === 'string'
      ? joinPath(found.base, found.value.replace('${configDir}', '.'))
      : null;
  };
  const outDir = folderIn('declarationDir') ?? folderIn('outDir');
  return outDir === null
    ? null
    : { outDir, rootDir: folderIn('rootDir') ?? joinPath(folder, 'src') ?? folder };
}

function pathPatterns(
  value: unknown,
  base: string,
  withConfigDir: (text: string) => string,
): ProjectConfig['paths'] {
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value)
    .map(([pattern, targets]) => ({ pattern, targets: stringList(targets).map(withConfigDir), base }))
    .sort((a, b) => specificity(b.pattern) - specificity(a.pattern));
}

/** An exact pattern goes before one with a `*`, and of these the one with the longest text before it. */
function specificity(pattern: string): number {
  const star = pattern.indexOf('*');
  return star < 0 ? Number.MAX_SAFE_INTEGER : star;
}

function references(tree: FileTree, folder: string, value: unknown): string[] {
  if (!Array.isArray(value)) return [];
  const found: string[] = [];
  for (const entry of value as { path?: unknown }[]) {
    const target = typeof entry?.path === 'string' ? joinPath(folder, entry.path) : null;
    if (target === null) continue;
    const path = target.endsWith('.json')
      ? target
      : target === ''
        ? 'tsconfig.json'
        : `${target}/tsconfig.json`;
    if (tree.manifest(path) !== undefined) found.push(path);
  }
  return found;
}

function coverage(folder: string, chain: { path: string; raw: RawConfig }[]): (file: string) => boolean {
  const listed = (name: 'files' | 'include' | 'exclude'): string[] | null => {
    const owner = chain.find(({ raw }) => Array.isArray(raw[name]));
    if (!owner) return null;
    const base = folderOf(owner.path);
    return stringList(owner.raw[name]).map(
      (entry) => joinPath(base, entry.replace('${configDir}', '.')) ?? '',
    );
  };
  const files = listed('files');
  const include = listed('include') ?? (files ? [] : [folder]);
  const exclude = listed('exclude') ?? [];
  const matcher = (globs: string[]): ((file: string) => boolean) => {
    const tests = globs.map((glob) =>
      /[*?]/.test(glob) ? globMatcher(glob) : (file: string) => isInside(file, glob),
    );
    return (file) => tests.some((test) => test(file));
  };
  const isIncluded = matcher(include);
  const isExcluded = matcher(exclude);
  return (file) => files?.includes(file) === true || (isIncluded(file) && !isExcluded(file));
}
