import { describe, expect, it } from 'vitest';
import { Problem } from '../../server/problem.ts';
import { isKnownHost } from '../../server/hosts.ts';
import { answering, requireSameOrigin } from './requests.ts';

function post(headers: Record<string, string>): Request {
  return new Request('http://127.0.0.1:4400/', { method: 'POST', headers });
}

/** The status that a call answers with, 200 when it lets the request pass. */
function statusOf(work: () => unknown): number {
  try {
    work();
    return 200;
  } catch (thrown) {
    return (thrown as { init: { status: number } }).init.status;
  }
}

describe('requests that change state', () => {
  it.each([
    ['its own pages', { 'sec-fetch-site': 'same-origin', origin: 'http://127.0.0.1:4400' }, 200],
    ['another site', { 'sec-fetch-site': 'cross-site', origin: 'http://evil.example' }, 403],
    ['another port of this machine', { 'sec-fetch-site': 'same-site', origin: 'http://127.0.0.1:8080' }, 403],
    ['another site, by a browser without fetch metadata', { origin: 'http://evil.example' }, 403],
    ['its own pages, by such a browser', { origin: 'http://127.0.0.1:4400' }, 200],
    ['a script on this machine', {}, 200],
  ])('from %s', (_, headers, expected) => {
    expect(statusOf(() => requireSameOrigin(post(headers as Record<string, string>)))).toBe(expected);
  });
});

describe('the host that a request names', () => {
  it.each([
    ['127.0.0.1:4400', true],
    ['localhost', true],
    ['[::1]:4400', true],
    ['LOCALHOST:80', true],
    ['evil.example', false],
    ['127.0.0.1.evil.example', false],
    ['evil.example:127.0.0.1', false],
    ['desk.example:4400', false],
    ['', false],
    [null, false],
  ])('%s is answered: %s', (host, expected) => {
    expect(isKnownHost(host, '')).toBe(expected);
  });

  it('may be one that is set', () => {
    expect(isKnownHost('desk.example:4400', 'a.example, desk.example')).toBe(true);
  });
});

describe('problems', () => {
  it('become answers with their sentence, what is missing a 404', () => {
    expect(
      statusOf(() =>
        answering(() => {
          throw new Problem('notFound', 'There is none.');
        }),
      ),
    ).toBe(404);
    expect(
      statusOf(() =>
        answering(() => {
          throw new Problem('badRequest', 'That is none.');
        }),
      ),
    ).toBe(400);
  });

  it('faults stay faults', () => {
    expect(() =>
      answering(() => {
        throw new TypeError('a fault');
      }),
    ).toThrow(TypeError);
    expect(answering(() => 7)).toBe(7);
  });
});
