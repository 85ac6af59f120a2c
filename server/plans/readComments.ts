import { throwIfCancelled } from '../../core/graph/cancellation.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import type { ReadText } from '../source/readText.ts';

/** So many files are read at a time, and so many letters of the comments of each. */
const AT_ONCE = 32;
const MOST_LETTERS = 4_000;

/**
 * What documentation comments of each file say, in the order of the survey's files; '' for those without any, and for those that
 * cannot be read any more.
 */
export async function readComments(survey: SurveyedCodebase, readText: ReadText): Promise<string[]> {
  const comments: string[] = [];
  for (let first = 0; first < survey.files.length; first += AT_ONCE) {
    throwIfCancelled();
    const part = survey.files.slice(first, first + AT_ONCE);
    comments.push(...(await Promise.all(part.map((file) => commentsOf(survey, file, readText)))));
  }
  return comments;
}

async function commentsOf(
  { elements }: SurveyedCodebase,
  { element, path }: SurveyedCodebase['files'][number],
  readText: ReadText,
): Promise<string> {
  const places: [start: number, end: number][] = [];
  for (let e = element; e < elements.subtreeEnd[element]; e++)
    if (elements.docStart[e] > 0) places.push([elements.docStart[e], elements.docEnd[e]]);
  if (places.length === 0) return '';
  const text = (await readText(path))?.text;
  if (text === undefined) return '';
  const lines = text.split('\n');
  return places
    .map(([start, end]) => lines.slice(start - 1, end).join('\n'))
    .join('\n')
    .slice(0, MOST_LETTERS);
}
