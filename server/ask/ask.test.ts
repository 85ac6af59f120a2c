import { EventEmitter } from 'node:events';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { FromAskWorker, ToAskWorker } from './askWorker.ts';

/** Threads that the test plays the part of, in the order in which they were started. */
const threads: FakeThread[] = [];

class FakeThread extends EventEmitter {
  readonly asked: ToAskWorker[] = [];
  constructor() {
    super();
    threads.push(this);
  }
  postMessage(message: ToAskWorker): void {
    this.asked.push(message);
  }
  unref(): void {}
  terminate(): Promise<void> {
    return Promise.resolve();
  }
  answer(message: FromAskWorker): void {
    this.emit('message', message);
  }
}

vi.mock('node:worker_threads', () => ({ Worker: FakeThread }));
const { createAsker } = await import('./ask.ts');

const overview = { view: 'overview', codebaseId: 1, search: '?tests=in' } as const;

describe('asking for a view', () => {
  beforeEach(() => threads.splice(0));
  const started = () => createAsker('/nowhere');

  it('gives what the thread answers, and a failure as what it is', async () => {
    const asker = started();
    const first = asker.ask(overview);
    const second = asker.ask({ ...overview, search: '' });
    const third = asker.ask({ ...overview, codebaseId: 2 });
    const [thread] = threads;
    thread.answer({ answers: thread.asked[0].ask, value: null });
    thread.answer({ answers: thread.asked[1].ask, code: 'notFound', sentence: 'It is gone.' });
    thread.answer({ answers: thread.asked[2].ask, code: null, sentence: 'TypeError: x' });
    expect(await first).toBeNull();
    await expect(second).rejects.toMatchObject({ code: 'notFound', message: 'It is gone.' });
    await expect(third).rejects.toThrow('TypeError: x');
    expect(threads).toHaveLength(1);
  });

  it('works the same question out once for all who ask at the same time, and anew for who asks later', async () => {
    const asker = started();
    const both = [asker.ask(overview), asker.ask(overview)];
    const [thread] = threads;
    expect(thread.asked).toHaveLength(1);
    thread.answer({ answers: thread.asked[0].ask, value: null });
    expect(await Promise.all(both)).toEqual([null, null]);
    void asker.ask(overview);
    expect(thread.asked).toHaveLength(2);
  });

  it('is another when something was written meanwhile', () => {
    let state = 'before';
    const asker = createAsker('/nowhere', () => state);
    asker.ask(overview).catch(() => {});
    state = 'after';
    asker.ask(overview).catch(() => {});
    expect(threads[0].asked).toHaveLength(2);
  });

  it('is given up when nobody waits any more, and only then', async () => {
    const asker = started();
    const [one, other] = [new AbortController(), new AbortController()];
    const asked = [asker.ask(overview, one.signal), asker.ask(overview, other.signal)];
    const settled = Promise.allSettled(asked);
    const [thread] = threads;
    one.abort();
    expect(thread.asked[0].stop[0]).toBe(0);
    other.abort();
    expect(thread.asked[0].stop[0]).toBe(1);
    expect((await settled).map(({ status }) => status)).toEqual(['rejected', 'rejected']);
  });

  it('is asked once more of a new thread when the first dies, and then failure is said', async () => {
    const asker = started();
    const survives = asker.ask(overview);
    const dies = asker.ask({ ...overview, search: '' });
    const outcome = expect(dies).rejects.toThrow('ended early, twice');
    threads[0].emit('exit', 1);
    expect(threads).toHaveLength(2);
    expect(threads[1].asked).toHaveLength(2);
    threads[1].answer({ answers: threads[1].asked[0].ask, value: null });
    expect(await survives).toBeNull();
    threads[1].emit('exit', 1);
    await outcome;
    void asker.ask(overview);
    expect(threads).toHaveLength(3);
  });

  it('leaves nobody waiting when the server ends', async () => {
    const asker = started();
    const asked = expect(asker.ask(overview)).rejects.toThrow('ending');
    await asker.close();
    await asked;
  });
});
