import { KIND } from '../facts/fileFacts.ts';
import type { FamilyRules } from './families.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Place } from '../contracts/nameRules.ts';

/** More candidates than this say nothing. */
export const MAX_CANDIDATES = 4;

/** Methods of one name, and whether a field of some type bears it as well: what is called may be what that holds. */
export interface MethodsOfName {
  places: Place[];
  hasFields: boolean;
}

/**
 * Methods by family and name (`java:quote`), for calls on a receiver nothing is known of. Names that the language's own objects
 * have are left out: `items.push()` is hardly a call of the one method in the codebase that is called `push`.
 */
export function methodsByName(
  files: FactsOfFile[],
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
