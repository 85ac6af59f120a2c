import { KIND } from '../../core/facts/fileFacts.ts';
import { CERTAINTY, isImportKind, type Certainty } from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';

/** What a survey says against what an oracle says, as sets of `from → to`. */
export interface Comparison {
  right: number;
  onlyOurs: string[];
  onlyTheirs: string[];
}

export function compare(ours: ReadonlySet<string>, theirs: ReadonlySet<string>): Comparison {
  return {
    right: [...ours].filter((edge) => theirs.has(edge)).length,
    onlyOurs: [...ours].filter((edge) => !theirs.has(edge)),
    onlyTheirs: [...theirs].filter((edge) => !ours.has(edge)),
  };
}

export function precision({ right, onlyOurs }: Comparison): number {
  return right / (right + onlyOurs.length);
}

export function recall({ right, onlyTheirs }: Comparison): number {
  return right / (right + onlyTheirs.length);
}

/** One line of a table of accuracy. */
export interface Row {
  code: string;
  oracle: string;
  files: number;
  /** Dependencies that the oracle knows. */
  known: number;
  precision: number;
  recall: number;
  required: number;
  differences: string[];
}

export function rowOf(
  what: Pick<Row, 'code' | 'oracle' | 'files' | 'required'>,
  comparison: Comparison,
): Row {
  return {
    ...what,
    known: comparison.right + comparison.onlyTheirs.length,
    precision: precision(comparison),
    recall: recall(comparison),
    differences: [
      ...comparison.onlyOurs.map((edge) => `ours alone: ${edge}`),
      ...comparison.onlyTheirs.map((edge) => `the oracle’s alone: ${edge}`),
    ],
  };
}

/** The imports between files of a survey that have a certainty. */
export function importEdges({ elements, dependencies }: SurveyedCodebase, certainty: Certainty): Set<string> {
  const edges = new Set<string>();
  for (let row = 0; row < dependencies.count; row++) {
    if (!isImportKind[dependencies.kind[row]] || dependencies.certainty[row] !== CERTAINTY[certainty])
      continue;
    const to = dependencies.to[row];
    if (elements.kind[to] !== KIND.file) continue;
    edges.add(`${elements.key[dependencies.from[row]]} → ${elements.key[to]}`);
  }
  return edges;
}
