import { connect } from 'node:net';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterAll, beforeAll } from 'vitest';
import { filledFolder } from '../tests/temporaryFolder.ts';
import { startServer, type RunningServer } from '../tests/runningServer.ts';

/** True when attacks are made in full, by `npm run attack`; within `npm test` they are small. */
export const isFull = process.env.ATTACK === 'full';

/** So that what was drawn by lot once can be drawn again. */
export const SEED = Number(process.env.ATTACK_SEED ?? 1);

/** What a page or a form was answered with. */
export interface Answer {
  status: number;
  text: string;
  location: string | null;
  ms: number;
}

/** How a job ended. */
export interface Ended {
  state: string;
  message: string;
  ms: number;
}

/** A real server with a data folder of its own, and what an attacker can do with it. */
export interface Attacked {
  url(): string;
  data(): string;
  server(): RunningServer;
  get(path: string, headers?: Record<string, string>): Promise<Answer>;
  post(path: string, form: Record<string, string>, headers?: Record<string, string>): Promise<Answer>;
  /** Sends bytes as they are; gives what comes back until the connection is closed, by the caller at once if it `hangsUp`. */
  raw(bytes: string | Uint8Array, how?: { hangsUp?: boolean }): Promise<string>;
  /** Opens what is typed into the page of codebases; gives its number, or the answer that refuses it. */
  open(typed: string, ref?: string): Promise<number | Answer>;
  /** Surveys a codebase that is open, and waits until that has ended in some way. */
  survey(codebaseId: number): Promise<Ended>;
  /** Rows of the database, read beside the server. */
  rows<T>(sql: string, ...values: unknown[]): T[];
  restart(signal: NodeJS.Signals): Promise<void>;
}

/** What a form of our own page would say of where it comes from. */
export const ownPage = (url: string): Record<string, string> => ({
  origin: url,
  'sec-fetch-site': 'same-origin',
});

/** Starts a server for the tests of a file. */
export function attacked(): Attacked {
  let data: string;
  let server: RunningServer;
  beforeAll(async () => {
    data = filledFolder();
    server = await startServer(data, { env: { YLETOPE_LOG: 'silent' } });
  });
  afterAll(async () => {
    await server.end('SIGKILL');
    rmSync(data, { recursive: true, force: true, maxRetries: 5 });
  });

  const answered = async (path: string, init: RequestInit): Promise<Answer> => {
    const started = performance.now();
    const response = await fetch(server.url + path, { redirect: 'manual', ...init });
    const text = await response.text();
    const location = response.headers.get('location');
    return { status: response.status, text, location, ms: performance.now() - started };
  };
  const get = (path: string, headers = {}): Promise<Answer> => answered(path, { headers });
  const post = (path: string, form: Record<string, string>, headers = ownPage(server.url)): Promise<Answer> =>
    answered(path, { method: 'POST', headers, body: new URLSearchParams(form) });
  const rows = <T>(sql: string, ...values: unknown[]): T[] => {
    const store = new Database(join(data, 'yletope.db'), { readonly: true, timeout: 10_000 });
    try {
      return store.prepare(sql).all(...values) as T[];
    } finally {
      store.close();
    }
  };
  /** Of the jobs of a codebase only the last ones are remembered: one that is not there any more has ended long ago. */
  const jobEnded = async (codebaseId: number, kind: string): Promise<Ended> => {
    const started = performance.now();
    for (;;) {
      const [job] = rows<Omit<Ended, 'ms'>>(
        'SELECT state, message FROM job WHERE codebase_id = ? AND kind = ? ORDER BY id DESC LIMIT 1',
        codebaseId,
        kind,
      );
      if (!job) return { state: 'forgotten', message: '', ms: 0 };
      if (!['waiting', 'running'].includes(job.state)) return { ...job, ms: performance.now() - started };
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  };

  return {
    url: () => server.url,
    data: () => data,
    server: () => server,
    get,
    post,
    rows,
    raw: (bytes, { hangsUp = false } = {}) =>
      new Promise((resolve, reject) => {
        const socket = connect(Number(new URL(server.url).port), '127.0.0.1');
        let said = '';
        socket.setTimeout(5_000, () => socket.destroy());
        socket.on('data', (piece: Buffer) => (said += piece.toString('latin1')));
        socket.on('close', () => resolve(said));
        socket.on('error', (error: NodeJS.ErrnoException) =>
          error.code === 'ECONNRESET' || error.code === 'EPIPE' ? resolve(said) : reject(error),
        );
        // The server answers nobody who has hung up, but waits for the rest of what never ends.
        if (hangsUp) socket.end(bytes);
        else socket.write(bytes);
      }),
    async open(typed, ref = '') {
      const answer = await post('/?index', { intent: 'open', path: typed, ref });
      const found = /\/codebases\/(\d+)\/intake/.exec(answer.location ?? '')?.[1];
      return found === undefined ? answer : Number(found);
    },
    async survey(codebaseId) {
      await jobEnded(codebaseId, 'intake');
      await post(`/codebases/${codebaseId}/survey`, { intent: 'survey' });
      return jobEnded(codebaseId, 'survey');
    },
    async restart(signal) {
      await server.end(signal);
      server = await startServer(data, {
        port: Number(new URL(server.url).port),
        env: { YLETOPE_LOG: 'silent' },
      });
    },
  };
}
