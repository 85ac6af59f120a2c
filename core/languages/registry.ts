import type { GrammarFile, LanguageDefinition } from './language.ts';
import { c, cpp } from './c/index.ts';
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

const byEnding = new Map<string, { language: LanguageDefinition; grammar: GrammarFile }>();
for (const language of languages) {
  for (const [ending, grammar] of Object.entries(language.endings))
    byEnding.set(ending, { language, grammar });
}

/** The language and grammar that a file's ending names, or null. */
export function languageOf(path: string): { language: LanguageDefinition; grammar: GrammarFile } | null {
  const dot = path.lastIndexOf('.');
  return dot < 0 ? null : (byEnding.get(path.slice(dot).toLowerCase()) ?? null);
}

export function languageNamed(id: string): LanguageDefinition | undefined {
  return languages.find((language) => language.id === id);
}

/** The grammar with which a language reads a file, whatever the file's name. */
export function grammarFor(language: LanguageDefinition, path: string): GrammarFile {
  const dot = path.lastIndexOf('.');
  const own = dot < 0 ? undefined : language.endings[path.slice(dot).toLowerCase()];
  return own ?? Object.values(language.endings)[0];
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
