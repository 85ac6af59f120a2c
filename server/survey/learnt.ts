import { createHash } from 'node:crypto';
import { languageNamed, languages } from '../../core/languages/registry.ts';
import type { Intake, IntakeFile } from '../intake/intake.ts';
import type { IntakeRules } from '../intake/rules.ts';

/** What a codebase teaches about reading its own files, by language. */
export interface Learnt {
  of(language: string): { id: string; text: string } | undefined;
  /** The key under which facts of a file are cached: other macros give other facts of the same text. */
  cacheKey(file: IntakeFile): string;
}

export function learntFrom(intake: Intake, { defines }: Pick<IntakeRules, 'defines'>): Learnt {
  const byFamily = new Map<string, { id: string; text: string }>();
  for (const { id, family = id, combine, learnDefined } of languages) {
    if (!combine || byFamily.has(family)) continue;
    const defined = learnDefined?.(defines) ?? [];
    const text = combine([...(intake.learnt.get(family) ?? []), ...defined]).join('\n');
    byFamily.set(family, { id: createHash('sha256').update(text).digest('hex').slice(0, 16), text });
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
