import { picture } from '../../server/store/notes.ts';
import { requestedCodebase } from './requests.ts';
import type { Route } from './+types/picture';

export function loader({ params }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const found = picture(runtime.store, codebase.id, params.pictureId);
  if (!found) throw new Response('This picture is gone.', { status: 404 });
  return new Response(new Uint8Array(found.data), {
    headers: {
      'content-type': found.type,
      'cache-control': 'private, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff',
      'content-security-policy': "default-src 'none'",
    },
  });
}
