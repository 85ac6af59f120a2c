import type { LanguageNamed } from '../contracts/language.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Place } from '../contracts/nameRules.ts';
import { FORM, KIND, type FileFacts } from '../facts/fileFacts.ts';
import { packagesOfFiles } from './filePackages.ts';

/** What a qualified name, as it stands in a string, means in the codebase: types, their members, modules. */
export type Named = (name: string) => readonly Place[];

const nothing: readonly Place[] = [];

/**
 * Finds what is meant by the qualified names that stand in strings and in configuration. Languages that know packages or modules have
 * such names; how a name joins its parts (`.`, `/`, `$`, `::`, `#`) says nothing. Only what files of `naming` name can be asked for.
 * O(declarations + names).
 */
export function namedPlaces(
  files: readonly FactsOfFile[],
  languageNamed: LanguageNamed,
  naming: readonly FactsOfFile[] = files,
): Named {
  const wanted = new Map<string, Place[]>();
  const lastWords = new Set<string>();
  for (const { facts } of naming)
    for (const [name] of facts.named ?? [])
      for (const reading of readings(name)) {
        wanted.set(reading, []);
        lastWords.add(reading.slice(reading.lastIndexOf('.') + 1));
      }
  if (wanted.size === 0) return () => nothing;
  const prefixOf = qualifiers(files, languageNamed);
  files.forEach(({ facts }, file) => {
    const prefix = prefixOf(file);
    if (prefix === null) return;
    if (isModuleName(files[file], prefix)) wanted.get(prefix)?.push({ file, declaration: -1 });
    const { declarations, names } = facts;
    for (let declaration = 0; declaration < declarations.count; declaration++) {
      if (!lastWords.has(names[declarations.name[declaration]])) continue;
      const qualified = qualifiedName(facts, declaration, prefix);
      if (qualified !== null) wanted.get(qualified)?.push({ file, declaration });
    }
  });
  return (name) => {
    for (const reading of readings(name)) {
      const found = wanted.get(reading);
      if (found && found.length > 0) return found;
    }
    return nothing;
  };
}

/** Without the files of a language of which only those that name something of the codebase are part of it. As {@link namedPlaces}. */
export function withoutUnnaming(files: readonly FactsOfFile[], languageNamed: LanguageNamed): FactsOfFile[] {
  const isOther = ({ language }: FactsOfFile): boolean => languageNamed(language)?.namesOnly === true;
  const named = namedPlaces(files, languageNamed, files.filter(isOther));
  return files.filter((file) => !isOther(file) || file.facts.named?.some(([name]) => named(name).length > 0));
}

/** What a name may be, all parts joined by dots: itself, or what follows a colon, which may end a key. */
function readings(name: string): string[] {
  const dotted = (text: string): string => text.replace(/(::|[#:/$])+/g, '.');
  const whole = dotted(name.replace(/[./](class|java|cs)$/, ''));
  const colon = name.indexOf(':');
  const rest = colon < 0 ? '' : name.slice(colon + 1).replace(/^:/, '');
  return /[.#/]/.test(rest) ? [whole, dotted(rest)] : [whole];
}

/** What stands before the names that a file declares: its package, and its own name where that is a module; null where nothing can. */
function qualifiers(
  files: readonly FactsOfFile[],
  languageNamed: LanguageNamed,
): (file: number) => string | null {
  const packageOf = packagesOfFiles(
    files.map(({ path, language, facts }) => ({ path, language, packageName: facts.packageName })),
    languageNamed,
  );
  return (file) => {
    const { path, language } = files[file];
    const within = packageOf(file);
    if (within === undefined) return null;
    if (languageNamed(language)?.packages === 'declared') return within ?? '';
    const own = /([^/]+)\.[^./]+$/.exec(path)?.[1] ?? '';
    return joined(within ?? '', own === '__init__' ? '' : own);
  };
}

const joined = (before: string, name: string): string =>
  before === '' || name === '' ? before + name : `${before}.${name}`;

/** True where a file itself goes by a qualified name, and not only what it declares. */
function isModuleName({ facts }: FactsOfFile, prefix: string): boolean {
  return facts.packageName === '' && prefix.includes('.');
}

/** The name of a type, or of a routine or field of one, with all that it stands in; null for what nobody can load by its name. */
function qualifiedName(
  { declarations: { kind, form, name, parent }, names }: FileFacts,
  declaration: number,
  prefix: string,
): string | null {
  if (form[declaration] === FORM.namespace || form[declaration] === FORM.constructor) return null;
  let qualified = names[name[declaration]];
  for (let d = parent[declaration]; d >= 0; d = parent[d]) {
    if (kind[d] !== KIND.type) return null;
    qualified = `${names[name[d]]}.${qualified}`;
  }
  return qualified.includes('.') || prefix !== '' ? joined(prefix, qualified) : null;
}
