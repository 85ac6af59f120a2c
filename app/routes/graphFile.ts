import { graphMediaTypes } from '../../server/views/graph/graphFile.ts';
import { endingOf, graphFormats, type GraphFormat } from '../../server/views/graph/graphFormats.ts';
import { answeringAsync, askFor, requestedCodebase } from './requests.ts';
import type { Route } from './+types/graphFile';

/** The drawing of an address as text, in the format that the file's name ends with. */
export async function loader(args: Route.LoaderArgs) {
  const { codebase } = requestedCodebase(args.params);
  const ending = args.params.file.split('.').at(-1);
  const format: GraphFormat | undefined = graphFormats.find((each) => each === ending);
  if (format === undefined) throw new Response('There is no such format.', { status: 404 });
  const asked = new URL(args.request.url).searchParams;
  const caption = asked.get('caption') ?? codebase.name;
  const theme = asked.get('theme') === 'dark' ? 'dark' : 'light';
  const file = await answeringAsync(askFor('graphFile', args, { format, caption, theme }));
  const name = codebase.name.replace(/[^\w-]+/g, '-');
  return new Response(file as string | Uint8Array<ArrayBuffer> | null, {
    headers: {
      'content-type': format === 'pdf' ? graphMediaTypes.pdf : `${graphMediaTypes[format]}; charset=utf-8`,
      'content-disposition': `attachment; filename="${name}.${endingOf(format)}"`,
    },
  });
}
