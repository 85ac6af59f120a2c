import { expect, it } from 'vitest';
import { graphQuery } from './graphQuery.ts';

const asked = (search: string) => graphQuery(new URLSearchParams(search));

it('an address without a word is of the whole, one step each way where it names a place', () => {
  expect(asked('')).toEqual({
    open: null,
    around: null,
    until: null,
    ways: 'shortest',
    up: 1,
    down: 1,
    added: [],
    without: [],
    least: 1,
    hidesImplied: false,
  });
  expect(asked('around=a.ts&up=0&down=9')).toMatchObject({ around: 'a.ts', up: 0, down: 9 });
});

it('groups may all be closed, and what is added or taken out is named as often as it takes', () => {
  expect(asked('open=').open).toEqual(['']);
  expect(asked('open=a&open=b').open).toEqual(['a', 'b']);
  expect(asked('with=a&with=b&without=c')).toMatchObject({ added: ['a', 'b'], without: ['c'] });
});

it('what cannot be understood is as if it were not said', () => {
  expect(asked('up=-1&down=99&least=x&ways=long&implied=maybe')).toEqual(asked(''));
  expect(asked('least=0').least).toBe(1);
  expect(asked('least=10&implied=out&ways=all')).toMatchObject({
    least: 10,
    hidesImplied: true,
    ways: 'all',
  });
});
