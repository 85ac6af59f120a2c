import type { SurveyedCodebase } from '../../core/survey.ts';
import { measureNamed } from '../../core/measures/catalogue.ts';
import type { ReadText } from '../source/readText.ts';
import { describe, type Description } from './described.ts';
import { formName } from './dossierView.ts';
import { kindOf, labelOf, neededElement, type ElementLabel } from './surveyAccess/elements.ts';
import { measureValues } from './surveyAccess/measures.ts';

/** What a name is, in short: shown where the name is pointed at. */
export interface Card extends ElementLabel, Description {
  form: string;
  place: string;
  line: number;
  figures: { name: string; value: number; decimals: number }[];
}

const figuresShown: Partial<Record<ElementLabel['kind'], string[]>> = {
  file: ['codeLines', 'complexityMax'],
  type: ['codeLines', 'wmc', 'usedByTypes'],
  routine: ['cyclomatic', 'codeLines', 'fanIn'],
};

export async function cardView(survey: SurveyedCodebase, readText: ReadText, key: string): Promise<Card> {
  const element = neededElement(survey, key);
  const { elements } = survey;
  const file = elements.file[element];
  const figures = (figuresShown[kindOf(survey, element)] ?? []).flatMap((id) => {
    const value = measureValues(survey, id)[element];
    const { name, decimals } = measureNamed(id)!;
    return Number.isNaN(value) ? [] : [{ name, value, decimals }];
  });
  return {
    ...labelOf(survey, element),
    ...(await describe(survey, element, readText)),
    form: formName(survey, element),
    place: file < 0 ? '' : elements.key[file],
    line: elements.startLine[element],
    figures,
  };
}
