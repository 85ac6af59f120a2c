import { parseGroupKey, type Arrangement } from '../arrangement/arrangement.ts';
import { foldersAbove } from '../contracts/fileTree.ts';
import { globMatcher, isGlob } from '../search/glob.ts';
import type { SurveyedCodebase } from '../survey.ts';
import type { ModulePlan, Placing } from './modulePlan.ts';

const BELOW = '/**';
const EVERYTHING = '**';

/** The glob of all that lies below a folder, '' for the top; null where its name would read as a pattern. */
export function globBelow(folder: string): string | null {
  if (folder === '') return EVERYTHING;
  return isGlob(folder) ? null : folder + BELOW;
}

/** The folder of a glob that {@link globBelow} gives; null for every other text. */
export function folderOfGlob(target: string): string | null {
  if (target === EVERYTHING) return '';
  if (!target.endsWith(BELOW)) return null;
  const folder = target.slice(0, -BELOW.length);
  return isGlob(folder) ? null : folder;
}

/**
 * For each file of a survey the placing that says where it stands, null for none. A file that is named itself comes before a
 * package, and that before a glob, of which the longest decides; never the order in which they stand. A module that the plan
 * does not have places nothing. `packages` is asked for only where a placing names one.
 * O(files · (depth + globs that are no whole folders)).
 */
export function decidingPlacings(
  { files }: Pick<SurveyedCodebase, 'files'>,
  { modules, placings }: ModulePlan,
  packages: () => Arrangement,
): (Placing | null)[] {
  const ids = new Set(modules.map(({ id }) => id));
  const known = placings.filter(({ module }) => module === null || ids.has(module));
  // A path may hold signs of patterns, and means itself then.
  const paths = new Set(files.map(({ path }) => path));
  const named = new Map(known.map((placing) => [placing.target, placing]));
  const ofFolder = new Map<string, Placing>();
  const globs: { placing: Placing; matches: (path: string) => boolean }[] = [];
  for (const placing of known) {
    const { target } = placing;
    if (paths.has(target) || !isGlob(target)) continue;
    const folder = folderOfGlob(target);
    if (folder !== null) ofFolder.set(folder, placing);
    else globs.push({ placing, matches: globMatcher(target) });
  }
  globs.sort((a, b) => longerFirst(a.placing, b.placing));
  const ofPackages = known.some(({ target }) => parseGroupKey(target)?.id === 'packages')
    ? placingsOfPackages(packages(), named)
    : null;
  return files.map(({ element, path }) => {
    const own = named.get(path) ?? ofPackages?.(element);
    if (own) return own;
    const folder = ofFolder.size > 0 ? nearest(ofFolder, path) : undefined;
    const glob = globs.find(({ matches }) => matches(path))?.placing;
    if (folder && glob) return longerFirst(folder, glob) < 0 ? folder : glob;
    return folder ?? glob ?? null;
  });
}

function longerFirst(a: Placing, b: Placing): number {
  return b.target.length - a.target.length || (a.target < b.target ? -1 : 1);
}

/** What is said of the innermost folder around a path of which anything is. */
function nearest(ofFolder: ReadonlyMap<string, Placing>, path: string): Placing | undefined {
  for (const folder of foldersAbove(path)) {
    const found = ofFolder.get(folder);
    if (found) return found;
  }
  return undefined;
}

/** The placing of what stands in a package that is placed, or in one inside of such. */
function placingsOfPackages(
  packages: Arrangement,
  named: ReadonlyMap<string, Placing>,
): (element: number) => Placing | undefined {
  const placingOf: (Placing | undefined)[] = [];
  for (let group = 0; group < packages.count; group++) {
    const own = named.get(`packages:${packages.name[group]}`);
    placingOf.push(own ?? (group === 0 ? undefined : placingOf[packages.parent[group]]));
  }
  return (element) => placingOf[packages.groupOf[element]];
}
