import { rmSync } from 'node:fs';
import { afterAll, beforeAll } from 'vitest';
import { folderOrigin } from '../server/source/address.ts';
import { openCodebase } from '../server/store/codebases.ts';
import { createJob } from '../server/store/jobs.ts';
import { runJob } from '../server/work/runJob.ts';
import { runtime } from '../server/work/runtime.ts';
import { filledFolder } from './temporaryFolder.ts';

/** What a route is called with. */
type Arguments = never;

/** A small codebase in a database of its own, and what the server gives to routes that are asked of it. */
export interface RouteServer {
  /** Its folder. */
  folder(): string;
  surveyAgain(): Promise<void>;
  /** A request of a page: its address after `?`, and parts of its path. */
  asked(search: string, path?: Record<string, string>): Arguments;
  /** A form that a page sends. */
  sent(form: Record<string, string | Blob>, search?: string): Arguments;
}

/** Sets up a surveyed codebase of these files for the tests of a file, by which it has the number 1. */
export function routeServer(files: Record<string, string>): RouteServer {
  let folder: string;
  let data: string;
  const survey = (): Promise<void> => {
    const { store } = runtime();
    return runJob(store, createJob(store, 1).id).then(() => undefined);
  };
  beforeAll(async () => {
    data = filledFolder();
    process.env.YLETOPE_DATA = data;
    folder = filledFolder(files);
    openCodebase(runtime().store, folderOrigin(folder));
    await survey();
  });
  afterAll(async () => {
    const { store, queue, asker } = runtime();
    await queue.close();
    await asker.close();
    store.close();
    for (const made of [folder, data]) rmSync(made, { recursive: true, force: true });
  });
  const address = (search: string): string => `http://localhost/codebases/1/x?${search}`;
  return {
    folder: () => folder,
    surveyAgain: survey,
    asked: (search, path = {}) =>
      ({ params: { codebaseId: '1', ...path }, request: new Request(address(search)) }) as Arguments,
    sent(form, search = '') {
      const body = new FormData();
      for (const [name, value] of Object.entries(form)) body.set(name, value);
      return {
        params: { codebaseId: '1' },
        request: new Request(address(search), { method: 'POST', body }),
      } as Arguments;
    },
  };
}
