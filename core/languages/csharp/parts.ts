import { nearestMeant, type Meant } from '../../buildModules/vision.ts';
import { FORM, KIND } from '../../facts/fileFacts.ts';
import type { FactsOfFile } from '../../contracts/linked.ts';
import type { Place } from '../../contracts/nameRules.ts';
import type { PackageIndex } from '../../link/packages.ts';
import type { Projects } from './projects.ts';

/** Where types go on that are declared in several places. */
export interface Parts {
  /** The other places of a type; itself is not among them. */
  otherParts(file: number, declaration: number): readonly Place[];
  /** The place that stands for the whole type, when that is another. */
  mainPart(file: number, declaration: number): Place | null;
}

/** Types of one full name in one project are one type, for the compiler allows no two. */
export function findParts(
  files: readonly FactsOfFile[],
  own: readonly number[],
  projects: Projects,
  index: PackageIndex,
): Parts {
  const places = new Map<string, Place[]>();
  for (const file of own) {
    const { declarations } = files[file].facts;
    const project = projects.of(files[file].path)[0] ?? '';
    for (let d = 0; d < declarations.count; d++) {
      if (declarations.kind[d] !== KIND.type || declarations.form[d] === FORM.namespace) continue;
      const key = `${project}\n${fullName(files[file], file, d, index)}`;
      const same = places.get(key);
      if (same) same.push({ file, declaration: d });
      else places.set(key, [{ file, declaration: d }]);
    }
  }
  const parts = new Map<string, Place[]>();
  for (const same of places.values()) {
    if (same.length < 2) continue;
    const main = mainPart(files, same);
    const sorted = [...same].sort((a, b) => Number(b.file === main) - Number(a.file === main));
    for (const place of same) parts.set(`${place.file}:${place.declaration}`, sorted);
  }
  return {
    otherParts: (file, declaration) =>
      (parts.get(`${file}:${declaration}`) ?? []).filter(
        (place) => place.file !== file || place.declaration !== declaration,
      ),
    mainPart(file, declaration) {
      const main = parts.get(`${file}:${declaration}`)?.[0];
      return main && (main.file !== file || main.declaration !== declaration) ? main : null;
    },
  };
}

/** A type's name with its namespaces and the types around it. */
function fullName({ facts }: FactsOfFile, file: number, declaration: number, index: PackageIndex): string {
  const { declarations, names } = facts;
  const [namespace] = index.namespacesAround(file, declaration);
  const words: string[] = [];
  for (
    let at = declaration;
    at >= 0 && declarations.form[at] !== FORM.namespace;
    at = declarations.parent[at]
  )
    words.unshift(names[declarations.name[at]]);
  return `${namespace}.${words.join('.')}`;
}

/**
 * Of the places that declare one name, the files that are meant from `from`: of its own project, or else of one that it refers to;
 * there the one called like the type, or else the one with the shortest path. What several projects declare, of which nothing says
 * which is meant, may be any of these.
 */
export function filesMeant(
  files: readonly FactsOfFile[],
  projects: Projects,
  places: readonly Place[],
  from: number,
): Meant<number> {
  if (places.length === 1) return { first: places[0].file, others: [], isInferred: false };
  const homes = new Map<string, Place[]>();
  for (const place of places) {
    const home = projects.of(files[place.file].path).join('\n');
    homes.set(home, [...(homes.get(home) ?? []), place]);
  }
  const mains = [...homes.values()].map((same) => mainPart(files, same));
  if (from < 0) return { first: mainPart(files, places), others: [], isInferred: false };
  const { path } = files[from];
  const own = projects.of(path);
  return nearestMeant(mains, path, {
    path: (file) => files[file].path,
    steps(file) {
      if (projects.of(files[file].path).some((project) => own.includes(project))) return 0;
      return projects.sees(path, files[file].path) ? 1 : Infinity;
    },
  });
}

/** Of the places of one type the file called like it, or else the one with the shortest path. */
function mainPart(files: readonly FactsOfFile[], places: readonly Place[]): number {
  const { declarations, names } = files[places[0].file].facts;
  const name = names[declarations.name[places[0].declaration]].replace(/<.*$/, '');
  const score = ({ file }: Place): number[] => {
    const { path } = files[file];
    return [path.endsWith(`/${name}.cs`) ? 0 : 1, path.length, file];
  };
  return [...places]
    .map((place) => ({ place, rank: score(place) }))
    .sort((a, b) => compareLists(a.rank, b.rank))[0].place.file;
}

function compareLists(a: readonly number[], b: readonly number[]): number {
  const at = a.findIndex((value, i) => value !== b[i]);
  return at < 0 ? 0 : a[at] - b[at];
}
