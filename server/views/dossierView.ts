import { declarationForms, type ElementKind } from '../../core/facts/fileFacts.ts';
import { EVERYTHING_RESOLVED } from '../../core/graph/rollUp.ts';
import { cycles } from '../../core/graph/components.ts';
import { folderUnits, graphOf } from '../../core/graph/units.ts';
import { NO_FORM } from '../../core/link/linked.ts';
import { fileGraph } from '../../core/measures/coupling.ts';
import { measureNamed } from '../../core/measures/catalogue.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import { describe, type Description } from './described.ts';
import { hierarchyLinks, type HierarchyLink } from './hierarchy/links.ts';
import { neighbours, type Neighbours } from './neighbours.ts';
import type { ReadText } from '../source/readText.ts';
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
  /** How it introduces itself in its source. */
  description: Description;
  uses: Neighbours;
  usedBy: Neighbours;
  parents: HierarchyLink[];
  children: HierarchyLink[];
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
const allOf = { filter: EVERYTHING_RESOLVED, withTests: true, limit: MAX_LISTED };

export async function dossierView(
  survey: SurveyedCodebase,
  readText: ReadText,
  key: string,
): Promise<Dossier> {
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
    description: await describe(survey, element, readText),
    uses: neighbours(survey, element, { ...allOf, direction: 'uses' }),
    usedBy: neighbours(survey, element, { ...allOf, direction: 'usedBy' }),
    parents: hierarchyLinks(survey, element, 'up'),
    children: hierarchyLinks(survey, element, 'down').slice(0, MAX_LISTED),
    cycles: cyclesOf(survey, element),
    holds: childrenOf(survey, element),
    gaps: file === element ? gapsOf(survey, element) : [],
    damage: survey.files.find((record) => record.element === element)?.damage ?? [],
  };
}

/** `class`, `method`, `folder`: the kind of an element as people say it. */
export function formName({ elements, externals }: SurveyedCodebase, element: number): string {
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
