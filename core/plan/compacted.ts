import type { Arrangement } from '../arrangement/arrangement.ts';
import { folderOf, foldersAbove } from '../contracts/fileTree.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { decidingPlacings, folderOfGlob, globBelow } from './decidingPlacings.ts';
import { byTarget, type ModulePlan, type Placing } from './modulePlan.ts';

/** Of the files below a folder so many, as a share, must stand alike before the folder is said to stand so. */
const MOST_OF_A_FOLDER = 0.5;

/** What is said of a file: where it stands, who stands behind it and why. */
type Said = Omit<Placing, 'target'>;

interface Folder {
  glob: string | null;
  folders: Folder[];
  files: { path: string; said: string }[];
  /** How many files lie below, and what is said of those, counted. */
  count: number;
  counts: Map<string, number>;
}

/** Files of which nothing is said. */
const NOTHING = '';

/**
 * The same plan with as few placings of files and folders as say it: a folder most of whose files stand alike is placed whole,
 * and what stands otherwise in it by itself. Elements in files, packages, and globs that are no whole folders stay as they were
 * written. Every file of the survey stands where it stood, with the same people behind it, and what the survey does not
 * have keeps its placing. O(files · depth).
 */
export function compacted(
  survey: Pick<SurveyedCodebase, 'files'>,
  plan: ModulePlan,
  packages: () => Arrangement,
): ModulePlan {
  const { files } = survey;
  const deciding = decidingPlacings(survey, plan, packages);
  const paths = new Set(files.map(({ path }) => path));
  const folders = new Set(files.flatMap(({ path }) => foldersAbove(path)));
  const isRewritten = ({ target }: Placing): boolean => {
    const folder = folderOfGlob(target);
    return paths.has(target) || (folder !== null && folder !== '' && folders.has(folder));
  };
  const kept = plan.placings.filter((placing) => !isRewritten(placing));
  const said = new Map<string, Said>();
  const saidOf = files.map((_, file) => {
    const placing = deciding[file];
    if (placing === null || placing.module === null) return NOTHING;
    const { module, isSettled, by = '', why = '' } = placing;
    const text = JSON.stringify([module, isSettled, by, why]);
    if (!said.has(text)) said.set(text, { module, isSettled, ...(by && { by }), ...(why && { why }) });
    return text;
  });
  const keeps = new Set<Placing | null>(kept);
  const rewritten = files.flatMap(({ path }, file) =>
    keeps.has(deciding[file]) ? [] : [{ path, said: saidOf[file] }],
  );
  const whole = folderTree(rewritten);
  const placings = fewestPlacings(whole, NOTHING).map(([target, text]): Placing => ({
    target,
    ...(said.get(text) ?? { module: null, isSettled: false }),
  }));
  // What was kept may mean one of these files as well, and say something else of it.
  const next = { modules: plan.modules, placings: [...kept, ...placings] };
  const named = new Set(placings.map(({ target }) => target));
  const now = kept.length === 0 ? null : decidingPlacings(survey, next, packages);
  const exceptions = files.flatMap(({ path }, file): Placing[] => {
    if (now === null || named.has(path) || isSame(now[file], deciding[file])) return [];
    const placing = deciding[file];
    return [
      placing === null ? { target: path, module: null, isSettled: false } : { ...placing, target: path },
    ];
  });
  return { modules: plan.modules, placings: byTarget([...next.placings, ...exceptions]) };
}

function isSame(one: Placing | null, other: Placing | null): boolean {
  return (
    (one?.module ?? null) === (other?.module ?? null) &&
    (one?.isSettled ?? false) === (other?.isSettled ?? false) &&
    one?.by === other?.by &&
    one?.why === other?.why
  );
}

function folderTree(files: readonly { path: string; said: string }[]): Folder {
  const known = new Map<string, Folder>();
  const folderAt = (path: string): Folder => {
    const found = known.get(path);
    if (found) return found;
    // The whole is nobody's folder: what is new anywhere would be taken in.
    const glob = path === '' ? null : globBelow(path);
    const made: Folder = { glob, folders: [], files: [], count: 0, counts: new Map() };
    known.set(path, made);
    if (path !== '') folderAt(folderOf(path)).folders.push(made);
    return made;
  };
  const whole = folderAt('');
  for (const file of files) {
    const { path, said } = file;
    folderAt(folderOf(path)).files.push(file);
    for (const around of foldersAbove(path)) {
      const folder = folderAt(around);
      folder.count++;
      folder.counts.set(said, (folder.counts.get(said) ?? 0) + 1);
    }
  }
  return whole;
}

/**
 * The fewest targets, each with what is said of it, that say all of a folder when the folders around it say `inherited`. Where
 * as many will do, a folder is not placed whole: what is new there would be taken in for no reason.
 */
function fewestPlacings(folder: Folder, inherited: string): [target: string, said: string][] {
  const known = new Map<Folder, Map<string, { cost: number; own: string | null }>>();
  const solve = (at: Folder, from: string): { cost: number; own: string | null } => {
    const found = known.get(at)?.get(from);
    if (found) return found;
    let best: { cost: number; own: string | null } = { cost: costBelow(at, from), own: null };
    for (const [text, count] of at.counts) {
      const isMost = count >= MOST_OF_A_FOLDER * at.count && count > 1;
      if (at.glob === null || text === from || !isMost) continue;
      const cost = 1 + costBelow(at, text);
      if (cost < best.cost) best = { cost, own: text };
    }
    const row = known.get(at) ?? new Map<string, { cost: number; own: string | null }>();
    known.set(at, row.set(from, best));
    return best;
  };
  const costBelow = (at: Folder, from: string): number => {
    // All that stands alike below needs nothing more, however deep it goes.
    if (at.counts.get(from) === at.count) return 0;
    let sum = 0;
    for (const { said } of at.files) if (said !== from) sum++;
    for (const inner of at.folders) sum += solve(inner, from).cost;
    return sum;
  };
  const placings: [string, string][] = [];
  const write = (at: Folder, from: string): void => {
    const { own } = solve(at, from);
    if (own !== null) placings.push([at.glob!, own]);
    const holds = own ?? from;
    for (const { path, said } of at.files) if (said !== holds) placings.push([path, said]);
    for (const inner of at.folders) write(inner, holds);
  };
  write(folder, inherited);
  return placings;
}
