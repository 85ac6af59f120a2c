import { folderOf } from '../contracts/fileTree.ts';

/** Where a declared dependency is there: for tests alone, or not before run time. */
export type DependencyScope = 'test' | 'runtime';

/** What the build takes for one unit, as its project files say. */
export interface BuildModule {
  /** The project file that declares it, with the target's name where the file declares several: the same in each survey. */
  key: string;
  name: string;
  /** Paths of what it is built from: folders with all below them that no other module names more closely, and files. */
  sources: string[];
  /** Keys of the modules of this codebase that it is built against, as it says itself. */
  dependsOn: string[];
  /** Of those, the keys of the ones that it says it needs for tests, or at run time, alone; absent where it says none. */
  scopes?: Record<string, DependencyScope>;
  /** Key of the module, of the same kind of build, in whose folder its own lies; null for none. */
  within: string | null;
  /** Ids of the languages that such a build compiles; files of others belong to it only where no build claims them. */
  languages: readonly string[];
  /** What it is built from or against is stated in part by what is not worked out (variables, functions, loops). */
  isPartlyRead?: true;
}

/** A module as its project file says it, before names are joined to the modules that bear them. */
export interface StatedModule extends Omit<BuildModule, 'dependsOn' | 'within' | 'scopes'> {
  /** Names by which others of its kind refer to it. */
  names: string[];
  /** Names it is built against. */
  needs: string[];
  /** Of those, the ones needed for tests, or at run time, alone. */
  scoped?: ReadonlyMap<string, DependencyScope>;
}

/** How one kind of build is read. Its project files may hold anything, and none of them is run. */
export interface BuildReader {
  pattern: RegExp;
  /** The modules of all project files of the kind, with their texts. */
  read(files: readonly { path: string; text: string }[]): StatedModule[];
}

/**
 * Which module a file belongs to: of those that compile its language the one whose sources name it most closely, then of
 * the others. O(depth of the file) a file.
 */
export function moduleOfFiles(
  modules: readonly BuildModule[],
): (path: string, language: string) => BuildModule | null {
  const bySource = new Map<string, BuildModule[]>();
  for (const module of modules)
    for (const source of module.sources) {
      const known = bySource.get(source);
      if (known) known.push(module);
      else bySource.set(source, [module]);
    }
  return (path, language) => {
    let other: BuildModule | null = null;
    for (let place = path; ; place = folderOf(place)) {
      const here = bySource.get(place) ?? [];
      const own = here.find(({ languages }) => languages.includes(language));
      if (own) return own;
      other ??= here[0] ?? null;
      if (place === '') return other;
    }
  };
}
