import type { GrammarFile, LanguageDefinition } from './language.ts';
import { javascript, typescript } from './typescript/index.ts';

/** Every language the program reads. Adding one means adding a folder and a line here. */
export const languages: readonly LanguageDefinition[] = [typescript, javascript];

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
