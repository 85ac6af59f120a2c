import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import type { ReadText } from '../source/readText.ts';
import type { Note } from '../store/notes.ts';
import { lineOfNote, shownNotes, type ShownNote } from './notesView.ts';
import { elementOf, nearestKey } from './surveyAccess/elements.ts';

/** A file's text, and what is needed to show it: what it declares comes after it, by `outlineView`. */
export interface SourcePage {
  path: string;
  language: string;
  /** Null when the file cannot be read any more. */
  text: string | null;
  /** `kept` when the file is gone and the text is the one that was surveyed. */
  state: 'current' | 'kept' | 'gone';
  /** Notes on the file and on what it declares, with the line beside which each is shown. */
  notes: (ShownNote & { shownLine: number | null })[];
  /** True when the file has changed since it was surveyed, so that line numbers may be off. */
  changed: boolean;
  parseErrors: [number, number][];
  /** The lines of the element in focus, when it stands in this file. */
  focused: FocusedLines | null;
  breaks: BrokenLine[];
}

/** A line at which rules are broken, each in a sentence. */
export interface BrokenLine {
  line: number;
  says: string[];
}

export interface FocusedLines {
  key: string;
  startLine: number;
  endLine: number;
}

/** What the text is read with. */
export interface SourceAsked {
  path: string;
  /** The hash of the text that was surveyed; null where it was not kept. */
  surveyedHash: string | null;
  notes?: readonly Note[];
  focus?: string | null;
  /** What breaks rules in it. */
  breaks?: BrokenLine[];
}

export async function sourceView(
  survey: SurveyedCodebase,
  readText: ReadText,
  { path, surveyedHash, notes = [], focus = null, breaks = [] }: SourceAsked,
): Promise<SourcePage> {
  const record = survey.files.find((file) => file.path === path);
  const element = elementOf(survey, path);
  if (!record || element === undefined)
    throw new Problem('notFound', `There is no file ${path} in this survey.`, nearestKey(survey, path));
  const source = await readText(path);
  return {
    path,
    language: record.language,
    text: source?.text ?? null,
    state: source === null ? 'gone' : source.isKept ? 'kept' : 'current',
    notes: notesIn(survey, path, notes, source?.text ?? ''),
    changed: source !== null && !source.isKept && surveyedHash !== null && source.hash !== surveyedHash,
    parseErrors: record.parseErrors,
    focused: focusedLines(survey, element, focus),
    breaks,
  };
}

function focusedLines(survey: SurveyedCodebase, file: number, focus: string | null): FocusedLines | null {
  const { elements } = survey;
  const element = focus === null ? undefined : elementOf(survey, focus);
  if (focus === null || element === undefined) return null;
  if (element <= file || element >= elements.subtreeEnd[file]) return null;
  return { key: focus, startLine: elements.startLine[element], endLine: elements.endLine[element] };
}

function notesIn(
  survey: SurveyedCodebase,
  path: string,
  notes: readonly Note[],
  text: string,
): SourcePage['notes'] {
  const own = notes.filter(({ key }) => key === path || key.startsWith(`${path}#`));
  if (own.length === 0) return [];
  const lines = text.split('\n');
  return shownNotes(survey, own).map((note) => {
    const element = elementOf(survey, note.key);
    const first = element === undefined ? null : survey.elements.startLine[element];
    return { ...note, shownLine: note.line === null ? first : lineOfNote(note, lines) };
  });
}
