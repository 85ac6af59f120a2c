import type { ModulePlan } from './modulePlan.ts';

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
function pathsByContent(
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

const nameOf = (path: string): string => path.slice(path.lastIndexOf('/') + 1);

/** A plan whose placings follow renamed files, and how many did; what is placed under its new path already stays. */
export function withRenamed(
  plan: ModulePlan,
  renamed: ReadonlyMap<string, string>,
): { plan: ModulePlan; followed: number } {
  const taken = new Set(plan.placings.map(({ target }) => target));
  let followed = 0;
  const placings = plan.placings.map((placing) => {
    const [path] = placing.target.split('#', 1);
    const now = renamed.get(path);
    const target = now === undefined ? placing.target : now + placing.target.slice(path.length);
    if (now === undefined || taken.has(target)) return placing;
    followed++;
    return { ...placing, target };
  });
  placings.sort((a, b) => (a.target < b.target ? -1 : a.target > b.target ? 1 : 0));
  return { plan: { ...plan, placings }, followed };
}
