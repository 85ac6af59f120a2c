import { grammarFor, languageNamed } from '../../core/languages/registry.ts';
import { constructsInPool } from '../../server/survey/extractPool.ts';
import { sourceConstructs } from '../../server/views/constructsView.ts';
import { elementOf } from '../../server/views/remembered.ts';
import { viewRequest } from '../state/requests.ts';
import type { Route } from './+types/constructs';

/** What stands in a file's text, stretch by stretch, and where each name leads; null when that cannot be told. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  const path = view?.params.get('file') ?? '';
  const file = view ? elementOf(view.survey, path) : undefined;
  const record = view?.survey.files.find(({ element }) => element === file);
  const definition = record && languageNamed(record.language);
  if (!view || file === undefined || !definition) return { path, constructs: null };
  const text = (await view.readText(path))?.text;
  if (text === undefined) return { path, constructs: null };
  const found = await constructsInPool({
    text,
    language: definition.id,
    grammar: grammarFor(definition, path),
  });
  return { path, constructs: found && sourceConstructs(view.survey, file, text, found) };
}
