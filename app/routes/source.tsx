import { data, redirect } from 'react-router';
import { notes } from '../../server/store/notes.ts';
import { surveyedHash } from '../../server/store/surveys.ts';
import { sourceView } from '../../server/views/sourceView.ts';
import { answeringAsync, viewRequest } from '../state/requests.ts';
import { SourcePage } from '../views/source/SourcePage.tsx';
import type { Route } from './+types/source';

/** Files that can be read beside the first one. */
const MAX_BESIDE = 3;

export async function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw redirect(`/codebases/${params.codebaseId}`);
  const path = view.params.get('file');
  if (path === null) throw data('Choose a file to read: this address names none.', { status: 400 });
  const { survey, readText, record, runtime, codebase } = view;
  const written = notes(runtime.store, codebase.id);
  const known = new Set(survey.files.map((file) => file.path));
  const beside = view.params.getAll('beside').filter((other) => other !== path && known.has(other));
  const paths = [path, ...beside.slice(0, MAX_BESIDE)];
  const sources = paths.map((file) =>
    sourceView(survey, readText, file, surveyedHash(runtime.store, record.id, file), written),
  );
  return { sources: await answeringAsync(Promise.all(sources)) };
}

export { revalidatesPicture as shouldRevalidate } from '../state/pictureState.ts';

export default function Source({ loaderData, params }: Route.ComponentProps) {
  return <SourcePage sources={loaderData.sources} codebaseId={params.codebaseId} />;
}
