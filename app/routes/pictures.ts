import { Problem } from '../../server/problem.ts';
import { keepPicture } from '../../server/store/notes.ts';
import { requestedCodebase, requireSameOrigin } from './requests.ts';
import type { Route } from './+types/pictures';

/** Takes in a picture that is pasted or dropped into a note. */
export async function action({ params, request }: Route.ActionArgs) {
  requireSameOrigin(request);
  const { runtime, codebase } = requestedCodebase(params);
  const sent = (await request.formData()).get('picture');
  if (!(sent instanceof Blob)) return { problem: 'There was no picture in it.' };
  try {
    const bytes = Buffer.from(await sent.arrayBuffer());
    return { picture: keepPicture(runtime.store, codebase.id, sent.type, bytes) };
  } catch (error) {
    if (error instanceof Problem) return { problem: error.message };
    throw error;
  }
}
