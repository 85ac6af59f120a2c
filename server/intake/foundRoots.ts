import { parse as parseJsonc } from 'jsonc-parser';
import { isRecord } from '../../core/manifests/manifest.ts';
import { folderOf, joinPath } from '../../core/contracts/fileTree.ts';

/** A folder from which a project file has imports resolved. */
export interface FoundRoot {
  root: string;
  /** The project file, and its setting. */
  from: string;
  setting: string;
}

/** The roots that project files of TypeScript and JavaScript name: `baseUrl`, `rootDirs`, and targets of `paths`. */
export function foundRoots(manifests: ReadonlyMap<string, string>): FoundRoot[] {
  const found = new Map<string, FoundRoot>();
  for (const [path, text] of manifests) {
    if (!/(^|\/)[tj]sconfig[^/]*\.json$/.test(path)) continue;
    const document: unknown = parseJsonc(text);
    const options = isRecord(document) && isRecord(document.compilerOptions) ? document.compilerOptions : {};
    for (const [setting, folder] of settings(options)) {
      const root = joinPath(folderOf(path), folder);
      if (root === null) continue;
      const key = `${root} ${setting}`;
      if (!found.has(key)) found.set(key, { root: root === '' ? '.' : root, from: path, setting });
    }
  }
  return [...found.values()];
}

function settings(options: Record<string, unknown>): [setting: string, folder: string][] {
  const { baseUrl, rootDirs, paths } = options;
  const base = typeof baseUrl === 'string' ? baseUrl : '.';
  const named: [string, string][] = typeof baseUrl === 'string' ? [['baseUrl', baseUrl]] : [];
  if (Array.isArray(rootDirs))
    for (const folder of rootDirs) if (typeof folder === 'string') named.push(['rootDirs', folder]);
  for (const [pattern, targets] of Object.entries(isRecord(paths) ? paths : {})) {
    for (const target of Array.isArray(targets) ? targets : [])
      if (typeof target === 'string') named.push([pattern, `${base}/${target.replace(/\/?\*.*$/, '')}`]);
  }
  return named;
}
