import { Problem } from '../../server/problem.ts';
import { searchTexts, type SearchPart } from '../../server/search/textSearch.ts';
import { workplaceOf } from '../../server/store/codebases.ts';
import type { MatchesLine } from '../../server/views/textSearchView.ts';
import { answeringAsync, askFor, requestedCodebase } from './requests.ts';
import type { Route } from './+types/matches';

/** Matches in texts as lines of JSON, sent as they are found. */
export async function loader(args: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(args.params);
  const asked = await answeringAsync(askFor('searchedPaths', args));
  if (!asked) throw new Response('This codebase has not been surveyed yet.', { status: 404 });
  const { paths, query } = asked;
  const task = {
    origin: { kind: codebase.kind, address: codebase.address, ref: codebase.ref },
    commit: asked.commit,
    workplace: workplaceOf(runtime.store, codebase.id),
    state: `${asked.surveyId}`,
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
          const files = (await askFor('placedMatches', args, next.value)) ?? [];
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
