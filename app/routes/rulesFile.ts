import { pageOf } from './requests.ts';
import type { Route } from './+types/rulesFile';

/** The rules, with what was decided of intake, as a file to put into the codebase. */
export async function loader(args: Route.LoaderArgs): Promise<Response> {
  return new Response(await pageOf('rulesFile', args), {
    headers: {
      'Content-Type': 'application/yaml; charset=utf-8',
      'Content-Disposition': 'attachment; filename="yletope.yaml"',
    },
  });
}
