import { hubsAndStarters } from './hubs.ts';
import type { BundleLinks } from './linkPulls.ts';
import type { TogetherReason } from './keptTogether.ts';
import type { Pulls } from './pulls.ts';
import type { ShapeInput } from './shapeInput.ts';

/** Why a file is proposed for a module, in figures. */
export interface Why {
  /** How many files or bundles it uses or is used by, and how many of them stand in its module. */
  linked: number;
  inside: number;
  /** How many of those inside it calls or is called by. */
  calls: number;
  /** The module that pulls at it most, or after its own, and how many of the linked ones stand there; null for none. */
  next: { module: number; linked: number } | null;
  /** How many use it, where that is a good part of all: it says little of where it belongs. Null for others. */
  hub: number | null;
  /** How many it uses, where it uses a good part of all and nobody uses it: it starts the others. Null for others. */
  starts: number | null;
  /** The file that it is never parted from, and what they are to each other; null for none. */
  keptWith: { file: number; reason: TogetherReason } | null;
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

/** How modules pull at each bundle. */
export interface ModulePulls {
  /** The pull of its own module, of the strongest of the others, and of all together. */
  own: Float64Array;
  next: Float64Array;
  all: Float64Array;
  /** The module that pulls most, its own left out; {@link NOWHERE} for none. */
  nextModule: Int32Array;
}

/** What is told of each placed bundle, whoever placed it. */
export interface PlacedFigures {
  pulls: ModulePulls;
  /**
   * For each bundle, the pull of the module that comes next as a share of that of its own; 1 where another one pulls more, and
   * for what nothing holds.
   */
  doubts: Float64Array;
  /** `next` is the module that is told beside its own; the one that pulls most where it is not said. */
  reasons: (bundle: number, next?: number) => Omit<Why, 'keptWith'>;
  keptWith: (file: number) => Why['keptWith'];
}

/** O(pulls + links). */
export function placedFigures({ bundles, links }: ShapeInput, placed: PlacedBundles): PlacedFigures {
  const pulls = modulePulls(placed);
  return {
    pulls,
    doubts: pulls.own.map((own, bundle) => {
      const next = pulls.next[bundle];
      return next === 0 ? (own === 0 ? 1 : 0) : Math.min(1, next / Math.max(own, Number.MIN_VALUE));
    }),
    reasons: reasonsOf(links, placed.moduleOf, pulls.nextModule),
    keptWith(file) {
      const reason = bundles.why[file];
      return reason === null ? null : { file: bundles.files[bundles.bundleOf[file]][0], reason };
    },
  };
}

/** Pulls on which runs did not agree count less. O(pulls). */
function modulePulls({ moduleOf, pulls, agreement }: PlacedBundles): ModulePulls {
  const count = moduleOf.length;
  const sums: ModulePulls = {
    own: new Float64Array(count),
    next: new Float64Array(count),
    all: new Float64Array(count),
    nextModule: new Int32Array(count).fill(NOWHERE),
  };
  const towards = new Map<number, number>();
  for (let v = 0; v < count; v++) {
    towards.clear();
    for (let at = pulls.start[v]; at < pulls.start[v + 1]; at++) {
      const other = pulls.to[at];
      if (other >= count || moduleOf[other] === NOWHERE) continue;
      const weight = pulls.weight[at] * (agreement ? (1 + agreement[at]) / 2 : 1);
      sums.all[v] += weight;
      towards.set(moduleOf[other], (towards.get(moduleOf[other]) ?? 0) + weight);
    }
    for (const [module, weight] of towards) {
      if (module === moduleOf[v]) sums.own[v] = weight;
      else if (weight > sums.next[v] || (weight === sums.next[v] && module < sums.nextModule[v])) {
        sums.next[v] = weight;
        sums.nextModule[v] = module;
      }
    }
  }
  return sums;
}

/** What links each bundle, and where to; O(links) once, then O(links of the bundle). */
function reasonsOf(
  links: BundleLinks,
  moduleOf: Int32Array,
  nextModule: Int32Array,
): PlacedFigures['reasons'] {
  // By the other end: whether either calls the other.
  const linkedWith = Array.from({ length: links.count }, () => new Map<number, boolean>());
  for (let from = 0; from < links.count; from++)
    for (let at = links.start[from]; at < links.start[from + 1]; at++) {
      const to = links.to[at];
      const calls = links.hasCalls[at] === 1;
      linkedWith[from].set(to, calls || (linkedWith[from].get(to) ?? false));
      linkedWith[to].set(from, calls || (linkedWith[to].get(from) ?? false));
    }
  const { hub, starts } = hubsAndStarters(links);
  return (bundle, next = nextModule[bundle]) => {
    const own = moduleOf[bundle];
    const why: Omit<Why, 'keptWith'> = {
      linked: linkedWith[bundle].size,
      inside: 0,
      calls: 0,
      next: null,
      hub: hub[bundle] || null,
      starts: starts[bundle] || null,
    };
    let there = 0;
    for (const [other, isCalled] of linkedWith[bundle]) {
      if (moduleOf[other] === NOWHERE) continue;
      if (moduleOf[other] === next) there++;
      if (moduleOf[other] !== own) continue;
      why.inside++;
      if (isCalled) why.calls++;
    }
    return { ...why, next: next === NOWHERE ? null : { module: next, linked: there } };
  };
}
