import { stringify } from 'yaml';
import { planRecord } from '../../server/store/modulePlans.ts';
import { answering, answeringAsync, askFor, requestedCodebase } from './requests.ts';
import type { Route } from './+types/planFile';

/**
 * A plan of modules as a file: `3.json` with every file written out, each with its reason and doubt; `3.yaml` as it is kept, in
 * folders and what stands otherwise in them, to be read and reviewed.
 */
export async function loader(args: Route.LoaderArgs) {
  const { params } = args;
  const { runtime, codebase } = requestedCodebase(params);
  const isShort = params.file.endsWith('.yaml');
  const id = Number(params.file.replace(/\.(?:json|yaml)$/, ''));
  const { name } = answering(() => planRecord(runtime.store, codebase.id, id));
  const url = new URL(args.request.url);
  url.searchParams.set('plan', String(id));
  const request = new Request(url, { signal: args.request.signal });
  const file = await answeringAsync(askFor(isShort ? 'shortPlanFile' : 'planFile', { request, params }));
  const text = isShort
    ? stringify(file, { aliasDuplicateObjects: false })
    : `${JSON.stringify(file, null, 1)}\n`;
  const fileName = `${name.replace(/[^\w-]+/g, '-')}.${isShort ? 'yaml' : 'json'}`;
  return new Response(text, {
    headers: {
      'content-type': isShort ? 'application/yaml' : 'application/json',
      'content-disposition': `attachment; filename="${fileName}"`,
    },
  });
}
