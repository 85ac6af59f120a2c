import type { NextFunction, Request, RequestHandler, Response } from 'express';
import pLimit from 'p-limit';

/** So many at a time keep the threads of views busy, and make few pages at once for the one thread that makes pages. */
const MOST = 3;
/** A view that takes longer is in its own thread, and lets the next one begin. */
const LONGEST_TURN_MS = 300;

/** What is below a codebase and is answered at once: how far its jobs are, what it is made of, what people wrote. */
const light = new Set([
  'survey',
  'intake',
  'events',
  'planProgress',
  'jobs',
  'surveys',
  'pictures',
  'addresses',
  'marks',
]);
const belowCodebase = /\/codebases\/\d+\/(\w+)/;

/** True for an address whose answer is a view that is worked out. */
export function isWorkedOut(path: string): boolean {
  const part = belowCodebase.exec(path)?.[1];
  return part !== undefined && !light.has(part);
}

/**
 * Lets in a few requests for views at a time, in the order in which they came, so that one for what is light never stands behind the
 * pages of fifty others. Who has left meanwhile takes no turn.
 */
export function turns({ most = MOST, longestMs = LONGEST_TURN_MS } = {}): RequestHandler {
  const limit = pLimit(most);
  return (request: Request, response: Response, next: NextFunction): void => {
    if (!isWorkedOut(request.path)) {
      next();
      return;
    }
    const turn = (): Promise<void> =>
      new Promise((resolve) => {
        if (response.destroyed) {
          resolve();
          return;
        }
        response.once('close', resolve);
        setTimeout(resolve, longestMs).unref();
        next();
      });
    void limit(turn);
  };
}
