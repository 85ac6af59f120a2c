import { data } from 'react-router';
import { csvOf } from '../../server/export/csv.ts';
import { answeringAsync, askFor } from './requests.ts';
import type { Route } from './+types/shortlistFile';

/** A shortlist as a file: `7.csv` or `7.json`. */
export async function loader(args: Route.LoaderArgs) {
  const asked = /^(\d+)\.(csv|json)$/.exec(args.params.file);
  const found = asked && (await answeringAsync(askFor('shortlistMembers', args, Number(asked[1]))));
  if (!asked || !found) throw data('There is no such shortlist.', { status: 404 });
  const { list, members: rows } = found;
  const isJson = asked[2] === 'json';
  const body = isJson
    ? `${JSON.stringify({ name: list.name, keys: list.keys }, null, 2)}\n`
    : csvOf([['key', 'name', 'kind'], ...rows.map(({ key, name, kind }) => [key, name, kind])]);
  const name = `${list.name}.${asked[2]}`.replace(/[^\w.-]+/g, '_');
  return new Response(body, {
    headers: {
      'content-type': isJson ? 'application/json; charset=utf-8' : 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${name}"`,
    },
  });
}
