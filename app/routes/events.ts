import { codebaseState } from '../../server/views/codebaseState.ts';
import { requestedCodebase } from './requests.ts';
import type { Route } from './+types/events';

const EVERY_MS = 250;

/** What happens to a codebase as server-sent events: `state`, whenever it is another than before. */
export function loader({ params, request }: Route.LoaderArgs) {
  const { runtime, codebase } = requestedCodebase(params);
  const encoder = new TextEncoder();
  let timer: ReturnType<typeof setInterval> | undefined;
  const stream = new ReadableStream({
    start(controller) {
      let sent = '';
      const end = (): void => {
        clearInterval(timer);
        runtime.ending.removeEventListener('abort', end);
        try {
          controller.close();
        } catch {
          // The reader has gone already.
        }
      };
      const send = (): void => {
        let text;
        try {
          text = JSON.stringify(codebaseState(runtime.store, codebase.id));
        } catch {
          end(); // The codebase was removed.
          return;
        }
        if (text !== sent) controller.enqueue(encoder.encode(`event: state\ndata: ${text}\n\n`));
        sent = text;
      };
      timer = setInterval(send, EVERY_MS);
      request.signal.addEventListener('abort', end);
      runtime.ending.addEventListener('abort', end);
      send();
    },
    cancel: () => clearInterval(timer),
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
  });
}
