import { foldersAbove, sharedFolders, type FileTree } from '../contracts/fileTree.ts';
import { moduleOfFiles, type BuildModule } from './buildModule.ts';
import { readBuildModules } from './readBuildModules.ts';

/** What of a codebase the build lets a file see: its own module, then what that is built against. */
export interface Vision {
  /**
   * Steps from the module of a file of a language to that of another: 0 within one, 1 to what its project file names, 2 to what
   * that names, …; Infinity to what it is not built against, and to what belongs to no module.
   */
  steps(from: string, to: string, language: string): number;
}

const visions = new WeakMap<FileTree, Vision>();

/** The vision of a codebase's build, read once. */
export function visionOf(tree: FileTree): Vision {
  let vision = visions.get(tree);
  if (!vision) visions.set(tree, (vision = createVision(readBuildModules(tree))));
  return vision;
}

/** Each module's reach is walked once, when a file of it is asked for; O(modules + what they name). */
export function createVision(modules: readonly BuildModule[]): Vision {
  const byKey = new Map(modules.map((module) => [module.key, module]));
  const moduleOf = moduleOfFiles(modules);
  const known = new Map<string, BuildModule | null>();
  const keyOf = (path: string, language: string): string | null => {
    const key = `${language}:${path}`;
    let module = known.get(key);
    if (module === undefined) known.set(key, (module = moduleOf(path, language)));
    return module?.key ?? null;
  };
  const reached = new Map<string, ReadonlyMap<string, number>>();
  const reachOf = (key: string): ReadonlyMap<string, number> => {
    let steps = reached.get(key);
    if (!steps) reached.set(key, (steps = walk(byKey, key)));
    return steps;
  };
  return {
    steps(from, to, language) {
      const home = keyOf(from, language);
      const other = keyOf(to, language);
      if (home === null || other === null) return Infinity;
      return home === other ? 0 : (reachOf(home).get(other) ?? Infinity);
    },
  };
}

function walk(byKey: ReadonlyMap<string, BuildModule>, start: string): ReadonlyMap<string, number> {
  const steps = new Map([[start, 0]]);
  // A map gives out what is added to it while it is walked: the nearer modules come first.
  for (const [key, step] of steps)
    for (const needed of byKey.get(key)?.dependsOn ?? []) if (!steps.has(needed)) steps.set(needed, step + 1);
  return steps;
}

/** Of several places with one name those that are meant from another: the first, and the others if nothing decides. */
export interface Meant<T> {
  first: T;
  others: readonly T[];
  /** True when only nearness by folders decides, which the build knows nothing of. */
  isInferred: boolean;
}

/**
 * Which of several places is meant, seen from a path: what the build sees first, then what lies in the same root of sources, then
 * the nearest by folders. `steps` and `path` say of each place how far the build has it and where it lies.
 */
export function nearestMeant<T>(
  places: readonly T[],
  from: string,
  {
    path,
    steps,
    rootOf = () => null,
    usual,
  }: {
    path(place: T): string;
    steps(place: T): number;
    /** The folder at which a path's packages begin, where the language has such. */
    rootOf?(path: string): string | null;
    /** Paths at which builds look for what is to be shipped, unless they are told otherwise. */
    usual?: RegExp;
  },
): Meant<T> {
  if (places.length === 1) return { first: places[0], others: [], isInferred: false };
  const seen = leastBy(places, steps);
  if (seen.length === 1) return { first: seen[0], others: [], isInferred: false };
  const root = rootOf(from);
  const beside = root === null ? [] : seen.filter((place) => rootOf(path(place)) === root);
  if (beside.length > 0) return { first: beside[0], others: beside.slice(1), isInferred: false };
  const near = leastBy(seen, (place) => -sharedFolders(path(place), from));
  if (near.length === 1) return { first: near[0], others: [], isInferred: true };
  const shipped = usual ? near.filter((place) => usual.test(path(place))) : [];
  if (shipped.length === 1) return { first: shipped[0], others: [], isInferred: true };
  const close = leastBy(near, (place) => foldersAbove(path(place)).length);
  return { first: close[0], others: close.slice(1), isInferred: true };
}

function leastBy<T>(all: readonly T[], measure: (item: T) => number): readonly T[] {
  const figures = all.map(measure);
  const least = Math.min(...figures);
  return all.filter((_, i) => figures[i] === least);
}
