import { declarationForms, type ElementKind } from '../../core/facts/fileFacts.ts';
import { EVERYTHING_RESOLVED, passes } from '../../core/graph/rollUp.ts';
import { cycles } from '../../core/graph/components.ts';
import { folderUnits, graphOf } from '../../core/graph/units.ts';
import { CERTAINTY, dependencyKinds, NO_FORM } from '../../core/link/linked.ts';
import { fileGraph } from '../../core/measures/coupling.ts';
import { measureNamed } from '../../core/measures/catalogue.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import { elementOf, kindOf, labelOf, measureValues, remembered, type ElementLabel } from './remembered.ts';

/** All that is known of the focus. */
export interface Dossier extends ElementLabel {
  /** `class`, `method`, `folder`: the kind as people say it. */
  form: string;
  file: string | null;
  startLine: number;
  endLine: number;
  /** Elements it stands in, outermost first. */
  path: ElementLabel[];
  measures: DossierMeasure[];
  peers: number;
  uses: DossierUse[];
  usedBy: DossierUse[];
  cycles: { granularity: 'file' | 'folder'; tag: string; size: number }[];
  holds: ElementLabel[];
  gaps: { name: string; reason: string; line: number }[];
  damage: [number, number][];
}

export interface DossierMeasure {
  id: string;
  name: string;
  unit: string;
  decimals: number;
  definition: string;
  value: number;
  /** Place among its peers by value, 1 the largest. */
  rank: number;
  /** Value and median as shares of the largest. */
  share: number;
  medianShare: number;
}

export interface DossierUse extends ElementLabel {
  count: number;
  kinds: string[];
  /** True when no reference in it was settled by name resolution alone. */
  inferred: boolean;
}

const measuresShown: Partial<Record<ElementKind, string[]>> = {
  folder: ['codeLines', 'files', 'complexityMean', 'instability', 'internalShare', 'commentShare'],
  file: ['codeLines', 'complexitySum', 'complexityMax', 'instability', 'level', 'reachedBy', 'commentShare'],
  type: ['codeLines', 'routines', 'wmc', 'cbo', 'dit', 'usedByTypes'],
  routine: [
    'cyclomatic',
    'nested',
    'nesting',
    'codeLines',
    'parameters',
    'fanIn',
    'fanOut',
    'maintainability',
  ],
};

/** Entries of one list in the dossier. */
const MAX_LISTED = 60;

export function dossierView(survey: SurveyedCodebase, key: string): Dossier {
  const element = elementOf(survey, key);
  if (element === undefined) throw new Problem('notFound', `This survey has no ${key}.`);
  const { elements } = survey;
  const file = elements.file[element];
  return {
    ...labelOf(survey, element),
    form: formName(survey, element),
    file: file < 0 ? null : elements.key[file],
    startLine: elements.startLine[element],
    endLine: elements.endLine[element],
    path: pathTo(survey, element),
    measures: measuresOf(survey, element),
    peers: peersOf(survey, element).length,
    uses: neighbours(survey, element, 'uses'),
    usedBy: neighbours(survey, element, 'usedBy'),
    cycles: cyclesOf(survey, element),
    holds: childrenOf(survey, element),
    gaps: file === element ? gapsOf(survey, element) : [],
    damage: survey.files.find((record) => record.element === element)?.damage ?? [],
  };
}

function formName({ elements, externals }: SurveyedCodebase, element: number): string {
  if (element >= elements.firstExternal) {
    return `external, ${externals[element - elements.firstExternal].ecosystem}`;
  }
  const form = elements.form[element];
  return form === NO_FORM ? (elements.file[element] === element ? 'file' : 'folder') : declarationForms[form];
}

function pathTo(survey: SurveyedCodebase, element: number): ElementLabel[] {
  const path: ElementLabel[] = [];
  for (let e = survey.elements.parent[element]; e > 0; e = survey.elements.parent[e])
    path.unshift(labelOf(survey, e));
  return path;
}

function peersOf(survey: SurveyedCodebase, element: number): number[] {
  const kind = survey.elements.kind[element];
  return remembered(survey, `peers ${kind}`, () => {
    const peers: number[] = [];
    survey.elements.kind.forEach((k, e) => {
      if (k === kind) peers.push(e);
    });
    return peers;
  });
}

function measuresOf(survey: SurveyedCodebase, element: number): DossierMeasure[] {
  const shown = measuresShown[kindOf(survey, element)] ?? [];
  return shown.flatMap((id): DossierMeasure[] => {
    const { name, unit, decimals, definition } = measureNamed(id)!;
    const values = measureValues(survey, id);
    const value = values[element];
    if (Number.isNaN(value)) return [];
    const sorted = remembered(survey, `sorted ${survey.elements.kind[element]} ${id}`, () =>
      Float64Array.from(
        peersOf(survey, element)
          .map((e) => values[e])
          .filter((v) => !Number.isNaN(v)),
      ).sort(),
    );
    const largest = sorted.at(-1) || 1;
    const rank = sorted.length - upperBound(sorted, value) + 1;
    const medianShare = sorted[sorted.length >> 1] / largest;
    return [{ id, name, unit, decimals, definition, value, rank, share: value / largest, medianShare }];
  });
}

function upperBound(sorted: Float64Array, value: number): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle] <= value) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * Who stands at the other end of the focus's dependencies. A folder is told its neighbours among folders, a file among
 * files, anything smaller the elements themselves.
 */
function neighbours(survey: SurveyedCodebase, element: number, direction: 'uses' | 'usedBy'): DossierUse[] {
  const { elements, dependencies } = survey;
  const end = elements.subtreeEnd[element];
  const near = direction === 'uses' ? dependencies.from : dependencies.to;
  const far = direction === 'uses' ? dependencies.to : dependencies.from;
  const found = new Map<number, { count: number; kinds: Set<number>; exact: boolean }>();
  for (let row = 0; row < dependencies.count; row++) {
    if (near[row] < element || near[row] >= end) continue;
    if (far[row] >= element && far[row] < end) continue;
    if (!passes(dependencies, row, EVERYTHING_RESOLVED)) continue;
    const other = counterpart(survey, element, far[row]);
    let entry = found.get(other);
    if (!entry) found.set(other, (entry = { count: 0, kinds: new Set(), exact: false }));
    entry.count += dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    entry.kinds.add(dependencies.kind[row]);
    if (dependencies.certainty[row] === CERTAINTY.exact) entry.exact = true;
  }
  return [...found]
    .sort(([a, { count: m }], [b, { count: n }]) => n - m || a - b)
    .slice(0, MAX_LISTED)
    .map(([other, { count, kinds, exact }]) => ({
      ...labelOf(survey, other),
      count,
      kinds: [...kinds].sort((a, b) => a - b).map((kind) => dependencyKinds[kind]),
      inferred: !exact,
    }));
}

function counterpart({ elements }: SurveyedCodebase, focus: number, other: number): number {
  if (other >= elements.firstExternal) return other;
  const isFileOrExternal = elements.file[focus] === focus || focus >= elements.firstExternal;
  if (isFileOrExternal) return elements.file[other] < 0 ? other : elements.file[other];
  if (elements.file[focus] >= 0) return other;
  // A folder's neighbour is the outermost folder or file that does not hold the focus.
  let at = other;
  while (!(elements.parent[at] <= focus && focus < elements.subtreeEnd[elements.parent[at]]))
    at = elements.parent[at];
  return at;
}

function cyclesOf(survey: SurveyedCodebase, element: number): Dossier['cycles'] {
  const membership = remembered(survey, 'cycle membership', () => {
    const found = new Map<number, Dossier['cycles'][number]>();
    cycles(fileGraph(survey)).forEach((members, index) => {
      for (const file of members) {
        const tag = `C${index + 1}`;
        found.set(survey.files[file].element, { granularity: 'file', tag, size: members.length });
      }
    });
    const folders = folderUnits(survey);
    cycles(graphOf(survey, folders)).forEach((members, index) => {
      for (const unit of members) {
        const tag = `C${index + 1}`;
        found.set(folders.elements[unit], { granularity: 'folder', tag, size: members.length });
      }
    });
    return found;
  });
  const found = membership.get(element);
  return found ? [found] : [];
}

function childrenOf(survey: SurveyedCodebase, element: number): ElementLabel[] {
  const { elements } = survey;
  const found: ElementLabel[] = [];
  for (
    let e = element + 1;
    e < elements.subtreeEnd[element] && found.length < MAX_LISTED;
    e = elements.subtreeEnd[e]
  ) {
    found.push(labelOf(survey, e));
  }
  return found;
}

function gapsOf({ gaps }: SurveyedCodebase, file: number): Dossier['gaps'] {
  return gaps.flatMap(({ name, reason, places }) =>
    places.filter((place) => place.file === file).map(({ line }) => ({ name, reason, line })),
  );
}
