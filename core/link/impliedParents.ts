import { REFERENCE } from '../facts/fileFacts.ts';
import type { ImpliedTypes, LanguageNamed } from '../contracts/language.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import { lastName } from './unresolvedNames.ts';

/** True for a reference by which a type says what it is of. */
export function saysParent(kind: number): boolean {
  return kind === REFERENCE.inherit || kind === REFERENCE.implement;
}

/**
 * Types that files see without an import and that some type of them names as a parent, by language: the platform's own, which nothing
 * else leads to. O(references).
 */
export function impliedParents(
  files: readonly FactsOfFile[],
  declared: ReadonlySet<string>,
  languageNamed: LanguageNamed,
): Map<string, ImpliedTypes> {
  const found = new Map<string, ImpliedTypes>();
  for (const { language, facts } of files) {
    const implied = languageNamed(language)?.impliedTypes;
    if (!implied || found.has(language)) continue;
    const { kind, expression } = facts.references;
    const isNamed = kind.some((each, r) => {
      const name = saysParent(each) ? lastName(facts, expression[r]) : null;
      return name !== null && implied.types.has(name) && !declared.has(name);
    });
    if (isNamed) found.set(language, implied);
  }
  return found;
}
