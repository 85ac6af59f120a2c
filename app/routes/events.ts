import { isUnderWay, job } from '../../server/store/jobs.ts';
import { answering, requestedCodebase } from '../state/requests.ts';
import type { Route } from './+types/events';

const EVERY_MS = 250;

/** The progress of a job as server-sent events: `job` while it is under way, `end` once. */
export function loader({ params, request }: Route.LoaderArgs) {
  const { runtime } = requestedCodebase(params);
  const id = Number(new URL(request.url).searchParams.get('job'));
  answering(() => job(runtime.store, id));
  const encoder = new TextEncoder();
  let timer: ReturnType<typeof setInterval> | undefined;
  const stream = new ReadableStream({
    start(controller) {
      let sent = '';
      const send = (): void => {
        let state;
        try {
          state = job(runtime.store, id);
        } catch {
          controller.close(); // The codebase was removed, and its job with it.
          clearInterval(timer);
          return;
        }
        const text = JSON.stringify(state);
        const underWay = isUnderWay(state);
        if (text !== sent)
          controller.enqueue(encoder.encode(`event: ${underWay ? 'job' : 'end'}\ndata: ${text}\n\n`));
        sent = text;
        if (underWay) return;
        clearInterval(timer);
        controller.close();
      };
      timer = setInterval(send, EVERY_MS);
      request.signal.addEventListener('abort', () => clearInterval(timer));
      send();
    },
    cancel: () => clearInterval(timer),
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
  });
}
