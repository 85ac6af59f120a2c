import { PassThrough } from 'node:stream';
import { createReadableStreamFromReadable } from '@react-router/node';
import { isbot } from 'isbot';
import { renderToPipeableStream } from 'react-dom/server';
import { ServerRouter, type EntryContext, type RouterContextProvider } from 'react-router';
import { inTurn } from './renderTurns.ts';
import { NonceContext, nonceOfRequest } from './nonce.ts';

export const streamTimeout = 5_000;
/** What is not rendered that long after the data was given up is left unrendered, in milliseconds. */
const FLUSHING = 1_000;

/** Renders a page; its inline scripts bear the word that its headers name. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  routerContext: EntryContext,
  loadContext: RouterContextProvider,
): Promise<Response> | Response {
  if (request.method.toUpperCase() === 'HEAD') return new Response(null, { status, headers });
  const nonce = loadContext.get(nonceOfRequest);
  const agent = request.headers.get('user-agent');
  // Who only reads the page is given all of it at once.
  const ready = agent !== null && isbot(agent) ? 'onAllReady' : 'onShellReady';
  const make = (): Promise<Response> =>
    new Promise((resolve, reject) => {
      let isShellRendered = false;
      let code = status;
      const { pipe, abort } = renderToPipeableStream(
        <NonceContext value={nonce}>
          <ServerRouter context={routerContext} url={request.url} nonce={nonce} />
        </NonceContext>,
        {
          nonce,
          [ready]() {
            isShellRendered = true;
            const body = new PassThrough({
              final(done) {
                clearTimeout(timer);
                done();
              },
            });
            headers.set('content-type', 'text/html');
            pipe(body);
            resolve(new Response(createReadableStreamFromReadable(body), { headers, status: code }));
          },
          onShellError: (error: unknown) => reject(error instanceof Error ? error : new Error(String(error))),
          onError(error: unknown) {
            code = 500;
            // What fails before is rejected, and logged where that is answered.
            if (isShellRendered) console.error(error);
          },
        },
      );
      const timer = setTimeout(abort, streamTimeout + FLUSHING);
    });
  return inTurn(request, new URL(request.url).pathname, make);
}
