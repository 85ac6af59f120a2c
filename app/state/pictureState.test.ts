import { describe, expect, it } from 'vitest';
import { carriedOver, patched, pictureState, revalidatesPicture } from './pictureState.ts';
import { measuresQuery } from '../../server/views/measuresQuery.ts';

const params = (text: string): URLSearchParams => new URLSearchParams(text);

describe('the address bar is the state', () => {
  it('an empty address is the initial picture', () => {
    expect(pictureState(params(''))).toEqual({
      by: 'folders',
      grain: 'files',
      plan: null,
      in: null,
      focus: null,
      list: null,
      overlay: null,
      from: null,
      to: null,
      via: null,
      survey: null,
      kinds: 'any',
      certainty: 'resolved',
      tests: 'out',
      barrels: 'through',
      dossier: 'open',
    });
  });

  it('a value that is no choice falls back, so that the link still opens', () => {
    expect(pictureState(params('kinds=none&tests=maybe&certainty=exact'))).toMatchObject({
      kinds: 'any',
      tests: 'out',
      certainty: 'exact',
    });
  });

  it('keys with any characters survive the way there and back', () => {
    const key = 'src/Шлюз & co/#a?.ts#Gauge.read~2';
    const next = patched(params('tests=in'), { focus: key });
    expect(pictureState(params(next.toString()))).toMatchObject({ focus: key, tests: 'in' });
  });

  it('a patch adds, replaces, repeats and takes away', () => {
    const next = patched(params('a=1&b=2&open=x'), { a: null, b: '3', open: ['y', 'z'] });
    expect(next.toString()).toBe('b=3&open=y&open=z');
  });

  it('scope, focus and filters are carried to other views, the rest is not', () => {
    expect(carriedOver(params('in=src&focus=a&tests=in&sort=name&zoom=2,1,1'))).toBe(
      '?in=src&focus=a&tests=in',
    );
    expect(carriedOver(params('sort=name'))).toBe('');
  });

  it('what only changes the dossier does not load the picture again', () => {
    const change = (current: string, next: string): boolean =>
      revalidatesPicture({
        currentUrl: new URL(current, 'http://x/'),
        nextUrl: new URL(next, 'http://x/'),
        defaultShouldRevalidate: true,
      });
    expect(change('/m?in=a', '/m?in=a&focus=b&zoom=2,0,0')).toBe(false);
    expect(change('/m?in=a', '/m?in=b')).toBe(true);
    expect(change('/m?in=a', '/n?in=a')).toBe(true);
    expect(change('/m?in=a', '/m?in=a')).toBe(true);
  });
});

describe('the table that an address asks for', () => {
  it('takes only measures that fit its kind of element', () => {
    const state = measuresQuery(
      params('of=routine&column=cyclomatic&column=instability&column=none&sort=ca'),
    );
    expect(state.columns).toEqual(['cyclomatic']);
    expect(state.sort).toBe('cyclomatic');
  });

  it('has sensible columns and order when none are named', () => {
    expect(measuresQuery(params(''))).toMatchObject({
      kind: 'file',
      sort: 'codeLines',
      descending: true,
      page: 0,
    });
  });
});
