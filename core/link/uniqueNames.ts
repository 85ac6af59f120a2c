import { KIND } from '../facts/fileFacts.ts';
import type { FamilyRules } from './families.ts';
import type { ImportTarget } from '../contracts/fileTree.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Place } from '../contracts/nameRules.ts';

/** More candidates than this say nothing. */
const MAX_CANDIDATES = 4;

/** Methods of one name, and whether a field of some type bears it as well: what is called may be what that holds. */
interface MethodsOfName {
  places: Place[];
  hasFields: boolean;
}

/** Methods of a name that a file may mean, and whether that can be but the one. */
export type MethodsNamed = (file: number, name: string) => { candidates: Place[]; isUnique: boolean };

/**
 * Methods of a name in a file, or one that it imports, for calls on a receiver of which nothing is known. Unique is one that no
 * other type of the codebase has a method of that name beside: where several have, the one at hand may be another's parent or child.
 */
export function createMethodsNamed(
  files: readonly FactsOfFile[],
  targets: readonly ImportTarget[][],
  rules: FamilyRules,
): MethodsNamed {
  const methods = methodsByName(files, rules);
  return (file, name) => {
    const named = methods.get(`${rules.familyOf(file)}:${name}`);
    if (!named) return { candidates: [], isUnique: false };
    const { places, hasFields } = named;
    const sees = rules.ofFile(file)?.sees;
    const near = places.filter(
      (place) =>
        place.file === file ||
        (sees?.(file, place.file) ??
          targets[file].some((target) => target.kind === 'file' && target.file === place.file)),
    );
    if (near.length > MAX_CANDIDATES) return { candidates: [], isUnique: false };
    return { candidates: near, isUnique: places.length === 1 && !hasFields };
  };
}

/**
 * Methods by family and name (`java:quote`), for calls on a receiver nothing is known of. Names that the language's own objects
 * have are left out: `items.push()` is hardly a call of the one method in the codebase that is called `push`.
 */
function methodsByName(
  files: readonly FactsOfFile[],
  { familyOf, languageOf }: FamilyRules,
): Map<string, MethodsOfName> {
  const methods = new Map<string, MethodsOfName>();
  files.forEach(({ facts: { declarations, names } }, file) => {
    const family = familyOf(file);
    const common = languageOf(file).commonNames;
    for (let d = 0; d < declarations.count; d++) {
      const parent = declarations.parent[d];
      const isField = declarations.kind[d] === KIND.field;
      if (parent < 0 || declarations.kind[parent] !== KIND.type) continue;
      if (!isField && declarations.kind[d] !== KIND.routine) continue;
      const name = names[declarations.name[d]];
      if (common.has(name)) continue;
      const key = `${family}:${name}`;
      let known = methods.get(key);
      if (!known) methods.set(key, (known = { places: [], hasFields: false }));
      if (isField) known.hasFields = true;
      else known.places.push({ file, declaration: d });
    }
  });
  return methods;
}
