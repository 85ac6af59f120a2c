import type { TogetherReason } from './keptTogether.ts';
import type { BundleLinks } from './linkPulls.ts';
import { moduleNames } from './moduleNames.ts';
import { numbered } from './multilevel.ts';
import type { Pulls } from './pulls.ts';
import type { ShapeInput } from './shapeInput.ts';

/** Why a file is proposed for a module, in figures. */
export interface Why {
  /** How many files or bundles it uses or is used by, and how many of them stand in its module. */
  linked: number;
  inside: number;
  /** How many of those inside it calls or is called by. */
  calls: number;
  /** The module that pulls at it next, and how many of the linked ones stand there; null for none. */
  next: { module: number; linked: number } | null;
  /** The file that it is never parted from, and what they are to each other; null for none. */
  keptWith: { file: number; reason: TogetherReason } | null;
}

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

/** A bundle in none. */
export const NOWHERE = -1;

/** Where each bundle is put, the module by its number or {@link NOWHERE}, and what pulls at it. */
export interface PlacedBundles {
  moduleOf: Int32Array;
  pulls: Pulls;
  /** For each pull, how far both ends may be said to stand together: 0 to 1. */
  agreement?: Float64Array;
}

/** What is told of each placed bundle, whoever placed it. */
export interface PlacedFigures {
  doubts: Float64Array;
  reasons: (bundle: number) => Omit<Why, 'keptWith'>;
  keptWith: (file: number) => Why['keptWith'];
}

/** O(pulls + links). */
export function placedFigures({ bundles, links }: ShapeInput, placed: PlacedBundles): PlacedFigures {
  return {
    doubts: doubtsOf(placed),
    reasons: reasonsOf(links, placed.moduleOf),
    keptWith(file) {
      const reason = bundles.why[file];
      return reason === null ? null : { file: bundles.files[bundles.bundleOf[file]][0], reason };
    },
  };
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

/**
 * For each bundle, the pull of the module that comes next as a share of that of its own; 1 where another one pulls more.
 * Pulls on which runs did not agree count less.
 */
function doubtsOf({ moduleOf, pulls, agreement }: PlacedBundles): Float64Array {
  const doubts = new Float64Array(moduleOf.length);
  const towards = new Map<number, number>();
  for (let v = 0; v < moduleOf.length; v++) {
    towards.clear();
    for (let at = pulls.start[v]; at < pulls.start[v + 1]; at++) {
      const other = pulls.to[at];
      if (other >= moduleOf.length || moduleOf[other] === NOWHERE) continue;
      const weight = pulls.weight[at] * (agreement ? (1 + agreement[at]) / 2 : 1);
      towards.set(moduleOf[other], (towards.get(moduleOf[other]) ?? 0) + weight);
    }
    const own = towards.get(moduleOf[v]) ?? 0;
    towards.delete(moduleOf[v]);
    const next = Math.max(0, ...towards.values());
    doubts[v] = next === 0 ? (own === 0 ? 1 : 0) : Math.min(1, next / Math.max(own, Number.MIN_VALUE));
  }
  return doubts;
}

/** What links each bundle, and where to; O(links) once, then O(links of the bundle). */
function reasonsOf(links: BundleLinks, moduleOf: Int32Array): (bundle: number) => Omit<Why, 'keptWith'> {
  // By the other end: whether either calls the other.
  const linkedWith = Array.from({ length: links.count }, () => new Map<number, boolean>());
  for (let from = 0; from < links.count; from++)
    for (let at = links.start[from]; at < links.start[from + 1]; at++) {
      const to = links.to[at];
      const calls = links.hasCalls[at] === 1;
      linkedWith[from].set(to, calls || (linkedWith[from].get(to) ?? false));
      linkedWith[to].set(from, calls || (linkedWith[to].get(from) ?? false));
    }
  return (bundle) => {
    const counts = new Map<number, number>();
    let calls = 0;
    for (const [other, isCalled] of linkedWith[bundle]) {
      if (isCalled && moduleOf[other] === moduleOf[bundle]) calls++;
      counts.set(moduleOf[other], (counts.get(moduleOf[other]) ?? 0) + 1);
    }
    const inside = counts.get(moduleOf[bundle]) ?? 0;
    counts.delete(moduleOf[bundle]);
    counts.delete(NOWHERE);
    const [next] = [...counts].sort(([a, x], [b, y]) => y - x || a - b);
    return {
      linked: linkedWith[bundle].size,
      inside,
      calls,
      next: next === undefined ? null : { module: next[0], linked: next[1] },
    };
  };
}

/** The fewest files that make a module by themselves. */
const LEAST_FILES = 4;
/** What is small may be linked to what is small; so many times is looked where it belongs then. */
const PASSES = 3;

/**
 * Parts too small for a module go where most pulls at them; what nothing pulls at is placed nowhere. Parts may have
 * vertices beside those of the bundles, which are left out of the result.
 */
export function withoutSmallParts({ bundles }: ShapeInput, pulls: Pulls, partOf: Int32Array): Int32Array {
  const moduleOf = partOf.slice(0, bundles.count);
  const sizes = new Map<number, number>();
  moduleOf.forEach((part, bundle) => sizes.set(part, (sizes.get(part) ?? 0) + bundles.files[bundle].length));
  const isLarge = (part: number): boolean => (sizes.get(part) ?? 0) >= LEAST_FILES;
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
