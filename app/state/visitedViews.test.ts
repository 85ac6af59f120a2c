import { describe, expect, it } from 'vitest';
import { cookieWithView, visitedViews } from './visitedViews.ts';

describe('views that were visited', () => {
  it('are none without a cookie, or with another', () => {
    expect(visitedViews(null)).toEqual([]);
    expect(visitedViews('a=b; not-yletope-visited=matrix')).toEqual([]);
  });

  it('are added to those that are known, each once', () => {
    const first = cookieWithView('a=b', 'matrix').split(';')[0];
    expect(visitedViews(`a=b; ${first}`)).toEqual(['matrix']);
    const second = cookieWithView(first, 'graph').split(';')[0];
    expect(visitedViews(cookieWithView(second, 'matrix').split(';')[0])).toEqual(['matrix', 'graph']);
  });
});
