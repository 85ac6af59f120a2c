import type { SurveyedCodebase } from '../survey.ts';

/**
 * Files that nothing in another file refers to, not even as one of several candidates: indexes into `files`. Tests,
 * and scripts whose names every file sees without importing them, are left out. O(dependencies).
 */
export function neverReferredTo(survey: SurveyedCodebase): number[] {
  const { elements, dependencies, files } = survey;
  const isReferredTo = new Uint8Array(elements.count);
  for (let row = 0; row < dependencies.count; row++) {
    const to = elements.file[dependencies.to[row]];
    if (to >= 0 && to !== elements.file[dependencies.from[row]]) isReferredTo[to] = 1;
  }
  const found: number[] = [];
  files.forEach(({ element, path, isTest, isScript }, file) => {
    const isAmbient = isScript && /\.d\.[cm]?ts$/.test(path);
    if (!isReferredTo[element] && !isTest && !isAmbient) found.push(file);
  });
  return found;
}
