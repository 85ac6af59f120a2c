import { createHash } from 'node:crypto';
import { languageNamed, languages } from '../../core/languages/registry.ts';
import type { Intake, IntakeFile } from '../intake/intake.ts';
import type { IntakeRules } from '../intake/rules.ts';

/** What a codebase teaches about reading its own files, by language. */
export interface Learnt {
  of(language: string): Lesson | undefined;
  /** The key under which facts of a file are cached: other macros give other facts of the same text. */
  cacheKey(file: IntakeFile): string;
}

/** A lesson with a name of its own; its bytes are shared by the threads that are sent it. */
export interface Lesson {
  id: string;
  bytes: Uint8Array;
}

function* linesOf(...lists: readonly (readonly string[])[]): Generator<string> {
  for (const lines of lists) yield* lines;
}

export function learntFrom(intake: Intake, { defines }: Pick<IntakeRules, 'defines'>): Learnt {
  const byFamily = new Map<string, Lesson>();
  for (const { id, family = id, combine, learnDefined } of languages) {
    if (!combine || byFamily.has(family)) continue;
    const defined = learnDefined?.(defines) ?? [];
    const bytes = combine(linesOf(intake.learnt.get(family) ?? [], defined));
    byFamily.set(family, { id: createHash('sha256').update(bytes).digest('hex').slice(0, 16), bytes });
  }
  const of: Learnt['of'] = (language) => byFamily.get(languageNamed(language)?.family ?? language);
  return {
    of,
    cacheKey({ grammar, language }) {
      const lesson = of(language);
      return lesson ? `${grammar} ${lesson.id}` : grammar;
    },
  };
}
