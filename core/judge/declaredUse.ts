import { moduleOfFiles, type BuildModule } from '../buildModules/buildModule.ts';
import { EVERYTHING_RESOLVED, passes } from '../graph/rollUp.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { testElements } from '../testCode.ts';

/**
 * How what a build module says that it is built against compares with what its code uses: used and not declared; not declared
 * itself, but by what is; declared and not used; declared for all and used by tests alone; not judged, since a build file is
 * read in part; and as it should be.
 */
export const declaredStates = [
  'undeclared',
  'through',
  'unused',
  'onlyTests',
  'unread',
  'asDeclared',
] as const;
export type DeclaredState = (typeof declaredStates)[number];

/** The ways in which what is declared and what is used differ. */
export const declaredFaults = [
  'undeclared',
  'through',
  'unused',
  'onlyTests',
] as const satisfies DeclaredState[];
export type DeclaredFault = (typeof declaredFaults)[number];

/** One build module that declares another, uses it, or both; by their places among the build modules of the survey. */
export interface ModuleDependency {
  from: number;
  to: number;
  state: DeclaredState;
  /** References in all, and those of test files. */
  references: number;
  ofTests: number;
  /** The declared modules from one to the other, both left out, where it is used through them. */
  path: number[];
  /** Rows of the dependencies that use it. */
  rows: number[];
}

/**
 * All pairs of build modules of which one declares or uses the other, worst first. What a module inherits from one that it
 * lies in counts as declared. A module without code uses nothing, and of one without code no use can be seen: what such
 * declare is not judged; nor is what would be a fault where either module, or one that is declared on the way, is read in
 * part. O(dependencies + modules · what they declare).
 */
export function declaredUse(survey: SurveyedCodebase): ModuleDependency[] {
  const { buildModules, files } = survey;
  const moduleOf = modulesOfElements(survey);
  const hasCode = new Uint8Array(buildModules.length);
  const hasOwnCode = new Uint8Array(buildModules.length);
  for (const { element, isTest } of files) {
    if (moduleOf[element] < 0) continue;
    hasCode[moduleOf[element]] = 1;
    if (!isTest) hasOwnCode[moduleOf[element]] = 1;
  }
  const uses = usesBetween(survey, moduleOf);
  const declared = declaredBy(buildModules);
  const isPartlyRead = (...modules: number[]): boolean =>
    modules.some((module) => buildModules[module].isPartlyRead);
  const found: ModuleDependency[] = [];
  buildModules.forEach((module, from) => {
    if (hasCode[from] === 0) return;
    const { pathTo, reached } = pathsFrom(declared, from);
    const isUnsure = isPartlyRead(...reached);
    const own = new Set(module.dependsOn.map((key) => declared.at.get(key)!));
    for (const to of new Set([...own, ...(uses.get(from)?.keys() ?? [])])) {
      if (to === from || (hasCode[to] === 0 && !uses.get(from)?.has(to))) continue;
      const use = uses.get(from)?.get(to) ?? { references: 0, ofTests: 0, rows: [] };
      const path = pathTo(to);
      // A module of tests alone needs nothing for anything else.
      const scope = module.scopes?.[buildModules[to].key] ?? (hasOwnCode[from] === 1 ? undefined : 'test');
      const state = stateOf({ use, path, isOwn: own.has(to), scope });
      const isUnread = state === 'undeclared' ? isUnsure || isPartlyRead(to) : isPartlyRead(from, to);
      found.push({
        from,
        to,
        state: isUnread && state !== 'asDeclared' ? 'unread' : state,
        ...use,
        path: path ?? [],
      });
    }
  });
  const rank = ({ state }: ModuleDependency): number => declaredStates.indexOf(state);
  return found.sort(
    (a, b) => rank(a) - rank(b) || b.references - a.references || a.from - b.from || a.to - b.to,
  );
}

function stateOf({
  use,
  path,
  isOwn,
  scope,
}: {
  use: Pick<ModuleDependency, 'references' | 'ofTests'>;
  path: readonly number[] | null;
  isOwn: boolean;
  scope: string | undefined;
}): DeclaredState {
  if (path === null) return 'undeclared';
  if (path.length > 0) return 'through';
  // What is needed at run time alone is used by no code; what is inherited is declared for others as well.
  if (use.references === 0) return scope === 'runtime' || !isOwn ? 'asDeclared' : 'unused';
  return use.ofTests === use.references && isOwn && scope === undefined ? 'onlyTests' : 'asDeclared';
}

/** The build module of each element, by its place; -1 for none. O(elements + files · depth). */
export function modulesOfElements({ elements, files, buildModules }: SurveyedCodebase): Int32Array {
  const at = new Map(buildModules.map(({ key }, i) => [key, i]));
  const moduleOf = moduleOfFiles(buildModules);
  const found = new Int32Array(elements.count).fill(-1);
  for (const { element, path, language } of files) {
    const module = moduleOf(path, language);
    if (module) found.fill(at.get(module.key)!, element, elements.subtreeEnd[element]);
  }
  return found;
}

type Use = Pick<ModuleDependency, 'references' | 'ofTests' | 'rows'>;

function usesBetween(survey: SurveyedCodebase, moduleOf: Int32Array): Map<number, Map<number, Use>> {
  const { dependencies } = survey;
  const isTest = testElements(survey);
  const uses = new Map<number, Map<number, Use>>();
  for (let row = 0; row < dependencies.count; row++) {
    const [user, used] = [dependencies.from[row], dependencies.to[row]];
    const [from, to] = [moduleOf[user], moduleOf[used]];
    if (from < 0 || to < 0 || from === to || !passes(dependencies, row, EVERYTHING_RESOLVED)) continue;
    let byUsed = uses.get(from);
    if (byUsed === undefined) uses.set(from, (byUsed = new Map<number, Use>()));
    let use = byUsed.get(to);
    if (use === undefined) byUsed.set(to, (use = { references: 0, ofTests: 0, rows: [] }));
    const places = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    use.references += places;
    if (isTest[user] === 1) use.ofTests += places;
    use.rows.push(row);
  }
  return uses;
}

interface Declared {
  at: ReadonlyMap<string, number>;
  /** What each module declares, with what it inherits from those that it lies in. */
  by: readonly (readonly number[])[];
}

function declaredBy(modules: readonly BuildModule[]): Declared {
  const at = new Map(modules.map(({ key }, i) => [key, i]));
  const by = modules.map((module) => {
    const keys = new Set<string>();
    for (let each: BuildModule | undefined = module; each; each = modules[at.get(each.within ?? '') ?? -1])
      for (const key of each.dependsOn) keys.add(key);
    return [...keys].map((key) => at.get(key)!);
  });
  return { at, by };
}

/**
 * For one module, all that it declares directly or indirectly, itself among them, and the shortest path of declared modules to
 * another, both ends left out; null where none leads there.
 */
function pathsFrom(
  { by }: Declared,
  start: number,
): { reached: number[]; pathTo: (to: number) => number[] | null } {
  const before = new Map<number, number>([[start, start]]);
  // A map is gone through in the order in which it grows: the nearer modules come first.
  for (const module of before.keys())
    for (const next of by[module]) if (!before.has(next)) before.set(next, module);
  const pathTo = (to: number): number[] | null => {
    if (!before.has(to)) return null;
    const path: number[] = [];
    for (let at = before.get(to)!; at !== start; at = before.get(at)!) path.unshift(at);
    return path;
  };
  return { reached: [...before.keys()], pathTo };
}
