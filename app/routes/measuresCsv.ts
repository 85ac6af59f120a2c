import { answeringAsync, askFor } from './requests.ts';
import type { Route } from './+types/measuresCsv';

/** The whole table of measures as CSV. */
export async function loader(args: Route.LoaderArgs) {
  const table = await answeringAsync(askFor('measuresCsv', args));
  if (!table) throw new Response('This codebase has not been surveyed yet.', { status: 404 });
  return new Response(table.text, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${table.name.replace(/[^\w.-]+/g, '_')}"`,
    },
  });
}
