import { isRecord, textOrNull } from '../../manifests/manifest.ts';
import { listOf, parseXml } from '../../manifests/jvm.ts';
import { folderOf, foldersAbove, joinPath, type FileTree } from '../../link/fileTree.ts';
import type { FactsOfFile } from '../../link/linked.ts';
import { mainRoutines } from '../reading/mainRoutines.ts';
import type { EntryPoint } from '../language.ts';

/** A C# project file, as far as it says what its files may name. */
interface Project {
  path: string;
  /** Project files referred to, as paths. */
  references: string[];
  /** Files listed that lie outside of the project's folder. */
  linked: string[];
  packages: string[];
  /** Namespaces that all its files use. */
  usings: string[];
  isProgram: boolean;
}

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

function readProjects(tree: FileTree): Project[] {
  const found: Project[] = [];
  for (const path of tree.manifests()) {
    if (!path.endsWith('.csproj')) continue;
    try {
      found.push(readProject(path, tree.manifest(path) ?? ''));
    } catch {
      // What cannot be read says nothing, but its folder is a project all the same.
      found.push({ path, references: [], linked: [], packages: [], usings: [], isProgram: false });
    }
  }
  return found;
}

function readProject(path: string, text: string): Project {
  const { Project: project } = parseXml(text);
  const groups = isRecord(project) ? listOf(project.ItemGroup) : [];
  const properties = isRecord(project) ? listOf(project.PropertyGroup) : [];
  const folder = folderOf(path);
  const included = (item: string): string[] =>
    groups
      .flatMap((group) => listOf(group[item]))
      .map((entry) => textOrNull(entry['@_Include']))
      .filter((name) => name !== null);
  const paths = (item: string): string[] =>
    included(item)
      .map((name) => joinPath(folder, name.replaceAll('\\', '/')))
      .filter((name) => name !== null);
  return {
    path,
    references: paths('ProjectReference'),
    linked: paths('Compile').filter((file) => file.endsWith('.cs') && !file.startsWith(`${folder}/`)),
    packages: included('PackageReference'),
    usings: included('Using'),
    isProgram: properties.some(({ OutputType }) => /^(win)?exe$/i.test(textOrNull(OutputType) ?? '')),
  };
}

function indexProjects(projects: readonly Project[]): Projects {
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
