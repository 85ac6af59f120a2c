import { createHash } from 'node:crypto';
import { unpackWords } from '../../core/facts/words.ts';
import { languageNamed, languages } from '../../core/languages/registry.ts';
import type { Intake, IntakeFile } from '../intake/intake.ts';
import type { IntakeRules } from '../intake/rules.ts';

/** What a codebase teaches about reading its own files, by language. */
export interface Learnt {
  of(language: string): Lesson | undefined;
  /**
   * The key under which facts of a file are cached: other macros give other facts of the same text, when the text has a word
   * that is one of them.
   */
  cacheKey(file: Pick<IntakeFile, 'path' | 'grammar' | 'language'>): string;
}

/** A lesson with a name of its own; its bytes are shared by the threads that are sent it. */
export interface Lesson {
  id: string;
  bytes: Uint8Array;
  /** What it says of words; the same of a file's means the same facts. */
  on?(words: Uint32Array): Uint32Array;
}

function* linesOf(...lists: readonly (readonly string[])[]): Generator<string> {
  for (const lines of lists) yield* lines;
}

export function learntFrom(
  intake: Pick<Intake, 'learnt' | 'words'>,
  { defines }: Pick<IntakeRules, 'defines'>,
): Learnt {
  const byFamily = new Map<string, Lesson>();
  for (const { id, family = id, combine, macrosAmongWords, learnDefined } of languages) {
    if (!combine || byFamily.has(family)) continue;
    const defined = learnDefined?.(defines) ?? [];
    const bytes = combine(linesOf(intake.learnt.get(family) ?? [], defined));
    byFamily.set(family, { id: digestOf(bytes), bytes, on: macrosAmongWords?.(bytes) });
  }
  const of: Learnt['of'] = (language) => byFamily.get(languageNamed(language)?.family ?? language);
  const saidOf = ({ id, on }: Lesson, path: string): string => {
    const words = intake.words.get(path);
    if (!on || words === undefined) return id;
    const said = on(unpackWords(Buffer.from(words, 'base64')));
    return digestOf(new Uint8Array(said.buffer));
  };
  const keys = new Map<string, string>();
  return {
    of,
    cacheKey({ path, grammar, language }) {
      const lesson = of(language);
      if (!lesson) return grammar;
      let key = keys.get(path);
      if (key === undefined) keys.set(path, (key = `${grammar} ${saidOf(lesson, path)}`));
      return key;
    },
  };
}

function digestOf(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex').slice(0, 16);
}
