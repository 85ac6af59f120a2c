import { parse as parseJsonc } from 'jsonc-parser';
import { languageOf } from '../../core/languages/registry.ts';
import { joinPath } from '../../core/contracts/fileTree.ts';
import type { Walked } from './walk.ts';

const builtName = /^(dist|build|lib|out|output|esm|cjs|es|umd|types)([-_.][\w.-]+)?$/;

/**
 * Folders of build output, by evidence: the package's own manifest points its entry into the folder, the folder is
 * named as such folders are, and the package has a `src` folder with code from which it can have been made.
 */
export function builtFolders({ manifests, candidates, folders }: Walked): { path: string; why: string }[] {
  const found: { path: string; why: string }[] = [];
  for (const [path, text] of manifests) {
    if (!/(^|\/)package\.json$/.test(path)) continue;
    const home = path.slice(0, -'package.json'.length).replace(/\/$/, '');
    const source = home === '' ? 'src/' : `${home}/src/`;
    if (!candidates.some(({ path: file }) => file.startsWith(source) && languageOf(file))) continue;
    for (const folder of entryFolders(parseJsonc(text))) {
      const full = joinPath(home, folder);
      if (full === null || !folders.has(full)) continue;
      found.push({ path: full, why: `${path} names it as the build output of ${source}` });
    }
  }
  return found;
}

/** First folders, named like build output, of all paths that the manifest gives as entries. */
function entryFolders(manifest: unknown): Set<string> {
  const folders = new Set<string>();
  const visit = (value: unknown): void => {
    if (typeof value === 'string') {
      const first = /^(?:\.\/)?([^/]+)\//.exec(value)?.[1];
      if (first !== undefined && builtName.test(first)) folders.add(first);
    } else if (typeof value === 'object' && value !== null) {
      for (const entry of Object.values(value)) visit(entry);
    }
  };
  if (typeof manifest === 'object' && manifest !== null) {
    const entries = manifest as Record<string, unknown>;
    for (const key of [
      'main',
      'module',
      'browser',
      'types',
      'typings',
      'exports',
      'bin',
      'unpkg',
      'jsdelivr',
    ]) {
      visit(entries[key]);
    }
  }
  return folders;
}

/**
 * Folders named like build output of whose code more is squeezed than not: a bundler filled them. The shortest such
 * path of each. `files` are to be read, `squeezed` were left out as minified.
 */
export function squeezedFolders(files: readonly string[], squeezed: readonly string[]): string[] {
  const counts = new Map<string, { read: number; squeezed: number }>();
  const count = (path: string, which: 'read' | 'squeezed'): void => {
    const parts = path.split('/').slice(0, -1);
    const at = parts.findIndex((part) => builtName.test(part));
    if (at < 0) return;
    const folder = parts.slice(0, at + 1).join('/');
    const known = counts.get(folder) ?? { read: 0, squeezed: 0 };
    known[which]++;
    counts.set(folder, known);
  };
  for (const path of files) count(path, 'read');
  for (const path of squeezed) count(path, 'squeezed');
  return [...counts]
    .filter(([, { read, squeezed: dense }]) => dense > read && read > 0)
    .map(([folder]) => folder);
}

const typed = /\.[cm]?tsx?$/;
const declaring = /\.d\.[cm]?ts$/;
const builtEnding = /(\.d\.[cm]?ts|\.[cm]?jsx?)$/;
/** So much of what a root holds is made from the sources, or it is no output. */
const LEAST_SHARE = 0.6;
const LEAST_FILES = 3;

/**
 * Files that were built from TypeScript that is read as well: those of the same stems as the sources below `src/`, beside it or in
 * another folder of the package, where most of what lies there has one; and those that lie beside their own source, with
 * declarations or a source map.
 */
export function builtFiles({ manifests, candidates }: Walked): { path: string; why: string }[] {
  const homes = [...manifests.keys()]
    .filter((path) => /(^|\/)package\.json$/.test(path))
    .map((path) => path.slice(0, -'package.json'.length))
    .sort((a, b) => b.length - a.length);
  const paths = new Set(candidates.map(({ path }) => path));
  const inPackages = [...paths].filter((path) => homes.some((home) => path.startsWith(home)));
  // Manifests in subfolders may only say how what was built into them is loaded: such a folder is no package of its own.
  const withSources = homes.filter((home) => inPackages.some((path) => isSource(path, home)));
  const byHome = new Map<string, string[]>();
  for (const path of inPackages) {
    const home = withSources.find((each) => path.startsWith(each));
    if (home === undefined) continue;
    const own = byHome.get(home);
    if (own) own.push(path);
    else byHome.set(home, [path]);
  }
  return [...[...byHome].flatMap(([home, own]) => builtFrom(home, own)), ...builtBeside(inPackages, paths)];
}

/** True for TypeScript below `src/` of a package. */
function isSource(path: string, home: string): boolean {
  return path.startsWith(`${home}src/`) && typed.test(path) && !declaring.test(path);
}

/** Output in other folders than `src/`, root by root: each first folder of the package, and the package itself. */
function builtFrom(home: string, paths: readonly string[]): { path: string; why: string }[] {
  const source = `${home}src/`;
  const stems = new Map<string, string>();
  for (const path of paths)
    if (isSource(path, home)) stems.set(path.slice(source.length).replace(typed, ''), path);
  if (stems.size === 0) return [];
  const roots = new Map<string, { path: string; from: string | undefined }[]>();
  for (const path of paths) {
    if (path.startsWith(source) || !builtEnding.test(path)) continue;
    const below = path.slice(home.length).replace(builtEnding, '');
    // The package itself may be the root of what was built, or any of its folders.
    const [first, ...rest] = below.split('/');
    const inFolder = rest.length > 0 ? stems.get(rest.join('/')) : undefined;
    const from = inFolder ?? stems.get(below);
    const root = inFolder === undefined && stems.has(below) ? '' : rest.length > 0 ? first : '';
    const list = roots.get(root) ?? [];
    list.push({ path, from });
    roots.set(root, list);
  }
  return [...roots.values()].flatMap((files) => {
    const made = files.flatMap(({ path, from }) =>
      from === undefined ? [] : [{ path, why: `built from ${from}, which is read` }],
    );
    return made.length >= LEAST_FILES && made.length >= LEAST_SHARE * files.length ? made : [];
  });
}

/** `a.js` beside `a.ts`, where `a.d.ts` or `a.js.map` says that it was made. */
function builtBeside(paths: readonly string[], all: ReadonlySet<string>): { path: string; why: string }[] {
  return paths.flatMap((path) => {
    if (!builtEnding.test(path)) return [];
    const stem = path.replace(builtEnding, '');
    const source = ['.ts', '.tsx', '.mts', '.cts']
      .map((ending) => stem + ending)
      .find((other) => all.has(other));
    const isMade = ['.d.ts', '.d.mts', '.d.cts', '.js.map', '.mjs.map', '.cjs.map'].some((ending) =>
      all.has(stem + ending),
    );
    return source !== undefined && isMade ? [{ path, why: `built from ${source}, which is read` }] : [];
  });
}
