import { KIND, type FigureName, type LineFigures } from '../facts/fileFacts.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { isRoutineItself, isTypeItself } from './definitions.ts';
import { noValues, ofInside, sumOverGroups, type Measure } from './measure.ts';

const withCode = ['group', 'file', 'type', 'routine'] as const;
const own = 'Yletope, measures: size';

/** A figure of the text: a file's from its lines, a declaration's own. */
function textFigure(
  survey: SurveyedCodebase,
  ofFile: (lines: LineFigures) => number,
  ofDeclaration: (element: number) => number,
): Float64Array {
  const { elements } = survey;
  const values = noValues(survey);
  for (let e = 0; e < elements.firstExternal; e++) {
    if (elements.kind[e] === KIND.type || elements.kind[e] === KIND.routine) values[e] = ofDeclaration(e);
  }
  for (const { element, lines } of survey.files) values[element] = ofFile(lines);
  return values;
}

function fromFigure(survey: SurveyedCodebase, ofFile: (lines: LineFigures) => number, figure: FigureName) {
  return textFigure(survey, ofFile, (element) => survey.figures[figure][element]);
}

function codeLines(survey: SurveyedCodebase): Float64Array {
  return fromFigure(survey, (lines) => lines.code, 'codeLines');
}

function commentLines(survey: SurveyedCodebase): Float64Array {
  return fromFigure(survey, (lines) => lines.comment, 'commentLines');
}

/** A group's figure of the text is the sum of its files'. */
function summed(compute: Measure['compute']): Pick<Measure, 'compute' | 'ofGroups'> {
  return {
    compute,
    ofGroups: (survey, arrangement) => sumOverGroups(survey, arrangement, compute(survey)),
  };
}

const inPercent = (comment: number, code: number): number => (100 * comment) / (comment + code);

const routinesOfFiles = ofInside(
  KIND.routine,
  [KIND.file],
  (survey, held) => held.filter((e) => isRoutineItself(survey, e)).length,
);
const routinesOfTypes = ofInside(KIND.routine, [KIND.type], (_, held) => held.length);

/** Of a type all that it declares, wherever that is defined; of files and groups each routine once. */
const routinesInside: typeof routinesOfFiles = {
  compute(survey) {
    const ofTypes = routinesOfTypes.compute(survey);
    return routinesOfFiles.compute(survey).map((value, e) => (Number.isNaN(value) ? ofTypes[e] : value));
  },
  ofGroups: routinesOfFiles.ofGroups,
};

export const sizeMeasures: Measure[] = [
  {
    id: 'lines',
    name: 'Lines',
    unit: 'lines',
    appliesTo: withCode,
    more: 'neutral',
    decimals: 0,
    definition: 'Physical lines.',
    source: own,
    ...summed((survey) =>
      textFigure(
        survey,
        ({ lines }) => lines,
        (e) => survey.elements.endLine[e] - survey.elements.startLine[e] + 1,
      ),
    ),
  },
  {
    id: 'codeLines',
    name: 'Code',
    unit: 'lines',
    appliesTo: withCode,
    more: 'neutral',
    decimals: 0,
    ordinary: 300,
    definition: 'Lines with at least one token that is not a comment.',
    source: own,
    ...summed(codeLines),
  },
  {
    id: 'commentLines',
    name: 'Comment',
    unit: 'lines',
    appliesTo: withCode,
    more: 'neutral',
    decimals: 0,
    definition: 'Lines with a comment; a line with code and a comment counts as both.',
    source: own,
    ...summed(commentLines),
  },
  {
    id: 'blankLines',
    name: 'Blank',
    unit: 'lines',
    appliesTo: ['group', 'file'],
    more: 'neutral',
    decimals: 0,
    definition: 'Lines with neither code nor comment.',
    source: own,
    ...summed((survey) =>
      textFigure(
        survey,
        ({ blank }) => blank,
        () => NaN,
      ),
    ),
  },
  {
    id: 'commentShare',
    name: 'Comment share',
    unit: '%',
    appliesTo: withCode,
    more: 'neutral',
    decimals: 0,
    definition: 'Comment lines / (comment + code lines).',
    source: own,
    compute: (survey) => {
      const code = codeLines(survey);
      return commentLines(survey).map((comment, e) => inPercent(comment, code[e]));
    },
    ofGroups: (survey, arrangement) => {
      const code = sumOverGroups(survey, arrangement, codeLines(survey));
      const comment = sumOverGroups(survey, arrangement, commentLines(survey));
      return comment.map((lines, group) => inPercent(lines, code[group]));
    },
  },
  {
    id: 'longestLine',
    name: 'Longest line',
    unit: '',
    appliesTo: ['file'],
    more: 'worse',
    decimals: 0,
    definition: 'Characters in the longest line.',
    source: own,
    compute: (survey) => {
      const values = noValues(survey);
      for (const { element, lines } of survey.files) values[element] = lines.longest;
      return values;
    },
  },
  {
    id: 'files',
    name: 'Files',
    unit: '',
    appliesTo: ['group'],
    more: 'neutral',
    decimals: 0,
    definition: 'Files in the group and below.',
    source: own,
    ...ofInside(KIND.file, [], (_, held) => held.length),
  },
  {
    id: 'types',
    name: 'Types',
    unit: '',
    appliesTo: ['group', 'file'],
    more: 'neutral',
    decimals: 0,
    definition: 'Classes, interfaces, enumerations and aliases declared inside.',
    source: own,
    ...ofInside(KIND.type, [KIND.file], (survey, held) => held.filter((e) => isTypeItself(survey, e)).length),
  },
  {
    id: 'routines',
    name: 'Routines',
    unit: '',
    appliesTo: ['group', 'file', 'type'],
    more: 'neutral',
    decimals: 0,
    definition:
      'Named routines inside, at any depth; what only announces one that is defined elsewhere is none.',
    source: own,
    ...routinesInside,
  },
];
