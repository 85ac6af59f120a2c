import type { SurveyedCodebase } from '../survey.ts';
import { fileIndexes } from './keptTogether.ts';

/**
 * Languages of a survey in sets between which no dependency leads: links alone put files of two such sets into one module never.
 * The set with the most files first, and in it the language with the most. O(dependencies).
 */
export function languagesApart({ files, elements, dependencies }: SurveyedCodebase): string[][] {
  const counts = new Map<string, number>();
  for (const { language } of files) counts.set(language, (counts.get(language) ?? 0) + 1);
  const setOf = new Map(
    [...counts.keys()].map((language): [string, Set<string>] => [language, new Set([language])]),
  );
  const fileAt = fileIndexes({ files });
  const languageOf = (element: number): string | undefined =>
    files[fileAt[elements.file[element]] ?? -1]?.language;
  for (let row = 0; row < dependencies.count; row++) {
    const [one, other] = [languageOf(dependencies.from[row]), languageOf(dependencies.to[row])];
    if (one === undefined || other === undefined || setOf.get(one) === setOf.get(other)) continue;
    const joined = new Set([...setOf.get(one)!, ...setOf.get(other)!]);
    for (const language of joined) setOf.set(language, joined);
  }
  const filesOf = (set: Iterable<string>): number =>
    [...set].reduce((sum, language) => sum + counts.get(language)!, 0);
  return [...new Set(setOf.values())]
    .map((set) => [...set].sort((a, b) => counts.get(b)! - counts.get(a)! || (a < b ? -1 : 1)))
    .sort((a, b) => filesOf(b) - filesOf(a) || (a[0] < b[0] ? -1 : 1));
}
