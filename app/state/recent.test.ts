import { beforeEach, describe, expect, it } from 'vitest';
import { noteVisit, recentKeys } from './recent.ts';

const kept = new Map<string, string>();
const day = 24 * 3600 * 1000;

beforeEach(() => {
  kept.clear();
  Object.assign(globalThis, {
    localStorage: {
      getItem: (name: string) => kept.get(name) ?? null,
      setItem: (name: string, value: string) => kept.set(name, value),
    },
  });
});

describe('what was looked at', () => {
  it('comes the most frequent and latest first, each codebase by itself', () => {
    for (const at of [1, 2, 3]) noteVisit(1, 'often.ts', at);
    noteVisit(1, 'once.ts', 4);
    noteVisit(2, 'elsewhere.ts', 5);
    expect(recentKeys(1, 10)).toEqual(['often.ts', 'once.ts']);
  });

  it('fades with the days', () => {
    for (let i = 0; i < 4; i++) noteVisit(1, 'long ago.ts', 0);
    noteVisit(1, 'today.ts', 12 * day);
    expect(recentKeys(1, 12 * day)).toEqual(['today.ts', 'long ago.ts']);
  });

  it('is nothing when the browser kept something else', () => {
    kept.set('yletope-visits-1', '{"no": "list"}');
    expect(recentKeys(1)).toEqual([]);
    kept.set('yletope-visits-1', 'no JSON');
    expect(recentKeys(1)).toEqual([]);
  });
});
