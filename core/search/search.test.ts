import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseFindQuery } from './findQuery.ts';
import { nameMatcher } from './namePattern.ts';
import { matchesIn, patternOf, type TextQuery } from './textQuery.ts';

const rank = (typed: string, name: string, key = `src/tolls/${name}.ts#${name}`) =>
  nameMatcher(typed)({ name, lowerName: name.toLowerCase(), lowerKey: key.toLowerCase() });

describe('a name', () => {
  it('answers better the more of it was typed', () => {
    const names = ['rate', 'rateTable', 'tollRate', 'rxaxtxe', 'berateX', 'other'];
    const ranks = names.map((name) => rank('rate', name, `a.ts#${name}`));
    expect(ranks.slice(0, 3)).toEqual([0, 1, 2]);
    expect(ranks[4]).toBeGreaterThan(ranks[2]!);
    expect(ranks[3]).toBeGreaterThan(ranks[4]!);
    expect(ranks[5]).toBeNull();
  });

  it.each([
    ['TQ', 'TariffQuote', true],
    ['taqu', 'tariffQuote', true],
    ['tq', 'tariff_quote', true],
    ['qfl', 'quoteForLock', true],
    ['ql', 'quoteForLock', true],
    ['fl', 'quoteForLock', false],
  ])('%s are first letters of %s: %s', (typed, name, is) => {
    expect(rank(typed, name, '') === 3).toBe(is);
  });

  it.each([
    ['*Rate*', 'tollRateTable', true],
    ['berth?', 'berths', true],
    ['berth?', 'berth', false],
    ['berth?', 'berths2', false],
    ['a.b*', 'aXb', false],
  ])('%s with wildcards means the whole of %s: %s', (typed, name, is) => {
    expect(rank(typed, name) !== null).toBe(is);
  });

  it('is found by its path, whole or shortened', () => {
    const key = 'src/tolls/rate.ts#Tariff.quote';
    expect(rank('tolls/rate', 'quote', key)).not.toBeNull();
    expect(rank('s/t/rate', 'rate.ts', 'src/tolls/rate.ts')).not.toBeNull();
    expect(rank('t/s/rate', 'rate.ts', 'src/tolls/rate.ts')).toBeNull();
  });

  it('answers to any part of itself, and to its letters in order', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[a-zA-Z]{3,12}$/), fc.nat(20), fc.nat(20), (name, a, b) => {
        const from = Math.min(a % name.length, b % name.length);
        expect(rank(name.slice(from), name)).not.toBeNull();
        const some = [...name].filter((_, i) => i % 2 === 0).join('');
        if (some.length >= 3) expect(rank(some, name)).not.toBeNull();
      }),
    );
  });
});

describe('what is typed into the finder', () => {
  it('is a name, refined by kinds and folders', () => {
    expect(parseFindQuery('berth*, routines, in src/Berths, not in tests')).toEqual({
      pattern: 'berth*',
      kinds: ['routine'],
      forms: [],
      within: ['src/berths'],
      outside: ['tests'],
      unknown: [],
    });
    expect(parseFindQuery('class')).toMatchObject({ pattern: 'class', forms: [] });
    expect(parseFindQuery('classes, in tolls')).toMatchObject({ pattern: '', forms: ['class'] });
    expect(parseFindQuery('x, sideways')).toMatchObject({ pattern: 'x', unknown: ['sideways'] });
  });
});

const query = (text: string, also: Partial<TextQuery> = {}): TextQuery => ({
  text,
  isPattern: false,
  wholeWord: false,
  matchCase: false,
  ...also,
});

describe('a search in texts', () => {
  const text = 'toll(rate)\n  const rateTable = rate;\nRATE\n';
  const places = (asked: TextQuery): string[] =>
    matchesIn(text, patternOf(asked) as RegExp, 100, 1000).matches.map(
      ({ line, column, length }) => `${line}:${column}+${length}`,
    );

  it('tells line and column of each match', () => {
    expect(places(query('rate'))).toEqual(['1:6+4', '2:9+4', '2:21+4', '3:1+4']);
    expect(places(query('rate', { matchCase: true, wholeWord: true }))).toEqual(['1:6+4', '2:21+4']);
    expect(places(query('^\\s+const', { isPattern: true }))).toEqual(['2:1+7']);
    expect(places(query('(rate)'))).toEqual(['1:5+6']);
  });

  it('shows the line from its first word on, and where in it the match stands', () => {
    const { matches } = matchesIn(text, patternOf(query('rateTable')) as RegExp, 1, 10);
    expect(matches[0]).toMatchObject({ shown: 'const rateTable = rate;', at: 6 });
  });

  it('says in a sentence what is no regular expression', () => {
    expect(patternOf(query('(rate', { isPattern: true }))).toEqual({
      problem: expect.stringMatching(/^This is no regular expression: .*\.$/) as string,
    });
  });

  it('ends on patterns that match nothing', () => {
    expect(matchesIn('abc', patternOf(query('x*', { isPattern: true })) as RegExp, 10, 10).count).toBe(0);
  });

  it('finds just what a slow search finds', () => {
    fc.assert(
      fc.property(
        fc.stringMatching(/^[ab\n]{0,40}$/),
        fc.constantFrom('a', 'ab', 'ba', 'b'),
        (some, wanted) => {
          const slow: string[] = [];
          for (let at = some.indexOf(wanted); at >= 0; at = some.indexOf(wanted, at + wanted.length)) {
            const before = some.slice(0, at).split('\n');
            slow.push(`${before.length}:${before.at(-1)!.length + 1}`);
          }
          const found = matchesIn(
            some,
            patternOf(query(wanted, { matchCase: true })) as RegExp,
            99,
            99,
          ).matches;
          expect(found.map(({ line, column }) => `${line}:${column}`)).toEqual(slow);
        },
      ),
    );
  });
});

describe('how well a name answers', () => {
  const candidate = (name: string, key = `src/${name}`) => ({
    name,
    lowerName: name.toLowerCase(),
    lowerKey: key.toLowerCase(),
  });
  const rank = (typed: string, name: string, key?: string) => nameMatcher(typed)(candidate(name, key));

  it('a word within it is better than a part, and a digit begins one', () => {
    expect(rank('quote', 'TariffQuote')).toBeLessThan(rank('quote', 'misquoted')!);
    expect(rank('2', 'toll2')).toBeLessThan(rank('2', 'toll12')!);
    expect(rank('TQ', 'TariffQuote')).toBeLessThan(rank('aiff', 'TariffQuote')!);
  });

  it('of a path the last piece must be near its end', () => {
    const key = 'src/tolls/rate.ts#Tariff.quote';
    expect(rank('s/t/q', 'quote', key)).not.toBeNull();
    expect(rank('s/t', 'quote', key)).toBeNull();
    expect(rank('rate.ts#Tariff.quote', 'quote', key)).toBeLessThan(rank('tolls/rate', 'quote', key)!);
  });

  it('wildcards with a slash are held against the path, others against the name', () => {
    const key = 'src/tolls/rate.ts';
    expect([
      rank('src/*/rate.ts', 'rate.ts', key),
      rank('rate.*', 'rate.ts', key),
      rank('src*', 'rate.ts', key),
    ]).toEqual([0, 0, null]);
  });

  it('two letters in order are not enough', () => {
    expect(rank('tf', 'Tariff')).toBeNull();
    expect(rank('trf', 'Tariff')).not.toBeNull();
  });
});
