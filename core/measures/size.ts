import { KIND, type FigureName, type LineFigures } from '../facts/fileFacts.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { foldDescendants, noValues, sumOverFolders, type Measure } from './measure.ts';

const withCode = ['folder', 'file', 'type', 'routine'] as const;
const own = 'Yletope, measures: size';

/** A figure of the text: a file's from its lines, a declaration's own, a folder's the sum of its files. */
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
  return sumOverFolders(survey, values);
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
    compute: (survey) =>
      textFigure(
        survey,
        ({ lines }) => lines,
        (e) => survey.elements.endLine[e] - survey.elements.startLine[e] + 1,
      ),
  },
  {
    id: 'codeLines',
    name: 'Code',
    unit: 'lines',
    appliesTo: withCode,
    more: 'neutral',
    decimals: 0,
    definition: 'Lines with at least one token that is not a comment.',
    source: own,
    compute: codeLines,
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
    compute: commentLines,
  },
  {
    id: 'blankLines',
    name: 'Blank',
    unit: 'lines',
    appliesTo: ['folder', 'file'],
    more: 'neutral',
    decimals: 0,
    definition: 'Lines with neither code nor comment.',
    source: own,
    compute: (survey) =>
      textFigure(
        survey,
        ({ blank }) => blank,
        () => NaN,
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
      return commentLines(survey).map((comment, e) => (100 * comment) / (comment + code[e]));
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
    appliesTo: ['folder'],
    more: 'neutral',
    decimals: 0,
    definition: 'Files in the folder and below.',
    source: own,
    compute: (survey) => foldDescendants(survey, KIND.file, (found) => found.length, [KIND.folder]),
  },
  {
    id: 'types',
    name: 'Types',
    unit: '',
    appliesTo: ['folder', 'file'],
    more: 'neutral',
    decimals: 0,
    definition: 'Classes, interfaces, enumerations, aliases and namespaces declared inside.',
    source: own,
    compute: (survey) =>
      foldDescendants(survey, KIND.type, (found) => found.length, [KIND.folder, KIND.file]),
  },
  {
    id: 'routines',
    name: 'Routines',
    unit: '',
    appliesTo: ['folder', 'file', 'type'],
    more: 'neutral',
    decimals: 0,
    definition: 'Named routines declared inside, at any depth.',
    source: own,
    compute: (survey) =>
      foldDescendants(survey, KIND.routine, (found) => found.length, [KIND.folder, KIND.file, KIND.type]),
  },
];
