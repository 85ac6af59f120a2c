import type { GrammarFile, LanguageDefinition } from '../contracts/language.ts';
import { globMatcher } from '../search/glob.ts';
import { c, cpp } from './c/index.ts';
import { configuration } from './configuration/index.ts';
import { unreadText } from './configuration/unreadText.ts';
import { csharp } from './csharp/index.ts';
import { java } from './java/index.ts';
import { python } from './python/index.ts';
import { javascript, typescript } from './typescript/index.ts';

/** Every language the program reads. Adding one means adding a folder and a line here. */
export const languages: readonly LanguageDefinition[] = [
  typescript,
  javascript,
  java,
  csharp,
  python,
  c,
  cpp,
];

interface Claim {
  language: LanguageDefinition;
  grammar: GrammarFile;
}

/** Tells files by their names: by a pattern for the whole name before the ending. Earlier definitions claim first. */
export function claims(definitions: readonly LanguageDefinition[]): (path: string) => Claim | null {
  const byEnding = new Map<string, Claim>();
  const byName: { matches: (name: string) => boolean; claim: Claim }[] = [];
  for (const language of definitions) {
    for (const [ending, grammar] of Object.entries(language.endings))
      if (!byEnding.has(ending)) byEnding.set(ending, { language, grammar });
    for (const [pattern, grammar] of Object.entries(language.fileNames ?? {}))
      byName.push({ matches: globMatcher(pattern), claim: { language, grammar } });
  }
  return (path) => {
    const name = path.slice(path.lastIndexOf('/') + 1);
    const named = byName.find(({ matches }) => matches(name));
    if (named) return named.claim;
    const dot = name.lastIndexOf('.');
    return dot < 0 ? null : (byEnding.get(name.slice(dot).toLowerCase()) ?? null);
  };
}

/** The language and grammar that a file's name tells, or null. */
export const languageOf = claims(languages);

/** What is no code, and read for what it names. It claims no file for itself. */
const namingOnly: readonly LanguageDefinition[] = [configuration, unreadText];

export function languageNamed(id: string): LanguageDefinition | undefined {
  return (
    languages.find((language) => language.id === id) ?? namingOnly.find((language) => language.id === id)
  );
}

const claimsOf = new WeakMap<LanguageDefinition, ReturnType<typeof claims>>();

/** The grammar with which a language reads a file, whatever the file's name. */
export function grammarFor(language: LanguageDefinition, path: string): GrammarFile {
  let ownClaims = claimsOf.get(language);
  if (!ownClaims) claimsOf.set(language, (ownClaims = claims([language])));
  return ownClaims(path)?.grammar ?? Object.values(language.endings)[0];
}

/** The language that a first line such as `#!/usr/bin/env -S node --no-warnings` names, and the program it names. */
export function languageOfFirstLine(
  line: string,
): { program: string; language: LanguageDefinition | null } | null {
  const match = /^#!\s*(?:\S*\/)?(\S+)(.*)$/.exec(line);
  if (!match) return null;
  const isEnv = match[1] === 'env';
  const program = isEnv ? match[2].split(/\s+/).find((word) => word !== '' && !/^-|=/.test(word)) : match[1];
  if (program === undefined) return null;
  const name = program.slice(program.lastIndexOf('/') + 1);
  return { program: name, language: languages.find(({ interpreters }) => interpreters.test(name)) ?? null };
}

/** The names of all languages that are read: `TypeScript, Java or Python`. */
export function languagesInWords(): string {
  const names = languages.map(({ name }) => name);
  return names.length > 1 ? `${names.slice(0, -1).join(', ')} or ${names.at(-1)}` : names[0];
}
