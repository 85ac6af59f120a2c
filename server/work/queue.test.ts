import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { openCodebase, removeCodebase } from '../store/codebases.ts';
import { openStore, type Store } from '../store/database.ts';
import { isUnderWay, job, latestJob } from '../store/jobs.ts';
import { latestSurvey } from '../store/surveys.ts';
import { createQueue, type JobQueue } from './queue.ts';

let store: Store;
let queue: JobQueue;

beforeEach(() => {
  process.env.YLETOPE_DATA = temporaryFolder();
  store = openStore();
  queue = createQueue(store);
});
afterEach(async () => {
  await queue.close();
  store.close();
  delete process.env.YLETOPE_DATA;
});

const code = (files: number): Record<string, string> =>
  Object.fromEntries(
    Array.from({ length: files }, (_, i) => [
      `f${i}.ts`,
      'export function f(x: number) { return x > 1 ? g(x) : 2; }\n'.repeat(50),
    ]),
  );

async function ended(id: number): Promise<void> {
  while (isUnderWay(job(store, id))) await new Promise((resolve) => setTimeout(resolve, 20));
}

describe('the queue of surveys', () => {
  it('runs one after the other, in threads, in the order asked for', async () => {
    const first = queue.add(openCodebase(store, folderOrigin(temporaryFolder(code(40)))).id);
    const second = queue.add(openCodebase(store, folderOrigin(temporaryFolder(code(2)))).id);
    expect(job(store, second.id).state).toBe('waiting');
    await ended(first.id);
    await ended(second.id);
    const [a, b] = [job(store, first.id), job(store, second.id)];
    expect([a.state, b.state]).toEqual(['finished', 'finished']);
    expect(Date.parse(b.startedAt!)).toBeGreaterThanOrEqual(Date.parse(a.updatedAt) - 50);
  });

  it('a stop ends the one that runs, and the one that waits at once; a resumed one finishes', async () => {
    const opened = openCodebase(store, folderOrigin(temporaryFolder(code(300))));
    const running = queue.add(opened.id);
    const waiting = queue.add(openCodebase(store, folderOrigin(temporaryFolder(code(1)))).id);
    while (job(store, running.id).done === 0) await new Promise((resolve) => setTimeout(resolve, 10));
    queue.stop(waiting.id);
    expect(job(store, waiting.id).state).toBe('stopped');
    queue.stop(running.id);
    await ended(running.id);
    expect(job(store, running.id)).toMatchObject({ state: 'stopped', message: 'The survey was stopped.' });
    expect(latestSurvey(store, opened.id)).toBeNull();
    const resumed = queue.add(opened.id);
    await ended(resumed.id);
    expect(latestSurvey(store, opened.id)!.totals.files).toBe(300);
  });

  it('a stop ends one whose thread is too busy to hear it, and the next is run', async () => {
    const calls = Array.from(
      { length: 1_500 },
      (_, i) => `  void g${i}() { f(1); }\n  void f(int a${i}) {}\n`,
    );
    const files = { 'A.java': 'class First {}\n', 'B.java': `class B {\n${calls.join('')}}\n` };
    const busy = queue.add(openCodebase(store, folderOrigin(temporaryFolder(files))).id);
    const next = queue.add(openCodebase(store, folderOrigin(temporaryFolder(code(1)))).id);
    while (job(store, busy.id).phase !== 'link') await new Promise((resolve) => setTimeout(resolve, 10));
    queue.stop(busy.id);
    await ended(busy.id);
    expect(job(store, busy.id)).toMatchObject({
      state: 'stopped',
      phase: 'link',
      message: 'The survey was stopped.',
    });
    await ended(next.id);
    expect(job(store, next.id).state).toBe('finished');
  });

  it('goes on when a codebase is removed while it is surveyed', async () => {
    const removed = openCodebase(store, folderOrigin(temporaryFolder(code(100))));
    const running = queue.add(removed.id);
    while (job(store, running.id).state === 'waiting')
      await new Promise((resolve) => setTimeout(resolve, 10));
    removeCodebase(store, removed.id);
    const other = openCodebase(store, folderOrigin(temporaryFolder(code(1))));
    const next = queue.add(other.id);
    await ended(next.id);
    expect(latestJob(store, other.id)).toMatchObject({ id: next.id, state: 'finished' });
    expect([other.id, next.id]).not.toContain(removed.id);
    expect(latestSurvey(store, other.id)!.totals.files).toBe(1);
  });
});
