import type { Evaluator } from './evaluator.ts';
import type { FileTree, ImportTarget } from '../contracts/fileTree.ts';
import type { LanguageDefinition, LanguageNamed } from '../contracts/language.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { NameRules, Place } from '../contracts/nameRules.ts';

/** The name rules of the languages of a codebase. */
export interface FamilyRules {
  ofFile(file: number): NameRules | null;
  ofFamily(family: string): NameRules | null;
  familyOf(file: number): string;
  languageOf(file: number): LanguageDefinition;
  /** The definition that a declaration stands for, or itself. */
  definitionOrItself(place: Place): Place;
}

/** Makes the rules of each family that has files, once. `evaluator` is asked only when names are resolved. */
export function familyRules(
  files: readonly FactsOfFile[],
  tree: FileTree,
  targets: readonly ImportTarget[][],
  evaluator: () => Evaluator,
  languageNamed: LanguageNamed,
): FamilyRules {
  const languages = files.map(({ language }) => languageNamed(language)!);
  const families = languages.map(({ family, id }) => family ?? id);
  const rules = new Map<string, NameRules | null>();
  families.forEach((family, file) => {
    if (rules.has(family)) return;
    const own = [...files.keys()].filter((other) => families[other] === family);
    const made = languages[file].names?.({
      files,
      own,
      tree,
      targets,
      memberOf: (object, name) => evaluator().memberOf(object, name),
      evaluate: (at, expression) => evaluator().evaluate(at, expression),
      exportOf: (at, name) => evaluator().exportOf(at, name),
      parentsOf: (at, declaration) => evaluator().parentsOf(at, declaration),
    });
    rules.set(family, made ?? null);
  });
  const ofFile = (file: number): NameRules | null => rules.get(families[file]) ?? null;
  return {
    ofFile,
    ofFamily: (family) => rules.get(family) ?? null,
    familyOf: (file) => families[file],
    languageOf: (file) => languages[file],
    definitionOrItself: (place) => ofFile(place.file)?.definitionOf?.(place.file, place.declaration) ?? place,
  };
}
