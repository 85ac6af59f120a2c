import { moduleNames } from './moduleNames.ts';
import { numbered } from './multilevel.ts';
import { NOWHERE, placedFigures, type PlacedBundles, type Why } from './placedFigures.ts';
import type { Pulls } from './pulls.ts';
import type { ShapeInput } from './shapeInput.ts';

/** A file in a module, by its index in the survey. */
export interface Placement {
  file: number;
  /** How close the module that pulls next comes to this one; 0 to 1. */
  doubt: number;
  why: Why;
}

export interface ProposedModule {
  name: string;
  /** By path. */
  members: Placement[];
}

/** Modules as they are proposed, the largest first. Each file stands in one of them, or is not placed. */
export interface Proposal {
  modules: ProposedModule[];
  /** Files that nothing links to a module. */
  notPlaced: number[];
}

/** A proposal from where bundles are put, with names, reasons and doubts. `names` are those of modules, where they have any. */
export function proposalOf(input: ShapeInput, placed: PlacedBundles, names?: readonly string[]): Proposal {
  const { bundles, files } = input;
  const { count, moduleOf } = bySize(placed.moduleOf, bundles.files);
  const modules = Array.from({ length: count }, (): ProposedModule => ({ name: '', members: [] }));
  const notPlaced: number[] = [];
  const { doubts, reasons, keptWith } = placedFigures(input, { ...placed, moduleOf });
  bundles.files.forEach((held, bundle) => {
    for (const file of held) {
      if (moduleOf[bundle] === NOWHERE) notPlaced.push(file);
      else
        modules[moduleOf[bundle]].members.push({
          file,
          doubt: doubts[bundle],
          why: { ...reasons(bundle), keptWith: keptWith(file) },
        });
    }
  });
  const given = names && namesInOrder(placed.moduleOf, moduleOf, names, count);
  const found = given ?? moduleNames(input, moduleOf, count);
  const byPath = (a: number, b: number): number => (files[a].path < files[b].path ? -1 : 1);
  modules.forEach((module, at) => {
    module.name = found[at];
    module.members.sort((a, b) => byPath(a.file, b.file));
  });
  return { modules, notPlaced: notPlaced.sort(byPath) };
}

/** Modules numbered anew, those with the most files first. */
function bySize(moduleOf: Int32Array, held: readonly number[][]): { count: number; moduleOf: Int32Array } {
  const sizes = new Map<number, number>();
  moduleOf.forEach((module, bundle) => {
    if (module !== NOWHERE) sizes.set(module, (sizes.get(module) ?? 0) + held[bundle].length);
  });
  const order = [...sizes].sort(([a, x], [b, y]) => y - x || a - b).map(([module]) => module);
  const numberOf = new Map(order.map((module, at) => [module, at]));
  return { count: order.length, moduleOf: moduleOf.map((module) => numberOf.get(module) ?? NOWHERE) };
}

function namesInOrder(
  before: Int32Array,
  after: Int32Array,
  names: readonly string[],
  count: number,
): string[] {
  const named = Array.from({ length: count }, () => '');
  after.forEach((module, bundle) => {
    if (module !== NOWHERE) named[module] = names[before[bundle]];
  });
  return named;
}

/** The fewest files that make a module by themselves; tests do not count, but where there is nothing else. */
const LEAST_FILES = 4;
/** What is small may be linked to what is small; so many times is looked where it belongs then. */
const PASSES = 3;

/**
 * Parts too small for a module go where most pulls at them; what nothing pulls at is placed nowhere. Parts may have
 * vertices beside those of the bundles, which are left out of the result.
 */
export function withoutSmallParts(
  { bundles, files }: ShapeInput,
  pulls: Pulls,
  partOf: Int32Array,
  leastFiles = LEAST_FILES,
): Int32Array {
  const isTestedCode = files.some(({ isTest }) => !isTest);
  const counts = (file: number): boolean => !isTestedCode || !files[file].isTest;
  const moduleOf = partOf.slice(0, bundles.count);
  const sizes = new Map<number, number>();
  moduleOf.forEach((part, bundle) =>
    sizes.set(part, (sizes.get(part) ?? 0) + bundles.files[bundle].filter(counts).length),
  );
  const isLarge = (part: number): boolean => (sizes.get(part) ?? 0) >= leastFiles;
  for (let pass = 0; pass < PASSES; pass++)
    for (let bundle = 0; bundle < bundles.count; bundle++) {
      if (isLarge(moduleOf[bundle])) continue;
      const towards = new Map<number, number>();
      for (let at = pulls.start[bundle]; at < pulls.start[bundle + 1]; at++) {
        const part = pulls.to[at] < bundles.count ? moduleOf[pulls.to[at]] : NOWHERE;
        if (isLarge(part)) towards.set(part, (towards.get(part) ?? 0) + pulls.weight[at]);
      }
      const [strongest] = [...towards].sort(([a, x], [b, y]) => y - x || a - b);
      if (strongest !== undefined) moduleOf[bundle] = strongest[0];
    }
  return moduleOf.map((part) => (isLarge(part) ? part : NOWHERE));
}

/** How many modules there are. */
export function countModules(moduleOf: Int32Array): number {
  return numbered(moduleOf.filter((module) => module !== NOWHERE)).count;
}
