import { isImportKind } from '../contracts/linked.ts';
import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import { levels } from '../graph/components.ts';
import { throwIfCancelledAtStep } from '../graph/cancellation.ts';
import { reachCounts } from '../graph/reach.ts';
import { EVERYTHING_RESOLVED, joinEdges, passes, reversed, rollUp, type Graph } from '../graph/rollUp.ts';
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

/** What depends on what across the borders of places; one figure a place. */
interface Crossings {
  /** Elements outside that depend on elements within. */
  users: Float64Array;
  /** Elements within that depend on elements outside. */
  dependents: Float64Array;
}

/** Counts elements of a graph over the borders of the places that hold them, each once; O(edges × depth). */
function crossings(graph: Graph, placeOf: Int32Array, above: ArrayLike<number>): Crossings {
  const users = new Float64Array(above.length);
  const dependents = new Float64Array(above.length);
  // The element for which a place was counted last.
  const usersUpTo = new Int32Array(above.length).fill(-1);
  const dependentsUpTo = new Int32Array(above.length).fill(-1);
  for (let element = 0; element < graph.count; element++) {
    throwIfCancelledAtStep(element);
    for (let edge = graph.start[element]; edge < graph.start[element + 1]; edge++) {
      let a = placeOf[element];
      let b = placeOf[graph.to[edge]];
      // Up to the first place that holds both ends; the later one of two is never above the other.
      while (a !== b) {
        if (a > b) {
          if (dependentsUpTo[a] !== element) dependents[a]++;
          dependentsUpTo[a] = element;
          a = above[a];
        } else {
          if (usersUpTo[b] !== element) users[b]++;
          usersUpTo[b] = element;
          b = above[b];
        }
      }
    }
  }
  return { users, dependents };
}

const elementGraphs = new WeakMap<SurveyedCodebase, Graph>();

/**
 * The graph of outermost declarations, by element; a file counts as one for what stands in it outside of any. That a file imports
 * says nothing more where it declares something, for what it declares says what it uses. Worked out once for a survey.
 */
function elementGraph(survey: SurveyedCodebase): Graph {
  let graph = elementGraphs.get(survey);
  if (graph) return graph;
  const { elements, files, dependencies } = survey;
  const outermost = new Int32Array(elements.count).fill(-1);
  const declares = new Uint8Array(elements.count);
  for (const { element } of files) {
    outermost[element] = element;
    for (let e = element + 1; e < elements.subtreeEnd[element]; e = elements.subtreeEnd[e]) {
      outermost.fill(e, e, elements.subtreeEnd[e]);
      declares[element] = 1;
    }
  }
  graph = joinEdges(elements.count, (take) => {
    for (let row = 0; row < dependencies.count; row++) {
      throwIfCancelledAtStep(row);
      const from = outermost[dependencies.from[row]];
      const to = outermost[dependencies.to[row]];
      if (from < 0 || to < 0 || from === to || !passes(dependencies, row, EVERYTHING_RESOLVED)) continue;
      if (!declares[from] || !isImportKind[dependencies.kind[row]]) take(from, to, 1);
    }
  });
  elementGraphs.set(survey, graph);
  return graph;
}

/** The graph of files that use each other, by their elements. */
function usingFiles({ elements, dependencies }: SurveyedCodebase): Graph {
  return joinEdges(elements.count, (take) => {
    for (let row = 0; row < dependencies.count; row++) {
      throwIfCancelledAtStep(row);
      const from = elements.file[dependencies.from[row]];
      const to = elements.file[dependencies.to[row]];
      if (from >= 0 && to >= 0 && from !== to && passes(dependencies, row, EVERYTHING_RESOLVED))
        take(from, to, 1);
    }
  });
}

/**
 * Figures of crossings, of files and of groups; `direction` says whether the graph of users is walked, or that of what is used, and
 * `graph` between what.
 */
function crossing(
  direction: 'uses' | 'used',
  figure: (crossings: Crossings) => Float64Array,
  graph: (survey: SurveyedCodebase) => Graph = elementGraph,
): Computed {
  const graphOf = (survey: SurveyedCodebase): Graph =>
    direction === 'uses' ? graph(survey) : reversed(graph(survey));
  return {
    compute(survey) {
      const { elements, files } = survey;
      const fileOf = new Int32Array(elements.count).fill(-1);
      files.forEach(({ element }, file) => fileOf.fill(file, element, elements.subtreeEnd[element]));
      return perFile(
        survey,
        figure(
          crossings(
            graphOf(survey),
            fileOf,
            files.map(() => -1),
          ),
        ),
      );
    },
    ofGroups: (survey, { groupOf, parent }) => figure(crossings(graphOf(survey), groupOf, parent)),
  };
}

type Computed = Pick<Measure, 'compute'> & Required<Pick<Measure, 'ofGroups'>>;

const afferent = crossing('uses', ({ users }) => users);
const efferent = crossing('uses', ({ dependents }) => dependents);
/** In the graph turned round, what is used outside stands where users stood. */
const usesOutside = crossing('used', ({ users }) => users);
const filesUsing = crossing('uses', ({ users }) => users, usingFiles);
const filesUsed = crossing('used', ({ users }) => users, usingFiles);
const instability = crossing('uses', ({ users, dependents }) =>
  dependents.map((out, place) => out / (users[place] + out)),
);

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
    throwIfCancelledAtStep(row);
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
    name: 'Incoming',
    unit: '',
    appliesTo: containers,
    more: 'neutral',
    decimals: 0,
    ordinary: 25,
    definition: 'Ca: elements outside that depend on elements within, outermost declarations each.',
    source: martin,
    ...afferent,
  },
  {
    id: 'ce',
    name: 'Outgoing',
    unit: '',
    appliesTo: containers,
    more: 'worse',
    decimals: 0,
    definition: 'Ce: elements within that depend on elements outside, outermost declarations each.',
    source: martin,
    ...efferent,
  },
  {
    id: 'usesOutside',
    name: 'Uses outside',
    unit: '',
    appliesTo: containers,
    more: 'worse',
    decimals: 0,
    ordinary: 40,
    definition: 'Distinct elements outside that elements within depend on, outermost declarations each.',
    source: own,
    ...usesOutside,
  },
  {
    id: 'filesUsing',
    name: 'Files using',
    unit: '',
    appliesTo: containers,
    more: 'neutral',
    decimals: 0,
    definition: 'Files outside that use it. Says more than Ca where a file holds one class.',
    source: own,
    ...filesUsing,
  },
  {
    id: 'filesUsed',
    name: 'Files used',
    unit: '',
    appliesTo: containers,
    more: 'worse',
    decimals: 0,
    definition: 'Files outside that it uses. Says more than Ce where a file holds one class.',
    source: own,
    ...filesUsed,
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
