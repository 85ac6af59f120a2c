import { type BarrelChoice } from '../../../core/barrelChoices.ts';
import { whereReferencesLead } from '../../../core/barrels.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { isImportKind } from '../../../core/contracts/linked.ts';
import { elementOf } from './elements.ts';

export function countedBy(written: SurveyedCodebase, barrels: BarrelChoice): SurveyedCodebase {
  return barrels === 'written' ? written : whereReferencesLead(written);
}

/** How many places import a file as written, and are counted where they lead instead. O(dependencies). */
export function placesLedOn(written: SurveyedCodebase, survey: SurveyedCodebase, key: string): number {
  const file = elementOf(written, key);
  if (survey === written || file === undefined) return 0;
  const importing = ({ dependencies: { count, to, kind, placeStart } }: SurveyedCodebase): number => {
    let places = 0;
    for (let row = 0; row < count; row++)
      if (to[row] === file && isImportKind[kind[row]] === 1) places += placeStart[row + 1] - placeStart[row];
    return places;
  };
  return Math.max(0, importing(written) - importing(survey));
}
