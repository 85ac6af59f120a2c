import { grammarFor, languageNamed } from '../../core/languages/registry.ts';
import { constructsInPool } from '../extract/extractPool.ts';
import { notes } from '../store/notes.ts';
import { surveyedHash } from '../store/surveys.ts';
import { sourceConstructs } from './constructsView.ts';
import { elementOf } from './surveyAccess/elements.ts';
import { needed } from './needed.ts';
import { brokenLines } from './rules/brokenAround.ts';
import { sourceView } from './sourceView.ts';
import type { ViewRequest } from './viewRequest.ts';

/** Files that can be read beside the first one. */
const MAX_BESIDE = 3;

/** A file's text with what is known of its lines, and those read beside it; as the code is written. */
export async function sourcePage(view: ViewRequest) {
  const { written: survey, readText, store, record, codebase, params, state } = view;
  const path = needed(params.get('file'), 'file');
  const own = notes(store, codebase.id);
  const known = new Set(survey.files.map((file) => file.path));
  const beside = params.getAll('beside').filter((other) => other !== path && known.has(other));
  return Promise.all(
    [path, ...beside.slice(0, MAX_BESIDE)].map((file) =>
      sourceView(survey, readText, {
        path: file,
        surveyedHash: surveyedHash(store, record.id, file),
        notes: own,
        focus: file === path ? state.focus : null,
        breaks: brokenLines(view, file),
      }),
    ),
  );
}

/** What stands in a file's text, stretch by stretch, and where each name leads; null when that cannot be told. */
export async function constructsPage({ written: survey, readText, params }: ViewRequest) {
  const path = params.get('file') ?? '';
  const file = elementOf(survey, path);
  const record = survey.files.find(({ element }) => element === file);
  const definition = record && languageNamed(record.language);
  const text = file === undefined ? undefined : (await readText(path))?.text;
  if (file === undefined || !definition || text === undefined) return { path, constructs: null };
  const grammar = grammarFor(definition, path);
  const found = await constructsInPool({ text, language: definition.id, grammar });
  return { path, constructs: found && sourceConstructs(survey, file, text, found) };
}
