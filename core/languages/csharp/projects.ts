import { readCSharpProject, type CSharpProject } from '../../buildModules/csharp.ts';
import { folderOf, foldersAbove, type FileTree } from '../../contracts/fileTree.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import { mainRoutines } from '../reading/mainRoutines.ts';
import type { EntryPoint } from '../../contracts/language.ts';

/** Which projects a file belongs to, and what these know of each other. */
export interface Projects {
  /** The projects that a file belongs to; empty where there are no project files. */
  of(file: string): readonly string[];
  /** True when a file's projects are another's, or refer to them, directly or through others. */
  sees(file: string, other: string): boolean;
  /** Namespaces that all files of a file's projects use, beyond what files say themselves. */
  usings(file: string): readonly string[];
  /** True for a file of a project that builds a program, and for all where there are no projects. */
  buildsProgram(file: string): boolean;
  /** The package that a namespace outside comes from, as the file's projects name their packages; null for none. */
  packageOf(file: string, namespace: string): string | null;
}

const trees = new WeakMap<FileTree, Projects>();

/** The projects of a codebase, read once. */
export function projectsOf(tree: FileTree): Projects {
  let projects = trees.get(tree);
  if (!projects) trees.set(tree, (projects = indexProjects(readProjects(tree))));
  return projects;
}

function readProjects(tree: FileTree): CSharpProject[] {
  return [...tree.manifests()]
    .filter((path) => path.endsWith('.csproj'))
    .map((path) => readCSharpProject(path, tree.manifest(path) ?? ''));
}

function indexProjects(projects: readonly CSharpProject[]): Projects {
  const byPath = new Map(projects.map((project) => [project.path, project]));
  const byFolder = new Map<string, string[]>();
  const byFile = new Map<string, string[]>();
  for (const { path, linked } of projects) {
    push(byFolder, folderOf(path), path);
    for (const file of linked) push(byFile, file, path);
  }
  const seen = new Map<string, ReadonlySet<string>>();
  /** A project with all that it refers to. */
  const reach = (path: string): ReadonlySet<string> => {
    let found = seen.get(path);
    if (found) return found;
    const reached = new Set<string>();
    const open = [path];
    for (let next = open.pop(); next !== undefined; next = open.pop()) {
      if (reached.has(next)) continue;
      reached.add(next);
      open.push(...(byPath.get(next)?.references ?? []));
    }
    seen.set(path, (found = reached));
    return found;
  };
  const ofFolder = new Map<string, readonly string[]>();
  const nearest = (file: string): readonly string[] => {
    const folder = folderOf(file);
    let found = ofFolder.get(folder);
    if (!found) {
      const home = foldersAbove(file).find((above) => byFolder.has(above));
      ofFolder.set(folder, (found = home === undefined ? [] : byFolder.get(home)!));
    }
    return found;
  };
  const of = (file: string): readonly string[] => {
    const linked = byFile.get(file);
    return linked ? [...new Set([...nearest(file), ...linked])] : nearest(file);
  };
  return {
    of,
    sees(file, other) {
      const from = of(file);
      const to = of(other);
      if (from.length === 0 || to.length === 0) return true;
      return from.some((project) => to.some((wanted) => reach(project).has(wanted)));
    },
    usings: (file) => of(file).flatMap((path) => byPath.get(path)!.usings),
    buildsProgram: (file) => projects.length === 0 || of(file).some((path) => byPath.get(path)!.isProgram),
    packageOf(file, namespace) {
      const names = of(file).flatMap((path) => byPath.get(path)!.packages);
      const fitting = names.filter((name) => namespace === name || namespace.startsWith(`${name}.`));
      return fitting.sort((a, b) => b.length - a.length)[0] ?? null;
    },
  };
}

function push(map: Map<string, string[]>, key: string, value: string): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

/** Where programs begin: a static `Main`, in a project that builds a program where there are project files. */
export function programs(tree: FileTree, files: readonly FactsOfFile[]): EntryPoint[] {
  const { buildsProgram } = projectsOf(tree);
  return mainRoutines(files, ['csharp'], 'Main').filter(({ path }) => buildsProgram(path));
}
