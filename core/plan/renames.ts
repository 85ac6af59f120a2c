import { parseGroupKey } from '../arrangement/arrangement.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { decidingPlacings } from './decidingPlacings.ts';
import { byTarget, type ModulePlan, type Placing } from './modulePlan.ts';

/**
 * Files that bear another path than before and hold the same, by their old paths: of those that are gone and those that are
 * new, the two of one content; of several, the two of one name. `before` and `after` have the content of each path.
 */
export function renamedFiles(
  before: ReadonlyMap<string, string>,
  after: ReadonlyMap<string, string>,
): Map<string, string> {
  const gone = pathsByContent(before, after);
  const fresh = pathsByContent(after, before);
  const renamed = new Map<string, string>();
  for (const [content, old] of gone) {
    const now = fresh.get(content) ?? [];
    if (old.length === 1 && now.length === 1) renamed.set(old[0], now[0]);
    else
      for (const path of old) {
        const alike = now.filter((other) => nameOf(other) === nameOf(path));
        const rivals = old.filter((other) => nameOf(other) === nameOf(path));
        if (alike.length === 1 && rivals.length === 1) renamed.set(path, alike[0]);
      }
  }
  return renamed;
}

/** The paths that only one of two states has, by what they hold. */
export function pathsByContent(
  own: ReadonlyMap<string, string>,
  other: ReadonlyMap<string, string>,
): Map<string, string[]> {
  const paths = new Map<string, string[]>();
  for (const [path, content] of own) {
    if (other.has(path)) continue;
    const same = paths.get(content);
    if (same) same.push(path);
    else paths.set(content, [path]);
  }
  return paths;
}

/** The last part of a path. */
export const nameOf = (path: string): string => path.slice(path.lastIndexOf('/') + 1);

/**
 * A plan whose placings follow renamed files, and how many files did; what is placed under its new path already stays. A file
 * that stood where it did because of a folder around it is placed by itself where its new folder says something else.
 * `before` are the paths that there were.
 */
export function withRenamed(
  plan: ModulePlan,
  renamed: ReadonlyMap<string, string>,
  before: readonly string[],
): { plan: ModulePlan; followed: number } {
  const taken = new Set(plan.placings.map(({ target }) => target));
  const moved = new Set<string>();
  const placings = plan.placings.map((placing) => {
    const [path] = placing.target.split('#', 1);
    const now = renamed.get(path);
    const target = now === undefined ? placing.target : now + placing.target.slice(path.length);
    if (now === undefined || taken.has(target)) return placing;
    moved.add(path);
    return { ...placing, target };
  });
  const old = decidingByPath(
    plan,
    before.filter((path) => renamed.has(path)),
  );
  const next = decidingByPath({ ...plan, placings }, [...renamed.values()]);
  for (const [path, placing] of old) {
    const now = renamed.get(path)!;
    if (placing === null || placing.target === path || next.get(now)?.module === placing.module) continue;
    if (taken.has(now)) continue;
    placings.push({ ...placing, target: now });
    moved.add(path);
  }
  return { plan: { ...plan, placings: byTarget(placings) }, followed: moved.size };
}

/** Of paths alone: packages are not known of files that are gone, and follow what is in a file, not where it lies. */
function decidingByPath(plan: ModulePlan, paths: readonly string[]): Map<string, Placing | null> {
  const files = paths.map((path) => ({ path, element: -1 })) as SurveyedCodebase['files'];
  const placings = plan.placings.filter(({ target }) => parseGroupKey(target) === null);
  const deciding = decidingPlacings({ files }, { ...plan, placings }, () => {
    throw new Error('no packages are placed');
  });
  return new Map(paths.map((path, at) => [path, deciding[at]]));
}
