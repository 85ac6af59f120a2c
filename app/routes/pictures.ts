import { keepPicture } from '../../server/store/notes.ts';
import { formOf, orProblem, requestedCodebase } from './requests.ts';
import type { Route } from './+types/pictures';

/** Takes in a picture that is pasted or dropped into a note. */
export async function action({ params, request }: Route.ActionArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const { picture: sent } = await formOf(request);
  if (!(sent instanceof Blob)) return { problem: 'There was no picture in it.' };
  return orProblem(async () => {
    const bytes = Buffer.from(await sent.arrayBuffer());
    return { picture: keepPicture(runtime.store, codebase.id, sent.type, bytes) };
  });
}
