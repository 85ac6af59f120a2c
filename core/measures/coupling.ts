import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import { levels } from '../graph/components.ts';
import { reachCounts } from '../graph/reach.ts';
import { EVERYTHING_RESOLVED, passes, reversed, rollUp, type Graph } from '../graph/rollUp.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { foldDescendants, noValues, type Measure } from './measure.ts';

const martin = 'Martin 1994';
const own = 'Yletope, measures: folders, modules, files';
const containers = ['folder', 'file'] as const;

/** The graph of files, unit i being `survey.files[i]`. */
export function fileGraph(survey: SurveyedCodebase): Graph {
  const { elements, files, dependencies } = survey;
  const indexOf = new Map(files.map(({ element }, index) => [element, index]));
  const unitOf = Int32Array.from(elements.file, (file) => indexOf.get(file) ?? -1);
  return rollUp(dependencies, unitOf, files.length);
}

function perFile(survey: SurveyedCodebase, values: ArrayLike<number>): Float64Array {
  const column = noValues(survey);
  survey.files.forEach(({ element }, index) => (column[element] = values[index]));
  return column;
}

/**
 * Martin's Ca and Ce for files and folders: distinct files outside that depend on it, or that it depends on. Counted
 * in files, so that figures of folders of any depth can be compared.
 */
function coupledFiles(survey: SurveyedCodebase, direction: 'in' | 'out'): Float64Array {
  const { elements, files } = survey;
  const graph = direction === 'out' ? fileGraph(survey) : reversed(fileGraph(survey));
  const values = perFile(
    survey,
    files.map((_, file) => graph.start[file + 1] - graph.start[file]),
  );
  const others = new Map<number, Set<number>>();
  files.forEach(({ element }, file) => {
    for (let edge = graph.start[file]; edge < graph.start[file + 1]; edge++) {
      const other = files[graph.to[edge]].element;
      for (let folder = elements.parent[element]; folder >= 0; folder = elements.parent[folder]) {
        if (other > folder && other < elements.subtreeEnd[folder]) break;
        let set = others.get(folder);
        if (!set) others.set(folder, (set = new Set()));
        set.add(other);
      }
    }
  });
  for (let e = 0; e < elements.firstExternal; e++) {
    if (elements.kind[e] === KIND.folder) values[e] = others.get(e)?.size ?? 0;
  }
  return values;
}

function instability(survey: SurveyedCodebase): Float64Array {
  const afferent = coupledFiles(survey, 'in');
  return coupledFiles(survey, 'out').map((efferent, e) => efferent / (afferent[e] + efferent));
}

function abstractness(survey: SurveyedCodebase): Float64Array {
  const { form, flags } = survey.elements;
  const isAbstract = (e: number): boolean =>
    form[e] === FORM.interface || (form[e] === FORM.class && (flags[e] & FLAG.abstract) !== 0);
  const counted = (e: number): boolean => form[e] !== FORM.alias && form[e] !== FORM.namespace;
  return foldDescendants(
    survey,
    KIND.type,
    (found) => found.filter(isAbstract).length / found.filter(counted).length,
    [KIND.folder, KIND.file],
  );
}

/** Dependencies that stay inside / all that touch it, by references; externals left out. */
function internalShare(survey: SurveyedCodebase): Float64Array {
  const { elements, dependencies } = survey;
  const inside = new Float64Array(elements.count);
  const touching = new Float64Array(elements.count);
  for (let row = 0; row < dependencies.count; row++) {
    if (dependencies.to[row] >= elements.firstExternal) continue;
    if (!passes(dependencies, row, EVERYTHING_RESOLVED)) continue;
    const places = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    const to = dependencies.to[row];
    let a = dependencies.from[row];
    for (; a >= 0; a = elements.parent[a]) {
      touching[a] += places;
      if (to >= a && to < elements.subtreeEnd[a]) inside[a] += places;
    }
    const from = dependencies.from[row];
    for (let b = to; b >= 0 && !(from >= b && from < elements.subtreeEnd[b]); b = elements.parent[b]) {
      touching[b] += places;
    }
  }
  const values = noValues(survey);
  for (let e = 0; e < elements.firstExternal; e++) {
    if (elements.kind[e] === KIND.folder || elements.kind[e] === KIND.file) {
      values[e] = (100 * inside[e]) / touching[e];
    }
  }
  return values;
}

function reachShare(survey: SurveyedCodebase, graph: Graph): Float64Array {
  const others = survey.files.length - 1;
  return perFile(
    survey,
    Array.from(reachCounts(graph), (count) => (others === 0 ? 0 : (100 * (count - 1)) / others)),
  );
}

export const couplingMeasures: Measure[] = [
  {
    id: 'ca',
    name: 'Used by files',
    unit: '',
    appliesTo: containers,
    more: 'neutral',
    decimals: 0,
    definition: 'Ca: files outside that depend on it.',
    source: martin,
    compute: (survey) => coupledFiles(survey, 'in'),
  },
  {
    id: 'ce',
    name: 'Uses files',
    unit: '',
    appliesTo: containers,
    more: 'worse',
    decimals: 0,
    definition: 'Ce: files outside that it depends on.',
    source: martin,
    compute: (survey) => coupledFiles(survey, 'out'),
  },
  {
    id: 'instability',
    name: 'Instability',
    unit: '',
    appliesTo: containers,
    more: 'neutral',
    decimals: 2,
    definition: 'I = Ce / (Ca + Ce); undefined when both are 0.',
    source: martin,
    compute: instability,
  },
  {
    id: 'abstractness',
    name: 'Abstractness',
    unit: '',
    appliesTo: containers,
    more: 'neutral',
    decimals: 2,
    definition: 'A = interfaces and abstract classes / types; aliases and namespaces are left out.',
    source: martin,
    compute: abstractness,
  },
  {
    id: 'distance',
    name: 'Distance',
    unit: '',
    appliesTo: containers,
    more: 'worse',
    decimals: 2,
    definition: 'D = |A + I − 1|, the distance from the main sequence.',
    source: martin,
    compute: (survey) => {
      const abstract = abstractness(survey);
      return instability(survey).map((i, e) => Math.abs(abstract[e] + i - 1));
    },
  },
  {
    id: 'internalShare',
    name: 'Internal share',
    unit: '%',
    appliesTo: containers,
    more: 'better',
    decimals: 0,
    definition: 'References that stay inside / all references that touch it.',
    source: own,
    compute: internalShare,
  },
  {
    id: 'level',
    name: 'Level',
    unit: '',
    appliesTo: ['file'],
    more: 'neutral',
    decimals: 0,
    definition: 'Steps of dependencies above the ground, the members of a cycle taken as one.',
    source: own,
    compute: (survey) => perFile(survey, levels(fileGraph(survey))),
  },
  {
    id: 'reach',
    name: 'Reach',
    unit: '%',
    appliesTo: ['file'],
    more: 'worse',
    decimals: 0,
    definition: 'Share of the other files that it depends on, directly or not.',
    source: own,
    compute: (survey) => reachShare(survey, fileGraph(survey)),
  },
  {
    id: 'reachedBy',
    name: 'Reached by',
    unit: '%',
    appliesTo: ['file'],
    more: 'worse',
    decimals: 0,
    definition: 'Share of the other files that depend on it, directly or not.',
    source: own,
    compute: (survey) => reachShare(survey, reversed(fileGraph(survey))),
  },
];
