import { KIND, REFERENCE } from '../facts/fileFacts.ts';
import type { ImpliedTypes, LanguageNamed } from '../contracts/language.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import { lastName } from './unresolvedNames.ts';

/** True for a reference by which a type says what it is of. */
export function saysParent(kind: number): boolean {
  return kind === REFERENCE.inherit || kind === REFERENCE.implement;
}

/**
 * True for the name of a type that is seen without an import, also where it tells its parameters (`Collection<>`), unless it is one of
 * the types that the codebase declares in the language.
 */
export function isImplied(
  { types }: ImpliedTypes,
  declared: ReadonlySet<string> | undefined,
  name: string,
): boolean {
  return types.has(name.replace(/<.*$/, '')) && !declared?.has(name);
}

/** Names of the types that files of each language declare. O(declarations). */
export function declaredTypes(files: readonly FactsOfFile[]): ReadonlyMap<string, ReadonlySet<string>> {
  const found = new Map<string, Set<string>>();
  for (const { language, facts } of files) {
    let names = found.get(language);
    if (!names) found.set(language, (names = new Set()));
    const { name, kind, count } = facts.declarations;
    for (let d = 0; d < count; d++) if (kind[d] === KIND.type) names.add(facts.names[name[d]]);
  }
  return found;
}

/**
 * Types that files see without an import and that some type of them names as a parent, by language: the platform's own, which nothing
 * else leads to. O(references).
 */
export function impliedParents(
  files: readonly FactsOfFile[],
  declared: ReadonlyMap<string, ReadonlySet<string>>,
  languageNamed: LanguageNamed,
): Map<string, ImpliedTypes> {
  const found = new Map<string, ImpliedTypes>();
  for (const { language, facts } of files) {
    const implied = languageNamed(language)?.impliedTypes;
    if (!implied || found.has(language)) continue;
    const { kind, expression } = facts.references;
    const isNamed = kind.some((each, r) => {
      const name = saysParent(each) ? lastName(facts, expression[r]) : null;
      return name !== null && isImplied(implied, declared.get(language), name);
    });
    if (isNamed) found.set(language, implied);
  }
  return found;
}
