import { KIND } from '../../../facts/fileFacts.ts';
import { measureNamed } from '../../../measures/catalogue.ts';
import { globMatcher } from '../../../search/glob.ts';
import type { Judged } from '../../judgedSurvey.ts';
import type { RuleWords } from '../../ruleWords.ts';
import type { Violation } from '../../violation.ts';

/** A bound on a measure of files, types or routines. */
export interface MeasureRule extends RuleWords {
  sort: 'measure';
  /** Its id in the catalogue. */
  measure: string;
  of: 'file' | 'type' | 'routine';
  /** Patterns of the files that it is about. */
  where: readonly string[];
  /** One of both: the most that it may come to, or the least. */
  bound: { most: number } | { least: number };
}

/** What a measure puts beyond its bound, what lies farthest first; idle where nothing has a value. O(elements + the measure). */
export function beyondBound(
  rule: MeasureRule,
  { survey, isTest }: Judged,
): { violations: Violation[]; isIdle: boolean } {
  const { elements } = survey;
  const measure = measureNamed(rule.measure)!;
  const values = measure.compute(survey);
  const matches = globMatcher(rule.where);
  const kind = KIND[rule.of];
  let isIdle = true;
  const found: Violation[] = [];
  for (let e = 0; e < elements.firstExternal; e++) {
    if (elements.kind[e] !== kind || Number.isNaN(values[e]) || (!rule.withTests && isTest[e] === 1))
      continue;
    const path = elements.key[elements.file[e]];
    if (!matches(path)) continue;
    isIdle = false;
    const { bound } = rule;
    // What is shown is what counts: nobody sees that 10.004 is more than 10.
    const value = Number(values[e].toFixed(measure.decimals));
    const excess = 'most' in bound ? value - bound.most : bound.least - value;
    if (excess <= 0) continue;
    const limit = 'most' in bound ? `at most ${bound.most}` : `at least ${bound.least}`;
    found.push({
      ...{ rule: rule.name, from: path, to: rule.of === 'file' ? '' : elements.key[e], kind: 'measure' },
      lines: [Math.max(1, elements.startLine[e])],
      rows: [],
      detail: `${measure.name} ${value}, ${limit}`,
      excess,
    });
  }
  return { violations: found.sort((a, b) => b.excess - a.excess || (a.from < b.from ? -1 : 1)), isIdle };
}
