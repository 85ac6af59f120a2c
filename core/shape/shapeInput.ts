import type { SurveyedCodebase } from '../survey.ts';
import { keptTogether, type Bundles } from './keptTogether.ts';
import { bundleLinks, type BundleLinks } from './linkPulls.ts';

/** What modules are proposed from: the files in bundles, and what links those. */
export interface ShapeInput {
  files: SurveyedCodebase['files'];
  elements: SurveyedCodebase['elements'];
  bundles: Bundles;
  links: BundleLinks;
  /** What comments of each file say, where that is known; their words count with those of names. */
  comments?: readonly string[];
}

/** O(dependencies). `survey` may have files taken out (tests, say): what begins or ends in those links nothing. */
export function shapeInput(survey: SurveyedCodebase, bundles = keptTogether(survey)): ShapeInput {
  return { files: survey.files, elements: survey.elements, bundles, links: bundleLinks(survey, bundles) };
}
