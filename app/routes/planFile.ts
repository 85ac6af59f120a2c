import { planRecord } from '../../server/store/modulePlans.ts';
import { answering, askFor, requestedCodebase } from './requests.ts';
import type { Route } from './+types/planFile';

/** A plan of modules as a file: its modules with their files written out, each with its reason and doubt. */
export async function loader(args: Route.LoaderArgs) {
  const { params } = args;
  const { runtime, codebase } = requestedCodebase(params);
  const id = Number(params.file.replace(/\.json$/, ''));
  const { name } = answering(() => planRecord(runtime.store, codebase.id, id));
  const url = new URL(args.request.url);
  url.searchParams.set('plan', String(id));
  const request = new Request(url, { signal: args.request.signal });
  const file = await askFor('planFile', { request, params });
  return new Response(`${JSON.stringify(file, null, 1)}\n`, {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="${name.replace(/[^\w-]+/g, '-')}.json"`,
    },
  });
}
