import { dependencyKinds, firstRow, isImportKind, type DependencyKind } from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import type { ReadText } from '../source/readText.ts';
import type { Note } from '../store/notes.ts';
import { lineOfNote, shownNotes, type ShownNote } from './notesView.ts';
import { outlineView, type OutlineRow } from './outlineView.ts';
import { incomingOf } from './picture/neighbours.ts';
import { elementOf, labelOf, type ElementLabel, nearestKey } from './ground/elements.ts';

/** A file's text and what the survey knows of its lines. */
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
  damage: [number, number][];
  outline: OutlineRow[];
  imports: (ElementLabel & { line: number; dependency: DependencyKind })[];
  importedBy: (ElementLabel & { line: number })[];
}

export async function sourceView(
  survey: SurveyedCodebase,
  readText: ReadText,
  path: string,
  surveyedHash: string | null,
  notes: readonly Note[] = [],
): Promise<SourcePage> {
  const record = survey.files.find((file) => file.path === path);
  const element = elementOf(survey, path);
  if (!record || element === undefined)
    throw new Problem('notFound', `This survey has no file ${path}.`, nearestKey(survey, path));
  const source = await readText(path);
  return {
    path,
    language: record.language,
    text: source?.text ?? null,
    state: source === null ? 'gone' : source.isKept ? 'kept' : 'current',
    notes: notesIn(survey, path, notes, source?.text ?? ''),
    changed: source !== null && !source.isKept && surveyedHash !== null && source.hash !== surveyedHash,
    damage: record.damage,
    outline: outlineView(survey, element),
    ...importsOf(survey, element),
  };
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

/** O(dependencies of the file). */
function importsOf(survey: SurveyedCodebase, file: number): Pick<SourcePage, 'imports' | 'importedBy'> {
  const { dependencies } = survey;
  const imports: SourcePage['imports'] = [];
  const importedBy: SourcePage['importedBy'] = [];
  const lineOf = (row: number): number => dependencies.line[dependencies.placeStart[row]];
  for (let row = firstRow(dependencies.from, file); dependencies.from[row] === file; row++) {
    const kind = dependencies.kind[row];
    if (!isImportKind[kind]) continue;
    const dependency = dependencyKinds[kind];
    imports.push({ ...labelOf(survey, dependencies.to[row]), line: lineOf(row), dependency });
  }
  const { start, rows } = incomingOf(survey);
  for (let at = start[file]; at < start[file + 1]; at++) {
    const row = rows[at];
    if (isImportKind[dependencies.kind[row]])
      importedBy.push({ ...labelOf(survey, dependencies.from[row]), line: lineOf(row) });
  }
  imports.sort((a, b) => a.line - b.line);
  return { imports, importedBy };
}
