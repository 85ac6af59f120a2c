import { KIND } from '../facts/fileFacts.ts';
import type { FamilyRules } from './families.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Place } from '../contracts/nameRules.ts';

/** More candidates than this say nothing. */
export const MAX_CANDIDATES = 4;

/**
 * Methods by family and name (`java:quote`), for calls on a receiver nothing is known of. Names that the language's own objects have are left
 * out: `items.push()` is hardly a call of the one method in the codebase that is called `push`.
 */
export function methodsByName(
  files: FactsOfFile[],
  { familyOf, languageOf }: FamilyRules,
): Map<string, Place[]> {
  const methods = new Map<string, Place[]>();
  files.forEach(({ facts: { declarations, names } }, file) => {
    const family = familyOf(file);
    const common = languageOf(file).commonNames;
    for (let d = 0; d < declarations.count; d++) {
      const parent = declarations.parent[d];
      if (declarations.kind[d] !== KIND.routine || parent < 0) continue;
      if (declarations.kind[parent] !== KIND.type) continue;
      const name = names[declarations.name[d]];
      if (common.has(name)) continue;
      const key = `${family}:${name}`;
      const places = methods.get(key);
      if (places) places.push({ file, declaration: d });
      else methods.set(key, [{ file, declaration: d }]);
    }
  });
  return methods;
}
