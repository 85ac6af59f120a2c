import { data } from 'react-router';
import { shortlist } from '../../server/store/shortlists.ts';
import { shortlistPage } from '../../server/views/shortlistView.ts';
import { answering, viewRequest } from '../state/requests.ts';
import type { Route } from './+types/shortlistFile';

/** A shortlist as a file: `7.csv` or `7.json`. */
export function loader({ params, request }: Route.LoaderArgs) {
  const view = viewRequest(request, params);
  const asked = /^(\d+)\.(csv|json)$/.exec(params.file);
  if (!view || !asked) throw data('There is no such shortlist.', { status: 404 });
  const list = answering(() => shortlist(view.runtime.store, view.codebase.id, Number(asked[1])));
  const isJson = asked[2] === 'json';
  const quoted = (text: string): string => `"${text.replaceAll('"', '""')}"`;
  const rows = shortlistPage(view.survey, list).members;
  const body = isJson
    ? `${JSON.stringify({ name: list.name, keys: list.keys }, null, 2)}\n`
    : [
        'key,name,kind',
        ...rows.map(({ key, name, kind }) => `${quoted(key)},${quoted(name)},${kind}`),
        '',
      ].join('\n');
  const name = `${list.name}.${asked[2]}`.replace(/[^\w.-]+/g, '_');
  return new Response(body, {
    headers: {
      'content-type': isJson ? 'application/json; charset=utf-8' : 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${name}"`,
    },
  });
}
