import { KIND, type FigureName } from '../facts/fileFacts.ts';
import { CALL_KINDS, EVERYTHING_RESOLVED, passes } from '../graph/rollUp.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { isRoutineItself } from './definitions.ts';
import { noValues, ofInside, type Measure } from './measure.ts';

const mcCabe = 'McCabe 1976';
const halstead = 'Halstead 1977';
const own = 'Yletope, measures: inside a routine';

function ofRoutines(survey: SurveyedCodebase, value: (element: number) => number): Float64Array {
  const values = noValues(survey);
  for (let e = 0; e < survey.elements.firstExternal; e++) {
    if (survey.elements.kind[e] === KIND.routine) values[e] = value(e);
  }
  return values;
}

/** A measure of routines alone; what is not said is as for most of them. */
function routineMeasure(
  id: string,
  name: string,
  definition: string,
  value: (survey: SurveyedCodebase, element: number) => number,
  extra: Partial<Measure> = {},
): Measure {
  return {
    id,
    name,
    unit: '',
    appliesTo: ['routine'],
    more: 'worse',
    decimals: 0,
    definition,
    source: own,
    compute: (survey) => ofRoutines(survey, (e) => value(survey, e)),
    ...extra,
  };
}

function figure(id: FigureName, name: string, definition: string, extra: Partial<Measure> = {}): Measure {
  return routineMeasure(id, name, definition, (survey, e) => survey.figures[id][e], extra);
}

/** Halstead's counts: distinct operators η1 and operands η2, their totals N1 and N2. */
export interface HalsteadCounts {
  distinctOperators: number;
  distinctOperands: number;
  operators: number;
  operands: number;
}

export function halsteadVolume(counts: HalsteadCounts): number {
  const vocabulary = counts.distinctOperators + counts.distinctOperands;
  return vocabulary === 0 ? 0 : (counts.operators + counts.operands) * Math.log2(vocabulary);
}

export function halsteadDifficulty(counts: HalsteadCounts): number {
  if (counts.distinctOperands === 0) return 0;
  return (counts.distinctOperators / 2) * (counts.operands / counts.distinctOperands);
}

/** The three-factor form of Coleman, Ash, Lowther and Oman 1994, on the later scale of 0–100. */
export function maintainabilityIndex(volume: number, cyclomatic: number, codeLines: number): number {
  const raw =
    171 - 5.2 * Math.log(Math.max(1, volume)) - 0.23 * cyclomatic - 16.2 * Math.log(Math.max(1, codeLines));
  return Math.max(0, (100 * raw) / 171);
}

function countsOf(survey: SurveyedCodebase, e: number): HalsteadCounts {
  const { figures } = survey;
  return {
    distinctOperators: figures.distinctOperators[e],
    distinctOperands: figures.distinctOperands[e],
    operators: figures.operators[e],
    operands: figures.operands[e],
  };
}

function halsteadMeasure(
  id: string,
  name: string,
  definition: string,
  value: (counts: HalsteadCounts) => number,
  decimals: Measure['decimals'] = 0,
): Measure {
  return routineMeasure(id, name, definition, (survey, e) => value(countsOf(survey, e)), {
    source: halstead,
    decimals,
  });
}

/** Distinct routines at the other end of a routine's resolved calls. */
function fan(survey: SurveyedCodebase, end: 'in' | 'out'): Float64Array {
  const { dependencies, elements } = survey;
  const filter = { ...EVERYTHING_RESOLVED, kinds: CALL_KINDS };
  const pairs = new Set<number>();
  const values = ofRoutines(survey, () => 0);
  for (let row = 0; row < dependencies.count; row++) {
    const from = dependencies.from[row];
    const to = dependencies.to[row];
    // What calls itself is no caller of another.
    if (from === to || elements.kind[from] !== KIND.routine || elements.kind[to] !== KIND.routine) continue;
    if (!passes(dependencies, row, filter)) continue;
    const pair = from * elements.count + to;
    if (pairs.has(pair)) continue;
    pairs.add(pair);
    values[end === 'in' ? to : from]++;
  }
  return values;
}

/** A measure of the routines inside, each once, by their cyclomatic complexities. */
function ofComplexities(fold: (complexities: number[]) => number): ReturnType<typeof ofInside> {
  return ofInside(KIND.routine, [KIND.file], (survey, held) =>
    fold(held.filter((e) => isRoutineItself(survey, e)).map((e) => survey.figures.cyclomatic[e])),
  );
}

const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);

export const routineMeasures: Measure[] = [
  figure(
    'cyclomatic',
    'Cyclomatic complexity',
    '1 + decisions: if, each loop, each case that is not the default, catch, the conditional operator and each short-circuit operator. A nested named routine counts on its own.',
    { source: mcCabe, ordinary: 15 },
  ),
  figure(
    'cyclomaticPlain',
    'Cyclomatic without short-circuit',
    'Cyclomatic complexity without the short-circuit operators.',
    { source: mcCabe },
  ),
  figure(
    'nested',
    'Nested complexity',
    'Each control structure adds 1 + the depth at which it stands; each run of like short-circuit operators, each else and each recursion adds 1.',
  ),
  figure('nesting', 'Nesting depth', 'Deepest control structure inside the body; a flat body is 0.', {
    ordinary: 4,
  }),
  figure('statements', 'Statements', 'Statements inside, declarations of variables included.', {
    more: 'neutral',
  }),
  figure('parameters', 'Parameters', 'Declared parameters.', { ordinary: 6 }),
  figure('locals', 'Locals', 'Variables declared inside.'),
  figure('exits', 'Exits', 'return and throw statements.'),
  figure('casts', 'Casts', 'Type assertions and non-null assertions.'),
  figure('calls', 'Calls', 'Calls and constructions written inside, resolved or not.', { more: 'neutral' }),
  {
    id: 'fanIn',
    name: 'Fan-in',
    unit: '',
    appliesTo: ['routine'],
    more: 'neutral',
    decimals: 0,
    definition: 'Distinct routines that call it, exact and inferred.',
    source: 'Henry and Kafura 1981, calls only',
    compute: (survey) => fan(survey, 'in'),
  },
  {
    id: 'fanOut',
    name: 'Fan-out',
    unit: '',
    appliesTo: ['routine'],
    more: 'worse',
    decimals: 0,
    definition: 'Distinct routines that it calls, exact and inferred.',
    source: 'Henry and Kafura 1981, calls only',
    compute: (survey) => fan(survey, 'out'),
  },
  halsteadMeasure(
    'halsteadLength',
    'Halstead length',
    'N = N1 + N2, all operators and operands.',
    (c) => c.operators + c.operands,
  ),
  halsteadMeasure(
    'halsteadVolume',
    'Halstead volume',
    'V = N · log2 η, with η the distinct operators and operands.',
    halsteadVolume,
  ),
  halsteadMeasure(
    'halsteadDifficulty',
    'Halstead difficulty',
    'D = (η1/2) · (N2/η2).',
    halsteadDifficulty,
    1,
  ),
  halsteadMeasure(
    'halsteadEffort',
    'Halstead effort',
    'E = D · V.',
    (c) => halsteadDifficulty(c) * halsteadVolume(c),
  ),
  halsteadMeasure('halsteadBugs', 'Halstead delivered bugs', 'V / 3000.', (c) => halsteadVolume(c) / 3000, 2),
  {
    id: 'maintainability',
    name: 'Maintainability index',
    unit: '',
    appliesTo: ['routine'],
    more: 'better',
    decimals: 0,
    definition: 'max(0, 100 · (171 − 5.2 ln V − 0.23 CC − 16.2 ln code lines) / 171).',
    source: 'Coleman, Ash, Lowther and Oman 1994, three factors; the scale of 0–100 is a later convention',
    compute: (survey) =>
      ofRoutines(survey, (e) =>
        maintainabilityIndex(
          halsteadVolume(countsOf(survey, e)),
          survey.figures.cyclomatic[e],
          survey.figures.codeLines[e],
        ),
      ),
  },
  {
    id: 'complexitySum',
    name: 'Complexity, sum',
    unit: '',
    appliesTo: ['group', 'file'],
    more: 'worse',
    decimals: 0,
    definition: 'Sum of the cyclomatic complexity of the routines inside.',
    source: mcCabe,
    ...ofComplexities(sum),
  },
  {
    id: 'complexityMean',
    name: 'Complexity per routine',
    unit: '',
    appliesTo: ['group', 'file'],
    more: 'worse',
    decimals: 1,
    definition: 'Mean cyclomatic complexity of the routines inside.',
    source: mcCabe,
    ...ofComplexities((values) => sum(values) / values.length),
  },
  {
    id: 'complexityMax',
    name: 'Most complex routine',
    unit: '',
    appliesTo: ['group', 'file'],
    more: 'worse',
    decimals: 0,
    definition: 'Largest cyclomatic complexity of a routine inside.',
    source: mcCabe,
    ...ofComplexities((values) => (values.length === 0 ? NaN : values.reduce((a, b) => Math.max(a, b)))),
  },
];
