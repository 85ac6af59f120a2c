import type { SurveyedCodebase } from '../../core/survey.ts';
import { labelOf, type ElementLabel } from './remembered.ts';

/** Elements whose name or place contains what was typed: whole names first, then beginnings, then the rest. */
export function findElements(
  survey: SurveyedCodebase,
  typed: string,
  limit = 30,
): (ElementLabel & { place: string })[] {
  const wanted = typed.trim().toLowerCase();
  if (wanted === '') return [];
  const { elements } = survey;
  const scored: [score: number, element: number][] = [];
  for (let e = 1; e < elements.count; e++) {
    const name = elements.name[e].toLowerCase();
    const at = name.indexOf(wanted);
    const score =
      name === wanted
        ? 0
        : at === 0
          ? 1
          : at > 0
            ? 2
            : elements.key[e].toLowerCase().includes(wanted)
              ? 3
              : -1;
    if (score >= 0) scored.push([score * 10 + elements.kind[e], e]);
  }
  return scored
    .sort(([a, x], [b, y]) => a - b || elements.name[x].length - elements.name[y].length || x - y)
    .slice(0, limit)
    .map(([, e]) => ({
      ...labelOf(survey, e),
      place: elements.file[e] < 0 ? '' : elements.key[elements.file[e]],
    }));
}
