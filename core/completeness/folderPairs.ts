import type { SurveyedCodebase } from '../survey.ts';
import { conventional } from './conventional.ts';
import { ALIKE, declaredNames, jaccard } from './sameName.ts';

/** Two folders of which one is a version, or a copy, of the other. */
export interface FolderPair {
  a: string;
  b: string;
  /** Files that lie at the same place in both. */
  files: number;
  /** How many of them are copies, or declare mostly the same names. */
  alike: number;
}

const LEAST_FILES = 5;
/** So much of the smaller folder lies in the larger as well. */
const LEAST_SHARE = 0.5;
/** More files of one name are of a convention, and not compared with each other. */
const MOST_OF_A_NAME = 40;

/**
 * Folders that are versions of each other: many files lie at the same places below both, and most of these are alike. Of folders within
 * such folders only the outermost are told. O(files × (depth + files of a name)).
 */
export function folderPairs(survey: SurveyedCodebase, hashes: ReadonlyMap<string, string>): FolderPair[] {
  const byName = new Map<string, number[]>();
  survey.files.forEach(({ path, lines }, file) => {
    if (conventional.test(path) || lines.code === 0) return;
    const name = path.slice(path.lastIndexOf('/') + 1);
    const known = byName.get(name);
    if (known) known.push(file);
    else byName.set(name, [file]);
  });
  const pairs = new Map<string, FolderPair>();
  const names = new Map<number, Set<string>>();
  const namesOf = (file: number): Set<string> => {
    let own = names.get(file);
    if (!own) names.set(file, (own = declaredNames(survey, file)));
    return own;
  };
  const isAlike = (x: number, y: number): boolean => {
    const [left, right] = [survey.files[x].path, survey.files[y].path];
    const hash = hashes.get(left);
    return (hash !== undefined && hash === hashes.get(right)) || jaccard(namesOf(x), namesOf(y)) >= ALIKE;
  };
  for (const members of byName.values()) {
    if (members.length < 2 || members.length > MOST_OF_A_NAME) continue;
    for (let i = 0; i < members.length; i++)
      for (let j = i + 1; j < members.length; j++) {
        const roots = rootsOf(survey.files[members[i]].path, survey.files[members[j]].path);
        if (!roots) continue;
        const [a, b] = roots;
        const key = `${a}\0${b}`;
        const pair = pairs.get(key) ?? { a, b, files: 0, alike: 0 };
        pairs.set(key, pair);
        pair.files++;
        if (isAlike(members[i], members[j])) pair.alike++;
      }
  }
  const filesIn = filesByFolder(survey);
  return [...pairs.values()]
    .filter(({ a, b, files, alike }) => {
      const smaller = Math.min(filesIn.get(a) ?? 0, filesIn.get(b) ?? 0);
      return alike >= LEAST_FILES && files >= LEAST_SHARE * smaller && alike >= LEAST_SHARE * files;
    })
    .sort((x, y) => y.files - x.files || (x.a < y.a ? -1 : x.a > y.a ? 1 : x.b < y.b ? -1 : 1));
}

/** The folders below which two paths go on alike, by name; null where only the file's name is the same. */
function rootsOf(a: string, b: string): [string, string] | null {
  const [left, right] = [a.split('/'), b.split('/')];
  let same = 0;
  while (
    same < Math.min(left.length, right.length) &&
    left[left.length - 1 - same] === right[right.length - 1 - same]
  )
    same++;
  // A folder is no version of what holds it: then the folder of that name within is.
  if (same === Math.min(left.length, right.length)) same--;
  if (same < 1) return null;
  const roots = [left.slice(0, left.length - same).join('/'), right.slice(0, right.length - same).join('/')];
  if (roots[0] === roots[1] || roots.includes('')) return null;
  return roots[0] < roots[1] ? [roots[0], roots[1]] : [roots[1], roots[0]];
}

function filesByFolder({ files }: SurveyedCodebase): Map<string, number> {
  const counts = new Map<string, number>();
  for (const { path } of files)
    for (let slash = path.lastIndexOf('/'); slash > 0; slash = path.lastIndexOf('/', slash - 1)) {
      const folder = path.slice(0, slash);
      counts.set(folder, (counts.get(folder) ?? 0) + 1);
    }
  return counts;
}

/** True for files that lie at the same place in two such folders. */
export function explains({ a, b }: FolderPair, x: string, y: string): boolean {
  const below = (path: string, folder: string): string | null =>
    path.startsWith(`${folder}/`) ? path.slice(folder.length + 1) : null;
  const [xa, xb, ya, yb] = [below(x, a), below(x, b), below(y, a), below(y, b)];
  return (xa !== null && xa === yb) || (xb !== null && xb === ya);
}
