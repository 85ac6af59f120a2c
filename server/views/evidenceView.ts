import { readFileSync, realpathSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join, sep } from 'node:path';
import { passes, type DependencyFilter } from '../../core/graph/rollUp.ts';
import { certainties, dependencyKinds, type Certainty, type DependencyKind } from '../../core/link/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import { decode } from '../work/extractWorker.ts';
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

export function evidenceView(
  survey: SurveyedCodebase,
  root: string,
  query: { from: string; to: string; filter: DependencyFilter; withTests: boolean },
): Evidence {
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
  const files = [...byFile].map(([file, places]): EvidenceFile => {
    const path = elements.key[file];
    const lines = readSource(root, path)?.text.split('\n') ?? [];
    for (const place of places) place.text = (lines[place.line - 1] ?? '').trim().slice(0, 300);
    return { path, places: places.sort((a, b) => a.line - b.line) };
  });
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

/** A file's text and hash as it is now, confined to the root; null when it cannot be read any more. */
export function readSource(root: string, path: string): { text: string; hash: string } | null {
  try {
    const real = realpathSync(join(root, path));
    if (!real.startsWith(root.endsWith(sep) ? root : root + sep)) return null;
    const bytes = readFileSync(real);
    const text = decode(bytes);
    return text === null ? null : { text, hash: createHash('sha256').update(bytes).digest('hex') };
  } catch {
    return null;
  }
}
