import { describe, expect, it } from 'vitest';
import { quotedNames } from './quotedNames.ts';

describe('names in strings', () => {
  it('are those that a string is, the last part of a qualified one, and what is turned into a string', () => {
    const text = `load("canal.locks.Gate"); call('open'); call(\`close\`); of(nameof(Proxy<int>.TryOpen)); say("no name"); say("to"); open("x");`;
    expect(quotedNames(text)).toEqual(['Gate', 'open', 'close', 'TryOpen']);
  });

  it('are each told once, and no more than a few thousand', () => {
    expect(quotedNames('"gate" "gate"')).toEqual(['gate']);
    expect(quotedNames(Array.from({ length: 9_000 }, (_, i) => `"name${i}"`).join())).toHaveLength(2_000);
  });
});
