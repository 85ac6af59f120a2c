import { isWithin, type Arrangement } from '../arrangement/arrangement.ts';
import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import { levels } from '../graph/components.ts';
import { giveUpAtStep } from '../graph/giveUp.ts';
import { reachCounts } from '../graph/reach.ts';
import { EVERYTHING_RESOLVED, passes, reversed, rollUp, type Graph } from '../graph/rollUp.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { noValues, ofInside, type Measure } from './measure.ts';

const martin = 'Martin 1994';
const own = 'Yletope, measures: folders, modules, files';
const containers = ['group', 'file'] as const;

const fileGraphs = new WeakMap<SurveyedCodebase, Graph>();

/** The graph of files, unit i being `survey.files[i]`. Worked out once for a survey: most measures rest on it. */
export function fileGraph(survey: SurveyedCodebase): Graph {
  let graph = fileGraphs.get(survey);
  if (!graph) {
    const { elements, files, dependencies } = survey;
    const unitOf = new Int32Array(elements.count).fill(-1);
    files.forEach(({ element }, index) => unitOf.fill(index, element, elements.subtreeEnd[element]));
    fileGraphs.set(survey, (graph = rollUp(dependencies, unitOf, files.length)));
  }
  return graph;
}

function perFile(survey: SurveyedCodebase, values: ArrayLike<number>): Float64Array {
  const column = noValues(survey);
  survey.files.forEach(({ element }, index) => (column[element] = values[index]));
  return column;
}

/** Martin's Ca and Ce of files: distinct other files that depend on it, or that it depends on. */
function coupledFiles(survey: SurveyedCodebase, direction: 'in' | 'out'): Float64Array {
  const graph = directed(survey, direction);
  return perFile(
    survey,
    survey.files.map((_, file) => graph.start[file + 1] - graph.start[file]),
  );
}

function directed(survey: SurveyedCodebase, direction: 'in' | 'out'): Graph {
  return direction === 'out' ? fileGraph(survey) : reversed(fileGraph(survey));
}

/** The same of groups, counted in files outside, so that figures of groups of any depth can be compared. */
function filesCoupledWithGroups(
  survey: SurveyedCodebase,
  arrangement: Arrangement,
  direction: 'in' | 'out',
): Float64Array {
  const { files } = survey;
  const { parent, groupOf } = arrangement;
  const graph = directed(survey, direction);
  const others: (Set<number> | undefined)[] = Array.from({ length: arrangement.count });
  files.forEach(({ element }, file) => {
    giveUpAtStep(file << 6);
    for (let edge = graph.start[file]; edge < graph.start[file + 1]; edge++) {
      const other = graph.to[edge];
      const far = groupOf[files[other].element];
      for (let group = groupOf[element]; !isWithin(arrangement, far, group); group = parent[group])
        (others[group] ??= new Set()).add(other);
    }
  });
  return Float64Array.from(others, (set) => set?.size ?? 0);
}

/** Ca or Ce, of files and of groups. */
function coupled(direction: 'in' | 'out'): Pick<Measure, 'compute' | 'ofGroups'> {
  return {
    compute: (survey) => coupledFiles(survey, direction),
    ofGroups: (survey, arrangement) => filesCoupledWithGroups(survey, arrangement, direction),
  };
}

function unstable(afferent: Float64Array, efferent: Float64Array): Float64Array {
  return efferent.map((out, i) => out / (afferent[i] + out));
}

const instability: Pick<Measure, 'compute'> & Required<Pick<Measure, 'ofGroups'>> = {
  compute: (survey) => unstable(coupledFiles(survey, 'in'), coupledFiles(survey, 'out')),
  ofGroups: (survey, arrangement) =>
    unstable(
      filesCoupledWithGroups(survey, arrangement, 'in'),
      filesCoupledWithGroups(survey, arrangement, 'out'),
    ),
};

const abstractness = ofInside(KIND.type, [KIND.file], ({ elements: { form, flags } }, held) => {
  const isAbstract = (e: number): boolean =>
    form[e] === FORM.interface || (form[e] === FORM.class && (flags[e] & FLAG.abstract) !== 0);
  const counted = (e: number): boolean => form[e] !== FORM.alias && form[e] !== FORM.namespace;
  return held.filter(isAbstract).length / held.filter(counted).length;
});

function distance(abstract: Float64Array, unstableness: Float64Array): Float64Array {
  return unstableness.map((i, e) => Math.abs(abstract[e] + i - 1));
}

/**
 * References that stay inside / all that touch it, in percent; externals left out. Of a tree of places given by `placeOf`
 * each element and the place above each, in which places come before those below them.
 */
function insideShare(
  { elements, dependencies }: SurveyedCodebase,
  placeOf: Int32Array,
  above: Int32Array,
): Float64Array {
  const inside = new Float64Array(above.length);
  const touching = new Float64Array(above.length);
  for (let row = 0; row < dependencies.count; row++) {
    giveUpAtStep(row);
    if (dependencies.to[row] >= elements.firstExternal) continue;
    if (!passes(dependencies, row, EVERYTHING_RESOLVED)) continue;
    const places = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    let a = placeOf[dependencies.from[row]];
    let b = placeOf[dependencies.to[row]];
    // Up to the first place that holds both ends; the later one of two is never above the other.
    while (a !== b) {
      const lower = Math.max(a, b);
      touching[lower] += places;
      if (a === lower) a = above[a];
      else b = above[b];
    }
    for (; a >= 0; a = above[a]) {
      touching[a] += places;
      inside[a] += places;
    }
  }
  return inside.map((own, place) => (100 * own) / touching[place]);
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
    ...coupled('in'),
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
    ...coupled('out'),
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
    ...instability,
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
    ...abstractness,
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
    compute: (survey) => distance(abstractness.compute(survey), instability.compute(survey)),
    ofGroups: (survey, arrangement) =>
      distance(abstractness.ofGroups(survey, arrangement), instability.ofGroups(survey, arrangement)),
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
    compute: (survey) =>
      insideShare(survey, Int32Array.from(survey.elements.kind.keys()), survey.elements.parent),
    ofGroups: (survey, { groupOf, parent }) => insideShare(survey, groupOf, parent),
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
