import type { SurveyedCodebase } from '../survey.ts';
import { conventional } from './conventional.ts';

/** Files of one name in several folders. */
export interface NameClash {
  name: string;
  files: { path: string; hash: string; lines: number }[];
  /** Number of different contents among them; 1 when all are copies of one. */
  contents: number;
  /** The most that two different ones of them have in common, 0 to 1: names declared in both / in either. */
  likeness: number;
}

/** Beyond so many files of one name, it is a convention, and pairs are not compared. */
const MAX_COMPARED = 60;
/** From here on two files of one name are taken for versions of one another. */
export const ALIKE = 0.4;

/**
 * Files that share their name: copies first, then those most alike. Nothing of convention's names (`index.ts`) is
 * listed, unless two of them are copies or alike. O(files + pairs in a group).
 */
export function sameNames(survey: SurveyedCodebase, hashes: ReadonlyMap<string, string>): NameClash[] {
  const byName = new Map<string, number[]>();
  survey.files.forEach(({ path, isTest }, file) => {
    if (isTest || conventional.test(path)) return;
    const name = path.slice(path.lastIndexOf('/') + 1);
    const known = byName.get(name);
    if (known) known.push(file);
    else byName.set(name, [file]);
  });
  const clashes: NameClash[] = [];
  for (const [name, members] of byName) {
    if (members.length < 2) continue;
    const clash = clashOf(survey, hashes, name, members);
    if (clash) clashes.push(clash);
  }
  return clashes.sort(
    (a, b) => b.likeness - a.likeness || b.files.length - a.files.length || (a.name < b.name ? -1 : 1),
  );
}

/** Of the members of one name, those that are copies of another or alike to one; null when there are none. */
function clashOf(
  survey: SurveyedCodebase,
  hashes: ReadonlyMap<string, string>,
  name: string,
  members: number[],
): NameClash | null {
  const byHash = new Map<string, number[]>();
  for (const file of members) {
    const { path, lines } = survey.files[file];
    const hash = hashes.get(path);
    if (hash === undefined || lines.code === 0) continue; // Empty files are all alike, and that says nothing.
    const known = byHash.get(hash);
    if (known) known.push(file);
    else byHash.set(hash, [file]);
  }
  const contents = [...byHash.values()];
  const chosen = new Set(contents.filter((copies) => copies.length > 1));
  let likeness = chosen.size > 0 ? 1 : 0;
  if (contents.length <= MAX_COMPARED) {
    const names = contents.map(([file]) => declaredNames(survey, file));
    let most = 0;
    for (let a = 0; a < contents.length; a++) {
      for (let b = a + 1; b < contents.length; b++) {
        const shared = jaccard(names[a], names[b]);
        if (shared < ALIKE) continue;
        most = Math.max(most, shared);
        chosen.add(contents[a]).add(contents[b]);
      }
    }
    likeness = Math.max(likeness, most);
  }
  if (chosen.size === 0) return null;
  const files = [...chosen].flat().sort((a, b) => a - b);
  return {
    name,
    contents: chosen.size,
    likeness,
    files: files.map((file) => {
      const { path, lines } = survey.files[file];
      return { path, hash: hashes.get(path)!, lines: lines.lines };
    }),
  };
}

export function declaredNames({ elements, files }: SurveyedCodebase, file: number): Set<string> {
  const { element } = files[file];
  const names = new Set<string>();
  for (let e = element + 1; e < elements.subtreeEnd[element]; e++) names.add(elements.name[e]);
  return names;
}

/** Common to both / in either; 0 for fewer than three names, which agree by accident. */
export function jaccard(a: Set<string>, b: Set<string>): number {
  let shared = 0;
  for (const name of a) if (b.has(name)) shared++;
  return shared < 3 ? 0 : shared / (a.size + b.size - shared);
}
