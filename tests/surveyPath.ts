import { folderSource } from '../server/source/folder/folderSource.ts';
import { surveySource, type SourceSurvey, type SurveyOptions } from '../server/survey/surveySource.ts';

/** Surveys a folder on the disk, past the store. */
export function surveyPath(folder: string, options: Partial<SurveyOptions> = {}): Promise<SourceSurvey> {
  return surveySource(folderSource(folder), { name: folder, ...options });
}
