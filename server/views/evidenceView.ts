import { passes, type DependencyFilter } from '../../core/graph/rollUp.ts';
import { certainties, dependencyKinds, type Certainty, type DependencyKind } from '../../core/link/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import type { ReadText } from '../source/readText.ts';
import { elementOf, labelOf, testElements, type ElementLabel } from './remembered.ts';

/** The places behind one claim: `from` uses `to`. */
export interface Evidence {
  from: ElementLabel;
  to: ElementLabel;
  count: number;
  byKind: { kind: DependencyKind; count: number }[];
  files: EvidenceFile[];
  /** True when not all places are listed. */
  cut: boolean;
}

export interface EvidenceFile {
  path: string;
  places: EvidencePlace[];
}

export interface EvidencePlace {
  line: number;
  text: string;
  kind: DependencyKind;
  certainty: Certainty;
  /** Innermost element at each end. */
  from: ElementLabel;
  to: ElementLabel;
}

const MAX_PLACES = 400;

export async function evidenceView(
  survey: SurveyedCodebase,
  readText: ReadText,
  query: { from: string; to: string; filter: DependencyFilter; withTests: boolean },
): Promise<Evidence> {
  const from = elementOf(survey, query.from);
  const to = elementOf(survey, query.to);
  if (from === undefined || to === undefined) {
    throw new Problem('notFound', `This survey has no ${from === undefined ? query.from : query.to}.`);
  }
  const { elements, dependencies } = survey;
  const isTest = testElements(survey);
  const byKind = new Map<number, number>();
  const byFile = new Map<number, EvidencePlace[]>();
  let count = 0;
  for (let row = firstRow(dependencies.from, from); row < dependencies.count; row++) {
    if (dependencies.from[row] >= elements.subtreeEnd[from]) break;
    const target = dependencies.to[row];
    if (target < to || target >= elements.subtreeEnd[to] || !passes(dependencies, row, query.filter))
      continue;
    if (!query.withTests && isTest[dependencies.from[row]]) continue;
    const file = elements.file[dependencies.from[row]];
    for (let place = dependencies.placeStart[row]; place < dependencies.placeStart[row + 1]; place++) {
      count++;
      byKind.set(dependencies.kind[row], (byKind.get(dependencies.kind[row]) ?? 0) + 1);
      if (count > MAX_PLACES) continue;
      let places = byFile.get(file);
      if (!places) byFile.set(file, (places = []));
      places.push({
        line: dependencies.line[place],
        text: '',
        kind: dependencyKinds[dependencies.kind[row]],
        certainty: certainties[dependencies.certainty[row]],
        from: labelOf(survey, dependencies.from[row]),
        to: labelOf(survey, target),
      });
    }
  }
  const files = await Promise.all(
    [...byFile].map(async ([file, places]): Promise<EvidenceFile> => {
      const path = elements.key[file];
      const lines = (await readText(path))?.text.split('\n') ?? [];
      for (const place of places) place.text = (lines[place.line - 1] ?? '').trim().slice(0, 300);
      return { path, places: places.sort((a, b) => a.line - b.line) };
    }),
  );
  return {
    from: labelOf(survey, from),
    to: labelOf(survey, to),
    count,
    byKind: [...byKind]
      .map(([kind, n]) => ({ kind: dependencyKinds[kind], count: n }))
      .sort((a, b) => b.count - a.count),
    files,
    cut: count > MAX_PLACES,
  };
}

/** First row whose `from` is at least `element`; rows are sorted by `from`. */
export function firstRow(from: Int32Array, element: number): number {
  let low = 0;
  let high = from.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (from[middle] < element) low = middle + 1;
    else high = middle;
  }
  return low;
}
