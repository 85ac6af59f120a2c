import type { SurveyedCodebase } from '../../core/survey.ts';
import type { Note } from '../store/notes.ts';
import { elementOf, labelOf, type ElementLabel } from './surveyAccess/elements.ts';

/** A note as shown: on what it stands, and where to put it when that is gone. */
export interface ShownNote extends Note {
  on: ElementLabel | null;
  /** Elements of the same name, the nearest first, when what it stood on is gone. */
  candidates: ElementLabel[];
}

const MAX_CANDIDATES = 5;

export function shownNotes(survey: SurveyedCodebase, notes: readonly Note[]): ShownNote[] {
  return notes.map((note) => {
    const element = elementOf(survey, note.key);
    return {
      ...note,
      on: element === undefined ? null : labelOf(survey, element),
      candidates: element === undefined ? candidatesFor(survey, note.key) : [],
    };
  });
}

/** What a lost key may have become: elements of its name, those that share most of its path first. */
export function candidatesFor(survey: SurveyedCodebase, key: string): ElementLabel[] {
  const { elements } = survey;
  const wanted = lastName(key);
  const parts = new Set(key.split(/[#./]/));
  const found: [shared: number, element: number][] = [];
  for (let e = 1; e < elements.firstExternal; e++) {
    if (elements.name[e] !== wanted) continue;
    const shared = elements.key[e].split(/[#./]/).filter((part) => parts.has(part)).length;
    found.push([shared, e]);
  }
  return found
    .sort(([a, x], [b, y]) => b - a || x - y)
    .slice(0, MAX_CANDIDATES)
    .map(([, e]) => labelOf(survey, e));
}

function lastName(key: string): string {
  const [file, member] = key.split('#');
  if (member !== undefined) return member.split('.').at(-1)!.replace(/~\d+$/, '');
  return file.split('/').at(-1)!;
}

/**
 * The line on which a note on a place stands now: the nearest to where it was that reads as it did; null when the file
 * has no such line any more.
 */
export function lineOfNote(
  { line, anchor }: Pick<Note, 'line' | 'anchor'>,
  lines: readonly string[],
): number | null {
  if (line === null) return null;
  const wanted = anchor?.trim() ?? '';
  for (let away = 0; away < line + lines.length; away++)
    for (const at of [line - away, line + away])
      if (at >= 1 && at <= lines.length && lines[at - 1].trim() === wanted) return at;
  return null;
}
