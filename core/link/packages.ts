import type { Meant } from '../buildModules/vision.ts';
import { sharedFolders, type Resolution } from '../contracts/fileTree.ts';
import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Place } from '../contracts/nameRules.ts';
import type { Declared, Value } from '../contracts/values.ts';

/** What packages or namespaces hold, over all files of a family of languages. */
export interface PackageIndex {
  /** True for a package that holds something, or in which one stands that does. */
  isPackage(name: string): boolean;
  /** True for a package that holds declarations of its own. */
  holdsCode(name: string): boolean;
  /** The places at which a package declares a name. */
  places(packageName: string, member: string): readonly Place[];
  /** The namespaces around a declaration (-1: of the file), innermost first, down to the file's own. */
  namespacesAround(file: number, declaration: number): readonly string[];
  /** A member as seen from a file (-1: from none), with what it may mean as well; a package within the package. */
  member(packageName: string, member: string, from: number): Value | null;
}

/** Of several places that declare a name, the files that are meant from one (-1: from none). */
export type Choose = (places: readonly Place[], from: number) => Meant<number>;

/**
 * Indexes the top declarations of the files by package. Declarations of namespaces are packages, too: those in `a.b`
 * of a file whose package is `x` belong to `x.a.b`. `choose` says which file is meant where several declare a name,
 * by itself the nearest; `packagesNest` that a file sees what the packages around its own hold.
 */
export function indexPackages(
  files: readonly FactsOfFile[],
  own: readonly number[],
  family: string,
  {
    promotesEnumerators = false,
    packagesNest = false,
    choose = (places, from) => ({ first: nearestFile(files, places, from), others: [], isInferred: false }),
  }: { promotesEnumerators?: boolean; packagesNest?: boolean; choose?: Choose } = {},
): PackageIndex {
  const packages = new Map<string, Map<string, Place[]>>();
  const known = new Set<string>();
  const open = (name: string): Map<string, Place[]> => {
    let members = packages.get(name);
    if (members) return members;
    packages.set(name, (members = new Map<string, Place[]>()));
    for (let dot = name.length; dot > 0; dot = name.lastIndexOf('.', dot - 1)) known.add(name.slice(0, dot));
    return members;
  };
  for (const file of own) {
    const { declarations, names, packageName } = files[file].facts;
    const namespaceOf = new Map<number, string>();
    for (let d = 0; d < declarations.count; d++) {
      const parent = declarations.parent[d];
      const around = parent < 0 ? packageName : namespaceOf.get(parent);
      const isPromoted =
        promotesEnumerators &&
        declarations.form[d] === FORM.member &&
        declarations.form[parent] === FORM.enum;
      if (isPromoted) {
        // What an enumeration lists is known in the namespace around it as well.
        const outer = declarations.parent[parent];
        const namespace = outer < 0 ? packageName : namespaceOf.get(outer);
        if (namespace !== undefined)
          add(open(namespace), names[declarations.name[d]], { file, declaration: d });
      }
      if (around === undefined || declarations.owner[d] > 0) continue;
      const name = names[declarations.name[d]];
      if (declarations.form[d] === FORM.namespace) {
        const full = around === '' ? name : `${around}.${name}`;
        namespaceOf.set(d, full);
        open(full);
        continue;
      }
      add(open(around), name, { file, declaration: d });
    }
  }
  const places: PackageIndex['places'] = (packageName, member) =>
    packages.get(packageName)?.get(member) ?? none;
  return {
    isPackage: (name) => known.has(name),
    holdsCode: (name) => packages.has(name),
    places,
    namespacesAround(file, declaration) {
      const { declarations, names, packageName } = files[file].facts;
      const words: string[] = [];
      for (let at = declaration; at >= 0; at = declarations.parent[at])
        if (declarations.form[at] === FORM.namespace)
          words.unshift(...names[declarations.name[at]].split('.'));
      const prefix = packageName === '' ? [] : packageName.split('.');
      const around: string[] = [];
      for (let length = words.length; length >= 0; length--)
        around.push([...prefix, ...words.slice(0, length)].join('.'));
      const outer = packagesNest ? prefix.length - 1 : 0;
      for (let length = outer; length > 0; length--) around.push(prefix.slice(0, length).join('.'));
      if (packageName !== '') around.push('');
      return around;
    },
    member(packageName, member, from) {
      const found = places(packageName, member);
      if (found.length > 0) return meantIn(choose(found, from), found);
      const inner = packageName === '' ? member : `${packageName}.${member}`;
      return known.has(inner) ? { tag: 'package', family, name: inner, from } : null;
    },
  };
}

const none: readonly Place[] = [];

function add(members: Map<string, Place[]>, name: string, place: Place): void {
  const places = members.get(name);
  if (places) places.push(place);
  else members.set(name, [place]);
}

/** The declarations of one file, of all those given: the file's own, or those of the file whose path is most alike. */
export function declaredAt(files: readonly FactsOfFile[], found: readonly Place[], from: number): Declared {
  return declaredIn(nearestFile(files, found, from), found);
}

/** What is meant by a name in a file, of all places that declare it, when `files` are meant there. */
export function meantIn(files: Meant<number>, found: readonly Place[]): Declared {
  const meant = declaredIn(files.first, found);
  if (files.isInferred) meant.inferred = true;
  if (files.others.length === 0) return meant;
  return { ...meant, others: files.others.map((file) => declaredIn(file, found)) };
}

/** Where the import of a name leads, by what it means. */
export function fileOfMeant(files: readonly FactsOfFile[], value: Declared): Resolution {
  const others = value.others?.map(({ file }) => files[file].path);
  return {
    kind: 'file',
    path: files[value.file].path,
    ...(others ? { others } : {}),
    ...(value.inferred ? { inferred: true } : {}),
  };
}

function declaredIn(file: number, found: readonly Place[]): Declared {
  const declarations = found.filter((place) => place.file === file).map(({ declaration }) => declaration);
  return { tag: 'declared', file, declarations, inferred: false };
}

function nearestFile(files: readonly FactsOfFile[], found: readonly Place[], from: number): number {
  let best = found[0].file;
  let bestScore = -1;
  const home = files[from]?.path ?? '';
  for (const place of found) {
    const { declarations } = files[place.file].facts;
    const isType = declarations.kind[place.declaration] === KIND.type;
    const isWhole = (declarations.flags[place.declaration] & FLAG.bodiless) === 0 || isType;
    const score =
      (isWhole ? 0.5 : 0) + (place.file === from ? 1e6 : sharedFolders(files[place.file].path, home));
    if (score <= bestScore) continue;
    best = place.file;
    bestScore = score;
  }
  return best;
}
