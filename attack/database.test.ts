import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  mkdirSync,
  openSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
  writeSync,
  closeSync,
} from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { describe, expect, it, onTestFinished } from 'vitest';
import { installationRoot } from '../server/installation.ts';
import { runBuiltCommandLine } from '../tests/commandLine.ts';
import { startServer, type RunningServer } from '../tests/runningServer.ts';
import { mountSmallDisk, type SmallDisk } from '../tests/smallDisk.ts';
import { temporaryFolder } from '../tests/temporaryFolder.ts';
import { ownPage } from './attacked.ts';

async function serving(data: string, env: NodeJS.ProcessEnv = {}): Promise<RunningServer> {
  const server = await startServer(data, { env: { YLETOPE_LOG: 'silent', ...env } });
  onTestFinished(() => server.end('SIGKILL'));
  return server;
}

async function pageOf({ url }: RunningServer, path = '/'): Promise<string> {
  return (await fetch(url + path)).text();
}

/** Sends a form as a page does that waits for what comes of it. */
async function send(
  { url }: RunningServer,
  path: string,
  form: Record<string, string>,
): Promise<{ status: number; text: string }> {
  const response = await fetch(url + path, {
    method: 'POST',
    redirect: 'manual',
    headers: ownPage(url),
    body: new URLSearchParams(form),
  });
  return { status: response.status, text: await response.text() };
}

/** A data folder with a surveyed codebase and notes on it. */
function surveyed(notes = 200): { data: string; code: string } {
  const code = temporaryFolder(
    Object.fromEntries(
      Array.from({ length: 60 }, (_, i) => [`f${i}.ts`, `export const f${i} = ${i};\n`.repeat(20)]),
    ),
  );
  const data = temporaryFolder();
  expect(runBuiltCommandLine(data, 'open', code).status).toBe(0);
  const store = new Database(join(data, 'yletope.db'));
  const write = store.prepare(
    "INSERT INTO note (codebase_id, key, body, author, written_at) VALUES (1, 'f1.ts', ?, 'a', '2026-01-01')",
  );
  for (let i = 0; i < notes; i++) write.run(`note ${i}: ${'words '.repeat(80)}`);
  store.close();
  return { data, code };
}

const digest = (file: string): string => createHash('sha256').update(readFileSync(file)).digest('hex');

/** A small file system of its own, where one may be mounted; null elsewhere. */
function smallDisk(megabytes: number): { place: string; disk: SmallDisk } | null {
  const place = temporaryFolder();
  const disk = mountSmallDisk(place, megabytes);
  if (disk) onTestFinished(disk.release);
  return disk && { place, disk };
}

describe('a database that is not as it should be', () => {
  it('written by a later Yletope is not touched, and the server says so, as does the command line', async () => {
    const { data } = surveyed(1);
    const file = join(data, 'yletope.db');
    const store = new Database(file);
    store.pragma('journal_mode = DELETE');
    store.pragma('user_version = 999');
    store.close();
    const before = digest(file);
    const sentence =
      /yletope\.db was written by a later version of Yletope \(schema 999; this version knows \d+\)\. Update Yletope/;
    await expect(startServer(data)).rejects.toThrow(sentence);
    const { status, stderr } = runBuiltCommandLine(data, 'open', installationRoot);
    expect([status, stderr.trim().split('\n')]).toEqual([2, [expect.stringMatching(sentence)]]);
    expect(digest(file)).toBe(before);
  });

  it('that is none is named, and left as it is', async () => {
    const data = temporaryFolder({
      'yletope.db': 'not a database at all, but a letter to my aunt\n'.repeat(50),
    });
    await expect(startServer(data)).rejects.toThrow(/yletope\.db is not a database\. Move it away/);
    expect(runBuiltCommandLine(data, 'open', installationRoot)).toMatchObject({ status: 2 });
    expect(readFileSync(join(data, 'yletope.db'), 'utf8')).toContain('my aunt');
  });

  it('in a folder that cannot be one is named', async () => {
    const place = temporaryFolder({ file: '' });
    await expect(startServer(join(place, 'file', 'data'))).rejects.toThrow(
      /cannot be used as the data folder \(ENOTDIR\)/,
    );
  });

  it('whose pages were overwritten is told of by the page, and what people wrote is saved', async () => {
    const { data } = surveyed();
    const file = join(data, 'yletope.db');
    const store = new Database(file);
    store.pragma('wal_checkpoint(TRUNCATE)');
    const pages = store.pragma('page_count', { simple: true }) as number;
    const size = store.pragma('page_size', { simple: true }) as number;
    store.close();
    // Pages in the middle of the survey, which is most of it.
    const descriptor = openSync(file, 'r+');
    for (const page of [0.35, 0.5, 0.55])
      writeSync(descriptor, Buffer.alloc(size, 0xa5), 0, size, Math.floor(page * pages) * size);
    closeSync(descriptor);
    const server = await serving(data);
    for (let i = 0; i < 100 && !(await pageOf(server)).includes('is damaged'); i++)
      await new Promise((resolve) => setTimeout(resolve, 100));
    expect(await pageOf(server)).toMatch(
      /The database in .* is damaged\. Stop the server, then run `npx yletope rescue` to save/,
    );
    for (const view of ['overview', 'matrix', 'measures', 'notes'])
      expect([200, 400, 404, 507]).toContain(
        (await fetch(`${server.url}/codebases/1/${view}`, { redirect: 'manual' })).status,
      );
    await server.end('SIGTERM');
    const into = join(temporaryFolder(), 'saved');
    const { status, stdout } = runBuiltCommandLine(data, 'rescue', '--into', into);
    expect([status, /^note: (\d+) rows/m.exec(stdout)?.[1] !== undefined]).toEqual([0, true]);
    const saved = new Database(join(into, 'yletope.db'), { readonly: true });
    const bodies = saved.prepare('SELECT body FROM note').pluck().all() as string[];
    expect(saved.pragma('quick_check', { simple: true })).toBe('ok');
    expect(saved.pragma('foreign_key_check')).toEqual([]);
    expect(bodies.length).toBeGreaterThan(100);
    expect(bodies.every((body) => /^note \d+: words/.test(body))).toBe(true);
    saved.close();
    expect((await fetch((await serving(into)).url)).status).toBe(200);
    expect(runBuiltCommandLine(data, 'rescue', '--into', into).stderr).toContain(
      'There already is a database in',
    );
  });

  it('cut short is told of in one sentence, by whoever opens it', async () => {
    const { data } = surveyed();
    const file = join(data, 'yletope.db');
    const store = new Database(file);
    store.pragma('journal_mode = DELETE');
    store.close();
    truncateSync(file, Math.floor(statSync(file).size / 3));
    const told = await startServer(data).then(
      async (server) => {
        onTestFinished(() => server.end('SIGKILL'));
        for (let i = 0; i < 100 && !(await pageOf(server)).includes('is damaged'); i++)
          await new Promise((resolve) => setTimeout(resolve, 100));
        return pageOf(server);
      },
      (error: Error) => error.message,
    );
    expect(told).toMatch(/is damaged\. Stop the server, then run `npx yletope rescue` to save/);
  });
});

describe('two servers on one folder', () => {
  it('the second says so and ends; one that was killed is no obstacle', async () => {
    const data = temporaryFolder();
    const first = await serving(data);
    await expect(startServer(data)).rejects.toThrow(
      new RegExp(`Another server \\(process ${first.process.pid}\\) already uses .*\\. Open ${first.url}/`),
    );
    expect((await fetch(first.url)).status).toBe(200);
    await first.end('SIGKILL');
    expect((await fetch((await serving(data)).url)).status).toBe(200);
  });
});

describe('a disk that is full', () => {
  it('loses nothing: it is said in a sentence where somebody writes, jobs end, and when there is room all goes on', async ({
    skip,
  }) => {
    const small = smallDisk(4);
    if (small === null) return skip();
    const { place, disk } = small;
    const { data: made, code } = surveyed(3);
    const data = join(place, 'data');
    mkdirSync(data);
    const store = new Database(join(made, 'yletope.db'));
    store.exec(`VACUUM INTO '${join(data, 'yletope.db')}'`);
    store.close();
    const server = await serving(data);
    const note = { edit: 'write', key: 'f1.ts', body: 'words that took me an hour', author: 'me' };
    disk.fill();
    let refused = { status: 0, text: '' };
    for (let i = 0; i < 200 && !refused.text.includes('The disk is full'); i++) {
      refused = await send(server, '/codebases/1/notes', { ...note, body: 'words '.repeat(10_000) });
      disk.fill();
    }
    expect(refused.status).toBe(200);
    expect(refused.text.includes('The disk is full. Make room and try again')).toBe(true);
    for (const path of ['/', '/codebases/1/overview', '/codebases/1/notes'])
      expect((await fetch(server.url + path)).status).toBe(200);
    for (const intent of ['survey', 'stop'])
      expect((await send(server, '/codebases/1/survey', { intent })).status).toBeLessThan(500);
    for (const file of ['f1.ts', 'f2.ts']) writeFileSync(join(code, file), 'export const changed = 1;\n');
    rmSync(disk.ballast);
    expect((await send(server, '/codebases/1/notes', note)).text.includes('The disk is full')).toBe(false);
    expect((await pageOf(server, '/codebases/1/notes')).includes(note.body)).toBe(true);
    for (let i = 0; i < 100 && (await pageOf(server, '/codebases/1/survey')).includes('under way'); i++)
      await new Promise((resolve) => setTimeout(resolve, 100));
    const after = await send(server, '/codebases/1/survey', { intent: 'survey' });
    expect(after.status).toBeLessThan(400);
  });

  it('that takes no writing at all is named when the server starts', async ({ skip }) => {
    const disk = smallDisk(16)?.place;
    if (disk === undefined) return skip();
    const { data: made } = surveyed(1);
    const store = new Database(join(made, 'yletope.db'));
    store.exec(`VACUUM INTO '${join(disk, 'yletope.db')}'`);
    store.close();
    execFileSync('mount', ['-o', 'remount,ro', disk]);
    await expect(startServer(disk)).rejects.toThrow(
      /is not writable\. Give this account write access, or set YLETOPE_DATA/,
    );
    expect(runBuiltCommandLine(disk, 'open', installationRoot).stderr).toMatch(/is not writable/);
  });
});
