import type { EntryPoint } from '../../../contracts/language.ts';
import { folderOf, joinPath, type FileTree } from '../../../contracts/fileTree.ts';
import { readManifest, type PackageManifest } from './packages.ts';
import { probe, probeFile, sourceOfBuilt } from './probe.ts';

/** Files that the manifests of packages hand to the outside: programs, mains, exports, and what their scripts run. */
export function packageEntries(tree: FileTree): EntryPoint[] {
  const found = new Map<string, EntryPoint>();
  for (const path of tree.manifests()) {
    if (!/(^|\/)package\.json$/.test(path)) continue;
    const folder = folderOf(path);
    const manifest = readManifest(tree, folder);
    if (!manifest) continue;
    for (const entry of [...entriesOf(tree, folder, manifest), ...scriptEntries(tree, folder, manifest)])
      if (!found.has(entry.path)) found.set(entry.path, entry);
  }
  return [...found.values()];
}

function entriesOf(tree: FileTree, folder: string, manifest: PackageManifest): EntryPoint[] {
  const { name, main, module, types, typings, exports, bin } = manifest;
  const label = typeof name === 'string' ? name : folder;
  const named: [role: EntryPoint['role'], label: string, target: unknown][] = [];
  if (typeof bin === 'string') named.push(['program', label, bin]);
  else if (typeof bin === 'object' && bin !== null)
    for (const [program, target] of Object.entries(bin)) named.push(['program', program, target]);
  for (const [subpath, target] of exportTargets(exports, '.'))
    named.push(['export', subpath === '.' ? label : `${label}${subpath.slice(1)}`, target]);
  for (const target of [main, module, types, typings]) named.push(['main', label, target]);
  return named.flatMap(([role, what, target]) => {
    const path = typeof target === 'string' ? sourceFile(tree, folder, target) : null;
    return path === null ? [] : [{ path, role, name: what }];
  });
}

/** Every path under `exports`, with the subpath it stands for; patterns stand for too many to be listed. */
function* exportTargets(
  value: unknown,
  subpath: string,
  depth = 0,
): Generator<[subpath: string, target: string]> {
  if (depth > 8) return;
  if (typeof value === 'string') {
    if (!value.includes('*')) yield [subpath, value];
  } else if (Array.isArray(value)) {
    for (const entry of value) yield* exportTargets(entry, subpath, depth + 1);
  } else if (typeof value === 'object' && value !== null) {
    for (const [key, entry] of Object.entries(value))
      yield* exportTargets(entry, key.startsWith('.') ? key : subpath, depth + 1);
  }
}

function scriptEntries(tree: FileTree, folder: string, { scripts }: PackageManifest): EntryPoint[] {
  if (typeof scripts !== 'object' || scripts === null) return [];
  return Object.entries(scripts).flatMap(([name, command]): EntryPoint[] => {
    const words = typeof command === 'string' ? command.split(/[\s;&|'"=]+/) : [];
    return words.flatMap((word) => {
      if (!/[/.]/.test(word)) return [];
      const path = joinPath(folder, word.replace(/^\.\//, ''));
      const file = path === null || path === '' ? null : probeFile(tree, path);
      return file?.kind === 'file' ? [{ path: file.path, role: 'script', name: `npm run ${name}` }] : [];
    });
  });
}

function sourceFile(tree: FileTree, folder: string, target: string): string | null {
  const path = joinPath(folder, target);
  if (path === null) return null;
  const found = probe(tree, path);
  if (found?.kind === 'file') return found.path;
  const source = sourceOfBuilt(tree, folder, path);
  return source?.kind === 'file' ? source.path : null;
}
