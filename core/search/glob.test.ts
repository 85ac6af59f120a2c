import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { globMatcher, plainBase } from './glob.ts';

const matches = (pattern: string, path: string): boolean => globMatcher(pattern)(path);

describe('a pattern for paths', () => {
  it.each([
    ['*.ts', 'a.ts', true],
    ['*.ts', 'src/a.ts', false],
    ['**/*.ts', 'a.ts', true],
    ['**/*.ts', 'src/deep/a.ts', true],
    ['src/**', 'src', true],
    ['src/**', 'src/a/b.ts', true],
    ['src/**', 'srcs/a.ts', false],
    ['src/**/test/*', 'src/a/b/test/x', true],
    ['src/**/test/*', 'src/test/x', true],
    ['a?c', 'abc', true],
    ['a?c', 'ac', false],
    ['[a-c]x', 'bx', true],
    ['[!a-c]x', 'bx', false],
    ['[!a-c]x', 'dx', true],
    ['*.{ts,tsx}', 'a.tsx', true],
    ['{src,lib}/*.{c,h}', 'lib/a.h', true],
    ['{src,lib}/*.{c,h}', 'lib/a.cc', false],
    ['.git*', '.gitignore', true],
    ['a\\*b', 'a*b', true],
    ['a\\*b', 'axb', false],
    ['(a|b)', '(a|b)', true],
    ['a**b', 'axyb', true],
    ['a**b', 'ax/yb', false],
    ['[', '[', true],
    ['', '', true],
  ])('%s on %s: %s', (pattern, path, expected) => {
    expect(matches(pattern, path)).toBe(expected);
  });

  it('is as its slow and obvious definition says', () => {
    const text = fc.stringMatching(/^[ab/]{0,8}$/);
    const pattern = fc.stringMatching(/^[ab?*/]{0,8}$/).filter((p) => !/\*\*\*/.test(p));
    fc.assert(
      fc.property(pattern, text, (p, path) => {
        expect(matches(p, path)).toBe(obvious(p.split('/'), path.split('/')));
      }),
      { numRuns: 3_000 },
    );
  });

  it('may leave the case of letters aside', () => {
    expect(globMatcher('SRC/*.Ts', { ignoreCase: true })('src/A.tS')).toBe(true);
  });

  it('never runs away, however it is made', () => {
    const name = 'a'.repeat(20_000);
    for (const pattern of ['*a'.repeat(200) + 'b', '**/a'.repeat(100) + '/b', '{a,b}'.repeat(300)])
      expect(matches(pattern, name)).toBe(false);
    expect(matches('**/*a*a*a*a*b', `${'a/'.repeat(2_000)}${name}`)).toBe(false);
  });

  it('tells the folders that it begins with', () => {
    expect([
      plainBase('src/tolls/*.ts'),
      plainBase('src/**'),
      plainBase('*.ts'),
      plainBase('a/b.ts'),
      plainBase('src/*/deep/a.ts'),
      plainBase('src/**/a.ts'),
    ]).toEqual(['src/tolls', 'src', '', 'a', 'src', 'src']);
  });
});

function obvious(segments: string[], names: string[]): boolean {
  if (segments.length === 0) return names.length === 0;
  const [first, ...rest] = segments;
  if (first === '**') return obvious(rest, names) || (names.length > 0 && obvious(segments, names.slice(1)));
  const expression = first.replace(/\*+/g, '*').replace(/[*?]/g, (mark) => (mark === '*' ? '.*' : '.'));
  return names.length > 0 && new RegExp(`^${expression}$`).test(names[0]) && obvious(rest, names.slice(1));
}
