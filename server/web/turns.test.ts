import { EventEmitter } from 'node:events';
import type { Request, Response } from 'express';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { isWorkedOut, turns } from './turns.ts';

describe('which requests take turns', () => {
  it.each([
    ['/codebases/1/matrix', true],
    ['/codebases/1/matrix.data', true],
    ['/base/codebases/12/graph', true],
    ['/codebases/1/plans/3.yaml', true],
    ['/codebases/1/events', false],
    ['/codebases/1/survey.data', false],
    ['/codebases/1/jobs/4/log', false],
    ['/codebases/1', false],
    ['/', false],
    ['/markdown', false],
    ['/assets/matrix-1.js', false],
  ])('%s: %s', (path, takes) => {
    expect(isWorkedOut(path)).toBe(takes);
  });
});

describe('taking turns', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  /** A row of requests, each with what is done once it is let in. */
  function row(most: number) {
    const handle = turns({ most, longestMs: 300 });
    const begun: string[] = [];
    const ask = (path: string): Response & EventEmitter => {
      const response = Object.assign(new EventEmitter(), { destroyed: false });
      void handle({ path } as Request, response as never, () => void begun.push(path));
      return response as never;
    };
    const leave = (response: Response & EventEmitter): void => {
      Object.assign(response, { destroyed: true });
      response.emit('close');
    };
    const settled = async (): Promise<string[]> => {
      await vi.advanceTimersByTimeAsync(1);
      return begun;
    };
    return { ask, leave, settled };
  }

  const view = (name: string): string => `/codebases/1/${name}`;

  it('lets in so many, the next once one is answered, in the order in which they came', async () => {
    const { ask, leave, settled } = row(2);
    const [first] = ['a', 'b', 'c', 'd'].map((name) => ask(view(name)));
    expect(await settled()).toEqual(['a', 'b'].map(view));
    leave(first);
    expect(await settled()).toEqual(['a', 'b', 'c'].map(view));
  });

  it('lets what is light past all of them', async () => {
    const { ask, settled } = row(1);
    ask(view('a'));
    ask(view('b'));
    ask('/');
    ask(view('events'));
    expect(await settled()).toEqual(expect.arrayContaining([view('a'), '/', view('events')]));
    expect(await settled()).not.toContain(view('b'));
  });

  it('gives no turn to who left while it waited, and none is lost by it', async () => {
    const { ask, leave, settled } = row(1);
    const [first, second] = ['a', 'b', 'c'].map((name) => ask(view(name)));
    expect(await settled()).toEqual(['a'].map(view));
    leave(second);
    leave(first);
    expect(await settled()).toEqual(['a', 'c'].map(view));
  });

  it('lets the next begin beside one that takes long, and counts that one once', async () => {
    const { ask, leave, settled } = row(1);
    const [long] = ['a', 'b', 'c'].map((name) => ask(view(name)));
    expect(await settled()).toEqual(['a'].map(view));
    await vi.advanceTimersByTimeAsync(300);
    expect(await settled()).toEqual(['a', 'b'].map(view));
    leave(long);
    expect(await settled()).toEqual(['a', 'b'].map(view));
  });
});
