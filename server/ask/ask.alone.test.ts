import { EventEmitter } from 'node:events';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { DONE, OF } from '../../core/graph/cancellation.ts';
import type { SurveyColumns } from '../store/surveyColumns.ts';
import type { FromAskWorker, Question, ToAskWorker } from './askWorker.ts';

/** Threads that the test plays the part of, in the order in which they were started. */
const threads: FakeThread[] = [];

class FakeThread extends EventEmitter {
  readonly messages: ToAskWorker[] = [];
  isEnded = false;
  constructor() {
    super();
    threads.push(this);
  }
  get asked(): Question[] {
    return this.messages.map(({ question }) => question);
  }
  postMessage(message: ToAskWorker): void {
    this.messages.push(message);
  }
  unref(): void {}
  terminate(): Promise<void> {
    this.isEnded = true;
    return Promise.resolve();
  }
  say(message: FromAskWorker): void {
    this.emit('message', message);
  }
  /** Answers what it was asked last. */
  answer(value: unknown = null): void {
    this.say({ answers: this.asked.at(-1)!.id, value });
  }
  fail(code: 'notFound' | null, sentence: string): void {
    this.say({ answers: this.asked.at(-1)!.id, code, sentence });
  }
}

vi.mock('node:worker_threads', () => ({ Worker: FakeThread }));
const { createAsker } = await import('./ask.ts');

const overview = { view: 'overview', codebaseId: 1, search: '?tests=in' } as const;
const PATIENCE = 400;

describe('asking for a view', () => {
  beforeEach(() => {
    threads.splice(0);
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] });
  });
  afterEach(() => vi.useRealTimers());
  const started = (most = 2) => createAsker({ folder: '/nowhere', most, patience: PATIENCE });
  /** Asks without minding what comes of it. */
  const askAside = (asker: ReturnType<typeof started>, search: string): void => {
    asker.ask({ ...overview, search }).catch(() => {});
  };

  it('ends a thread that does not give up what nobody waits for any more, and asks the next of another', async () => {
    const asker = started(1);
    const leaving = new AbortController();
    const left = asker
      .ask({ ...overview, search: '?left' }, leaving.signal)
      .catch((error: Error) => error.message);
    leaving.abort();
    expect(await left).toBe('This request was cancelled.');
    const next = asker.ask(overview);
    vi.advanceTimersByTime(4_900);
    expect(threads[0].isEnded).toBe(false);
    vi.advanceTimersByTime(200);
    expect(threads[0].isEnded).toBe(true);
    threads[0].emit('exit');
    vi.advanceTimersByTime(PATIENCE + 1);
    threads[1].answer('of another thread');
    expect(await next).toBe('of another thread');
  });

  it('leaves a thread alone that gives up in time', async () => {
    const asker = started(1);
    const leaving = new AbortController();
    const left = asker.ask(overview, leaving.signal).catch(() => {});
    leaving.abort();
    await left;
    threads[0].fail(null, 'given up');
    asker.ask({ ...overview, search: '?next' }).catch(() => {});
    vi.advanceTimersByTime(20_000);
    expect([threads.length, threads[0].isEnded]).toEqual([1, false]);
  });

  it('gives what the thread answers, and a failure as what it is', async () => {
    const asker = started();
    const first = asker.ask(overview);
    const second = asker.ask({ ...overview, search: '' });
    const third = asker.ask({ ...overview, codebaseId: 2 });
    const [thread] = threads;
    thread.answer();
    thread.fail('notFound', 'It is gone.');
    thread.fail(null, 'TypeError: x');
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
    thread.answer();
    expect(await Promise.all(both)).toEqual([null, null]);
    void asker.ask(overview);
    expect(thread.asked).toHaveLength(2);
  });

  it('is another when something was written meanwhile', () => {
    let state = 'before';
    const asker = createAsker({ folder: '/nowhere' }, () => state);
    asker.ask(overview).catch(() => {});
    state = 'after';
    asker.ask(overview).catch(() => {});
    threads[0].answer();
    expect(threads[0].asked).toHaveLength(2);
  });

  it('asks a thread one thing at a time, in the order of asking', () => {
    const asker = started();
    for (const search of ['?a', '?b', '?c']) askAside(asker, search);
    const [thread] = threads;
    expect(thread.asked.map(({ search }) => search)).toEqual(['?a']);
    thread.answer();
    expect(thread.asked.map(({ search }) => search)).toEqual(['?a', '?b']);
  });

  it('lets what has waited for a moment overtake in another thread, of which there are only so many', () => {
    const asker = started(2);
    for (const search of ['?slow', '?b', '?c']) askAside(asker, search);
    vi.advanceTimersByTime(PATIENCE - 1);
    expect(threads).toHaveLength(1);
    vi.advanceTimersByTime(3);
    expect(threads).toHaveLength(2);
    expect(threads[1].asked.map(({ search }) => search)).toEqual(['?b']);
    vi.advanceTimersByTime(10 * PATIENCE);
    expect(threads).toHaveLength(2);
    threads[1].answer();
    expect(threads[1].asked.map(({ search }) => search)).toEqual(['?b', '?c']);
    // With nothing before it, the next goes to the first thread again.
    threads[0].answer();
    threads[1].answer();
    askAside(asker, '?d');
    expect(threads[0].asked.map(({ search }) => search)).toEqual(['?slow', '?d']);
  });

  it('hands the columns that one thread has read to the others, each once, and to those of the codebase only', () => {
    const asker = started(3);
    askAside(asker, '?slow');
    const columns = { elements: { kind: new Uint8Array(3) } } as unknown as SurveyColumns;
    threads[0].say({ loaded: { codebaseId: 1, surveyId: 7, columns } });
    threads[0].say({ loaded: { codebaseId: 2, surveyId: 8, columns } });
    askAside(asker, '?b');
    vi.advanceTimersByTime(2 * PATIENCE);
    expect(threads[1].messages[0].shared.map(({ surveyId }) => surveyId)).toEqual([7]);
    threads[1].answer();
    askAside(asker, '?c');
    vi.advanceTimersByTime(2 * PATIENCE);
    expect(threads[1].messages[1].shared).toEqual([]);
    threads[0].answer();
    askAside(asker, '?d');
    expect(threads[0].messages[1].shared).toEqual([]);
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

  it('never begins what was given up while it waited', async () => {
    const asker = started();
    askAside(asker, '?slow');
    const controller = new AbortController();
    const gone = expect(asker.ask(overview, controller.signal)).rejects.toThrow('cancelled');
    askAside(asker, '?c');
    controller.abort();
    await gone;
    threads[0].answer();
    expect(threads[0].asked.map(({ search }) => search)).toEqual(['?slow', '?c']);
  });

  it('is not begun at all for who has gone already', async () => {
    const asker = started();
    askAside(asker, '?slow');
    await expect(asker.ask(overview, AbortSignal.abort())).rejects.toThrow('cancelled');
    threads[0].answer();
    expect(threads[0].asked).toHaveLength(1);
  });

  it('is asked once more of a new thread when the first dies, and then failure is said', async () => {
    const asker = started();
    const survives = asker.ask({ ...overview, search: '' });
    const dies = asker.ask(overview);
    const outcome = expect(dies).rejects.toThrow('stopped twice');
    threads[0].emit('exit', 1);
    // What waited goes first, and what the thread died of next.
    expect(threads).toHaveLength(2);
    expect(threads[1].asked.map(({ search }) => search)).toEqual(['?tests=in']);
    threads[1].emit('exit', 1);
    expect(threads[2].asked.map(({ search }) => search)).toEqual(['']);
    threads[2].answer();
    expect(await survives).toBeNull();
    expect(threads[2].asked.at(-1)!.search).toBe('?tests=in');
    threads[2].emit('exit', 1);
    await outcome;
    void asker.ask(overview);
    expect(threads).toHaveLength(4);
  });

  it('says how far it is, as the thread tells, for the codebase that is asked about', async () => {
    const asker = started();
    const asked = asker.ask(overview);
    const [thread] = threads;
    expect(asker.progress('overview', 1)).toBeNull();
    const { stop } = thread.asked[0];
    [stop[DONE], stop[OF]] = [2, 5];
    expect(asker.progress('overview', 1)).toEqual({ done: 2, of: 5 });
    expect(asker.progress('overview', 2)).toBeNull();
    expect(asker.progress('matrix', 1)).toBeNull();
    thread.answer();
    await asked;
    expect(asker.progress('overview', 1)).toBeNull();
  });

  it('leaves nobody waiting when the server ends', async () => {
    const asker = started();
    const asked = expect(asker.ask(overview)).rejects.toThrow('shutting down');
    const waits = expect(asker.ask({ ...overview, search: '' })).rejects.toThrow('shutting down');
    await asker.close();
    await Promise.all([asked, waits]);
    expect(threads[0].isEnded).toBe(true);
    expect(threads[0].asked[0].stop[0]).toBe(1);
  });
});
