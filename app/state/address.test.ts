import { describe, expect, it, vi } from 'vitest';
import { fitted, spelledOut, tooLong } from './address.ts';

const many = Array.from({ length: 200 }, (_, i) => `src/harbour/berth-${i}/of/the/long/quay`);
const long = new URLSearchParams([
  ['by', 'packages'],
  ...many.map((group): [string, string] => ['open', group]),
  ['focus', `src/${'deep/'.repeat(60)}lock.ts`],
]);

describe('an address', () => {
  it('with room for everything is left as it is', () => {
    expect(tooLong(new URLSearchParams('by=packages&open=src&open=src/tolls'))).toBeNull();
  });

  it('that is too long keeps what is short, and what changes beside the picture', () => {
    const { kept, rest } = tooLong(long)!;
    expect(new URLSearchParams(kept).getAll('open')).toEqual(many);
    expect([...new Set(new URLSearchParams(kept).keys())]).toEqual(['open']);
    expect([...rest.keys()]).toEqual(['by', 'focus']);
    expect(rest.toString().length).toBeLessThan(1_000);
  });

  it('comes back whole, and what stands in it itself counts for more', () => {
    const { kept, rest } = tooLong(long)!;
    rest.set('kept', 'abc');
    const whole = spelledOut(rest, { id: 'abc', search: kept });
    expect(whole.getAll('open')).toEqual(many);
    expect(whole.get('by')).toBe('packages');
    expect(whole.has('kept')).toBe(false);
    const other = new URLSearchParams('kept=abc&open=src');
    expect(spelledOut(other, { id: 'abc', search: kept }).getAll('open')).toEqual(['src']);
  });

  it('is not mixed with what is kept of another', () => {
    const address = new URLSearchParams('kept=abc&by=folders');
    expect(spelledOut(address, { id: 'xyz', search: 'open=src' }).toString()).toBe(address.toString());
    expect(spelledOut(address, null).toString()).toBe(address.toString());
  });

  it('is kept by the server when it is too long, and says so when it cannot be', async () => {
    const fetched = vi.fn().mockResolvedValueOnce(Response.json({ id: 'Q7x' }));
    vi.stubGlobal('fetch', fetched);
    const fit = await fitted('4', long);
    expect(fetched.mock.calls[0][0]).toBe('/codebases/4/addresses');
    expect(fit.get('kept')).toBe('Q7x');
    expect(fit.has('open')).toBe(false);
    fetched.mockResolvedValueOnce(new Response('That much is not kept.', { status: 400 }));
    await expect(fitted('4', long)).rejects.toThrow('not kept');
    const short = new URLSearchParams('by=folders');
    expect(await fitted('4', short)).toBe(short);
    expect(fetched).toHaveBeenCalledTimes(2);
    vi.unstubAllGlobals();
  });
});
