import { KIND } from '../../core/facts/fileFacts.ts';
import { cycles } from '../../core/graph/components.ts';
import { coveringWalks, stepsInside } from '../../core/graph/cycleWalk.ts';
import { rollUp, weightBetween, type DependencyFilter } from '../../core/graph/rollUp.ts';
import { folderUnits, unitsOfKind, type Units } from '../../core/graph/units.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { leftOutOf } from './leftOut.ts';
import { labelOf, type ElementLabel } from './remembered.ts';

export type CycleGranularity = 'folder' | 'file' | 'type' | 'routine';

export interface CyclesQuery {
  granularity: CycleGranularity;
  scope: number;
  filter: DependencyFilter;
  withTests: boolean;
  /** The shortlist that the picture is confined to. */
  only?: { marks: Uint8Array } | null;
}

export interface CycleStep {
  from: ElementLabel;
  to: ElementLabel;
  count: number;
}

export interface CycleView {
  tag: string;
  members: ElementLabel[];
  /** Closed walks that together pass through every member, the shortest first. */
  walks: CycleStep[][];
  /** All dependencies inside, lightest first. */
  steps: CycleStep[];
  references: number;
}

export interface CyclesPicture {
  cycles: CycleView[];
  /** How many elements of the granularity there are, and how many of them are in cycles. */
  elements: number;
  inCycles: number;
}

const MAX_WALKS = 12;
const MAX_STEPS = 60;

export function cyclesView(survey: SurveyedCodebase, query: CyclesQuery): CyclesPicture {
  const units = unitsFor(survey, query);
  const graph = rollUp(survey.dependencies, units.unitOf, units.elements.length, query.filter);
  const label = (unit: number): ElementLabel => labelOf(survey, units.elements[unit]);
  const found = cycles(graph);
  return {
    cycles: found.map((members, index) => {
      const steps = stepsInside(graph, members);
      const step = (from: number, to: number): CycleStep => ({
        from: label(from),
        to: label(to),
        count: weightBetween(graph, from, to),
      });
      return {
        tag: `C${index + 1}`,
        members: members.map(label),
        walks: coveringWalks(graph, members)
          .slice(0, MAX_WALKS)
          .map((walk) => walk.map((unit, i) => step(unit, walk[(i + 1) % walk.length]))),
        steps: steps.slice(0, MAX_STEPS).map(({ from, to }) => step(from, to)),
        references: steps.reduce((sum, { weight }) => sum + weight, 0),
      };
    }),
    elements: units.elements.length,
    inCycles: found.reduce((sum, members) => sum + members.length, 0),
  };
}

function unitsFor(survey: SurveyedCodebase, query: CyclesQuery): Units {
  const kinds = { file: KIND.file, type: KIND.type, routine: KIND.routine };
  const units =
    query.granularity === 'folder'
      ? folderUnits(survey, query.scope)
      : unitsOfKind(survey, kinds[query.granularity], query.scope);
  leftOutOf(survey, { withTests: query.withTests, only: query.only?.marks }).forEach((isOut, e) => {
    if (isOut) units.unitOf[e] = -1;
  });
  return units;
}
