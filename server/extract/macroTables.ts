import { createHash } from 'node:crypto';
import { unpackWords } from '../../core/facts/words.ts';
import { languageNamed, languages } from '../../core/languages/registry.ts';
import type { Intake, IntakeFile } from '../intake/intake.ts';
import type { IntakeRules } from '../intake/rules.ts';

/** The macros of a codebase, by which its files are read: one packed table for each family of languages. */
export interface MacroTables {
  of(language: string): PackedMacroTable | undefined;
  /**
   * The key under which facts of a file are cached. Other macros give other facts of the same text only where the text has a
   * word that is one of them.
   */
  cacheKey(file: Pick<IntakeFile, 'path' | 'grammar' | 'language'>): string;
}

/** A macro table packed into bytes that threads share, with a digest of them as its id. */
export interface PackedMacroTable {
  id: string;
  bytes: Uint8Array;
  /** The effects of those words of a file that are macros; equal effects mean equal facts. */
  among?(words: Uint32Array): Uint32Array;
}

function* linesOf(...lists: readonly (readonly string[])[]): Generator<string> {
  for (const lines of lists) yield* lines;
}

export function macroTablesOf(
  intake: Pick<Intake, 'macros' | 'words'>,
  { defines }: Pick<IntakeRules, 'defines'>,
): MacroTables {
  const byFamily = new Map<string, PackedMacroTable>();
  for (const { id, family = id, macroTable, macrosAmongWords, macrosOfBuild } of languages) {
    if (!macroTable || byFamily.has(family)) continue;
    const defined = macrosOfBuild?.(defines) ?? [];
    const bytes = macroTable(linesOf(intake.macros.get(family) ?? [], defined));
    byFamily.set(family, { id: digestOf(bytes), bytes, among: macrosAmongWords?.(bytes) });
  }
  const of: MacroTables['of'] = (language) => byFamily.get(languageNamed(language)?.family ?? language);
  const effectsOn = ({ id, among }: PackedMacroTable, path: string): string => {
    const words = intake.words.get(path);
    if (!among || words === undefined) return id;
    const effects = among(unpackWords(Buffer.from(words, 'base64')));
    return digestOf(new Uint8Array(effects.buffer));
  };
  const keys = new Map<string, string>();
  return {
    of,
    cacheKey({ path, grammar, language }) {
      const table = of(language);
      if (!table) return grammar;
      let key = keys.get(path);
      if (key === undefined) keys.set(path, (key = `${grammar} ${effectsOn(table, path)}`));
      return key;
    },
  };
}

function digestOf(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex').slice(0, 16);
}
