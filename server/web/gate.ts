import type { IncomingMessage, ServerResponse } from 'node:http';
import { verdictOn, type Access } from './access.ts';

/** Nothing but an archive is sent that is larger; archives are written to the disk as they come, and have a limit of their own. */
const MOST_BYTES = 32 * 1024 * 1024;
const upload = /^[^?]*\/upload(\.data)?\?/;

/** Stands before everything the server answers: lets a request pass, or answers it with a sentence. */
export function gate(access: Access) {
  return (request: IncomingMessage, response: ServerResponse, next: () => void): void => {
    const { method = '', url = '/', headers } = request;
    // Who says by which other name it was asked is a proxy, and the host it sends is what counts.
    delete headers['x-forwarded-host'];
    const from = request.socket.remoteAddress ?? '';
    const verdict = verdictOn({ method, url, headers, from }, access) ?? tooMuch(request);
    if (verdict === null) return next();
    if ('cookie' in verdict) {
      response.writeHead(303, { 'set-cookie': verdict.cookie, location: verdict.goTo });
      response.end();
      return;
    }
    // What it goes on to send is not taken, once it has been told.
    if (method === 'POST') response.once('finish', () => request.destroy());
    answerWith(response, verdict.status, verdict.sentence);
  };
}

/** What is no page of ours says so to the browser: it is taken for what it claims to be, and read by no other site. */
export const inert = {
  'x-content-type-options': 'nosniff',
  'cross-origin-resource-policy': 'same-origin',
};

/** A sentence in place of a page. */
export function answerWith(response: ServerResponse, status: number, sentence: string): void {
  response.writeHead(status, {
    'content-type': 'text/plain; charset=utf-8',
    ...inert,
    connection: 'close',
  });
  response.end(`${sentence}\n`);
}

function tooMuch({
  method,
  url = '',
  headers,
}: IncomingMessage): { status: number; sentence: string } | null {
  if (method !== 'POST' || upload.test(url)) return null;
  const length = headers['content-length'];
  if (length === undefined && headers['transfer-encoding'] !== undefined)
    return { status: 411, sentence: 'A form must state its length.' };
  return Number(length ?? 0) > MOST_BYTES ? { status: 413, sentence: 'This form is too large.' } : null;
}
