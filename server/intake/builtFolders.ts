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
      found.push({ path: full, why: `${path} names it as what is built from ${source}` });
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
