import { expect, it } from 'vitest';
import { graphQuery } from './graphQuery.ts';

const asked = (search: string) => graphQuery(new URLSearchParams(search));

it('an address without a word is of the whole, one step each way where it names a place', () => {
  expect(asked('')).toEqual({
    open: null,
    shut: [],
    cycle: null,
    around: null,
    until: null,
    ways: 'shortest',
    up: 1,
    down: 1,
    added: [],
    allUsers: [],
    allUsed: [],
    without: [],
    least: 1,
    hidesImplied: false,
    externals: 'out',
    condensed: false,
    apart: [],
    flow: 'down',
    put: [],
    since: null,
    tint: null,
    bar: null,
  });
  expect(asked('around=a.ts&up=0&down=9')).toMatchObject({ around: 'a.ts', up: 0, down: 9 });
});

it('groups may all be closed, and what is added or taken out is named as often as it takes', () => {
  expect(asked('open=').open).toEqual(['']);
  expect(asked('open=a&open=b').open).toEqual(['a', 'b']);
  expect(asked('with=a&with=b&without=c')).toMatchObject({ added: ['a', 'b'], without: ['c'] });
});

it('what cannot be understood is as if it were not said', () => {
  const odd =
    'up=-1&down=99&least=x&ways=long&implied=maybe&externals=some&rings=two&flow=up&since=new&put=1|x|a';
  expect(asked(odd)).toEqual(asked(''));
  expect(asked('least=0').least).toBe(1);
  expect(asked('least=10&implied=out&ways=all')).toMatchObject({
    least: 10,
    hidesImplied: true,
    ways: 'all',
  });
});

it('all users of a thing are those of any group, or of one, whatever signs a path holds', () => {
  expect(asked('users=a|b.ts|src/desk&used=c.ts')).toMatchObject({
    allUsers: [{ of: 'a|b.ts', within: 'src/desk' }],
    allUsed: [{ of: 'c.ts', within: null }],
  });
});

it('a box that was put somewhere is named last, with whatever signs it holds', () => {
  expect(asked('put=10|20.5|a|b.ts&put=-1|0|c.ts').put).toEqual([{ x: 10, y: 20.5, end: 'a|b.ts' }]);
});
