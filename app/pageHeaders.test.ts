import { expect, it } from 'vitest';
import { pageHeaders } from './pageHeaders.ts';

it('no script runs but our own and those with the page’s word, and no other site may frame or read it', () => {
  const { 'content-security-policy': policy, ...others } = pageHeaders('word');
  const parts = new Map(
    policy.split('; ').map((part) => [part.split(' ', 1)[0], part.slice(part.indexOf(' ') + 1)] as const),
  );
  expect(parts.get('script-src')).toBe("'self' 'nonce-word'");
  expect(parts.get('frame-ancestors')).toBe("'none'");
  expect(parts.get('default-src')).toBe("'self'");
  expect([...parts.values()].some((value) => /unsafe-eval|\*|https?:/.test(value))).toBe(false);
  expect(others).toMatchObject({ 'x-content-type-options': 'nosniff', 'referrer-policy': 'no-referrer' });
});
