import { setImmediate } from 'node:timers/promises';
import pLimit from 'p-limit';

/** Pages that are there to be looked at while others wait: which codebases there are, and how far a job is. */
const light = /^[^?]*\/codebases(\/\d+(\/(survey|intake))?)?\/?$/;

export function isLight(path: string): boolean {
  return path === '/' || light.test(path);
}

/** One page of a view is made after the other: what takes the thread that answers is then never longer than one page. */
const turn = pLimit(1);

/**
 * Makes the page of a request: at once where it is light, or else in the order in which views were worked out. Whoever has left
 * meanwhile is made none.
 */
export function inTurn(request: Request, path: string, make: () => Promise<Response>): Promise<Response> {
  if (isLight(path)) return make();
  return turn(async () => {
    // A page is made in microtasks: without a pause, what else has come in would wait until all pages are made.
    await setImmediate();
    return request.signal.aborted ? new Response(null, { status: GONE }) : make();
  });
}

/** Nobody reads it. */
const GONE = 499;
