import { folderOf, foldersAbove, sharedFolders, type FileTree } from '../contracts/fileTree.ts';
import type { BuildModule, BuildReader, StatedModule } from './buildModule.ts';
import { cmake } from './cmake.ts';
import { csharpProjects } from './csharp.ts';
import { gradle } from './gradle.ts';
import { maven } from './maven.ts';
import { npm } from './npm.ts';
import { python } from './python.ts';

/** Every kind of build that is read for its units. */
const readers: readonly BuildReader[] = [maven, gradle, npm, csharpProjects, cmake, python];

/** The build modules of a codebase, by key. What its project files do not plainly state is not guessed. */
export function readBuildModules(tree: Pick<FileTree, 'manifests' | 'manifest'>): BuildModule[] {
  const paths = [...tree.manifests()].sort();
  const found = readers.flatMap((reader) => {
    const files = paths
      .filter((path) => reader.pattern.test(path))
      .map((path) => ({ path, text: tree.manifest(path) ?? '' }));
    return joined(reader.read(files));
  });
  return found.sort((a, b) => (a.key < b.key ? -1 : 1));
}

/** Names joined to the modules that bear them; of several of one name, the nearest by folders, or none when two are. */
function joined(stated: readonly StatedModule[]): BuildModule[] {
  const byName = new Map<string, StatedModule[]>();
  const byFolder = new Map<string, StatedModule>();
  for (const module of stated) {
    for (const name of module.names) byName.set(name, [...(byName.get(name) ?? []), module]);
    const folder = folderOf(module.key);
    if (!byFolder.has(folder)) byFolder.set(folder, module);
  }
  return stated.map(({ names: _, needs, scoped, ...module }) => {
    const known = [...new Set(needs)].flatMap((name) =>
      nearest(byName.get(name) ?? [], module.key).map((key) => ({ key, scope: scoped?.get(name) })),
    );
    const scopes = known.flatMap(({ key, scope }) => (scope === undefined ? [] : [[key, scope] as const]));
    return {
      ...module,
      dependsOn: known.map(({ key }) => key),
      ...(scopes.length === 0 ? {} : { scopes: Object.fromEntries(scopes) }),
      within:
        foldersAbove(folderOf(module.key))
          .filter((folder) => folder !== folderOf(module.key))
          .map((folder) => byFolder.get(folder)?.key)
          .find((key) => key !== undefined) ?? null,
    };
  });
}

/**
 * Of several modules of one name the one that lies nearest, by the folders they share and then by how deep it lies: of versions
 * of a tree beside each other the own one. None when two are as near.
 */
function nearest(candidates: readonly StatedModule[], from: string): string[] {
  const others = candidates.filter(({ key }) => key !== from);
  const shared = Math.max(...others.map(({ key }) => sharedFolders(key, from)));
  const near = others.filter(({ key }) => sharedFolders(key, from) === shared);
  const depth = Math.min(...near.map(({ key }) => foldersAbove(key).length));
  const nearestOnes = near.filter(({ key }) => foldersAbove(key).length === depth);
  return nearestOnes.length === 1 ? [nearestOnes[0].key] : [];
}
