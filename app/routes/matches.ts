import { Problem } from '../../server/problem.ts';
import { searchTexts, type SearchPart } from '../../server/search/textSearch.ts';
import { workplaceOf } from '../../server/store/codebases.ts';
import { placedMatches, searchedPaths, type MatchedFile } from '../../server/views/textSearchView.ts';
import { viewRequest } from '../state/requests.ts';
import { textState } from '../state/textState.ts';
import type { Route } from './+types/matches';

/** One line of the answer. */
export type MatchesLine =
  { kind: 'part'; files: MatchedFile[]; through: number; of: number } | { kind: 'problem'; sentence: string };

/** Matches in texts as lines of JSON, sent as they are found. */
export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  if (!view) throw new Response('This codebase has not been surveyed yet.', { status: 404 });
  const { survey, codebase, record, scope, withTests, runtime } = view;
  const query = textState(view.params);
  const paths = searchedPaths(survey, { scope, glob: query.glob, withTests, only: view.only?.marks });
  const task = {
    origin: { kind: codebase.kind, address: codebase.address, ref: codebase.ref },
    commit: record.commitHash,
    workplace: workplaceOf(runtime.store, codebase.id),
    state: `${record.id}`,
    paths,
    query,
  };
  const encoder = new TextEncoder();
  const line = (value: MatchesLine): Uint8Array => encoder.encode(`${JSON.stringify(value)}\n`);
  const parts = searchTexts(task);
  const stream = new ReadableStream<Uint8Array>({
    async pull(controller) {
      try {
        const next: IteratorResult<SearchPart, void> = await parts.next();
        if (next.done) controller.close();
        else {
          const files = placedMatches(survey, next.value);
          controller.enqueue(line({ kind: 'part', files, through: next.value.through, of: paths.length }));
        }
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        controller.enqueue(line({ kind: 'problem', sentence: error.message }));
        controller.close();
      }
    },
    cancel: () => void parts.return(undefined),
  });
  return new Response(stream, {
    // Compressed, the first lines would wait for more to come.
    headers: { 'content-type': 'application/x-ndjson; charset=utf-8', 'cache-control': 'no-transform' },
  });
}
