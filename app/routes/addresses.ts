import { keepAddress } from '../../server/store/keptAddresses.ts';
import { KEPT } from '../../server/views/graphQuery/address.ts';
import { answering, requestedCodebase } from './requests.ts';
import type { Route } from './+types/addresses';

/** Keeps what an address has no room for, and gives the id under which it is kept. */
export async function action({ params, request }: Route.ActionArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const search = new URLSearchParams(await request.text());
  search.delete(KEPT);
  return Response.json({ id: answering(() => keepAddress(runtime.store, codebase.id, search.toString())) });
}
