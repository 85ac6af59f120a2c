import { describe, expect, it } from 'vitest';
import { Problem } from '../../server/problem.ts';
import { answering, formOf, orProblem } from './requests.ts';

/** The status that a call answers with, 200 when it lets the request pass. */
function statusOf(work: () => unknown): number {
  try {
    work();
    return 200;
  } catch (thrown) {
    return (thrown as { init: { status: number } }).init.status;
  }
}

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

  it('so do failures of the disk', async () => {
    const full = Object.assign(new Error('database or disk is full'), { code: 'SQLITE_FULL' });
    const work = (): never => {
      throw full;
    };
    expect(statusOf(() => answering(work))).toBe(507);
    expect(await orProblem(work)).toEqual({ problem: expect.stringContaining('The disk is full') as string });
  });

  it('what is no form is refused, and not a fault', async () => {
    const sent = new Request('http://127.0.0.1/', { method: 'POST', body: '{}' });
    await expect(formOf(sent)).rejects.toMatchObject({ init: { status: 400 } });
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
