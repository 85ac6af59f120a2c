import { triedEdit } from '../../server/plans/planForm.ts';
import { formOf, partOf } from './requests.ts';
import type { Route } from './+types/planEffect';

/** What an edit would make of the plan at hand, before it is made. Changes nothing. */
export async function action(args: Route.ActionArgs) {
  const sent = triedEdit.safeParse(await formOf(args.request));
  if (!sent.success) return Response.json({ problem: 'That was not understood.' });
  return Response.json(await partOf('planEffect', args, sent.data.edit));
}
