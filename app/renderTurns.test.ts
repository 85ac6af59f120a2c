import { describe, expect, it } from 'vitest';
import { inTurn, isLight } from './renderTurns.ts';

describe('pages that are made at once', () => {
  it.each([
    ['/', true],
    ['/codebases/1', true],
    ['/codebases/1/survey', true],
    ['/base/codebases/12/intake', true],
    ['/codebases/1/matrix', false],
    ['/codebases/1/surveyed', false],
    ['/codebases/1/graph', false],
  ])('%s: %s', (path, is) => {
    expect(isLight(path)).toBe(is);
  });
});

describe('pages of views', () => {
  /** Requests whose pages are made when they are told to be. */
  function row() {
    const begun: string[] = [];
    const done: (() => void)[] = [];
    const ask = (name: string, path = `/codebases/1/${name}`) => {
      const leaving = new AbortController();
      const request = new Request('http://here/', { signal: leaving.signal });
      const page = inTurn(request, path, async () => {
        begun.push(name);
        await new Promise<void>((resolve) => done.push(resolve));
        return new Response(name);
      });
      return { page, leave: () => leaving.abort() };
    };
    return { begun, done, ask };
  }
  const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 5));

  it('are made one after the other, and what is light beside them', async () => {
    const { begun, done, ask } = row();
    const [first, second] = [ask('matrix'), ask('graph'), ask('list', '/')];
    await pause();
    expect(begun.sort()).toEqual(['list', 'matrix']);
    for (const finish of done.splice(0)) finish();
    expect(await (await first.page).text()).toBe('matrix');
    await pause();
    expect(begun).toContain('graph');
    for (const finish of done.splice(0)) finish();
    expect(await (await second.page).text()).toBe('graph');
  });

  it('let what has come in be heard between two of them', async () => {
    const heard: string[] = [];
    const request = new Request('http://here/');
    const make = (name: string) => () => {
      globalThis.setImmediate(() => heard.push(`after ${name}`));
      heard.push(name);
      return Promise.resolve(new Response(name));
    };
    await Promise.all(['a', 'b', 'c'].map((name) => inTurn(request, '/codebases/1/matrix', make(name))));
    expect(heard.slice(0, 5)).toEqual(['a', 'after a', 'b', 'after b', 'c']);
  });

  it('are not made for who has left, and the next one is', async () => {
    const { begun, done, ask } = row();
    const [, left, next] = [ask('matrix'), ask('graph'), ask('cycles')];
    await pause();
    left.leave();
    for (const finish of done.splice(0)) finish();
    expect((await left.page).status).toBe(499);
    await pause();
    expect(begun).toEqual(['matrix', 'cycles']);
    for (const finish of done.splice(0)) finish();
    expect((await next.page).ok).toBe(true);
  });

  it('give their turn on when they fail', async () => {
    const request = new Request('http://here/');
    const failed = inTurn(request, '/codebases/1/matrix', () => Promise.reject(new Error('no')));
    await expect(failed).rejects.toThrow('no');
    const next = inTurn(request, '/codebases/1/matrix', () => Promise.resolve(new Response('made')));
    expect(await (await next).text()).toBe('made');
  });
});
