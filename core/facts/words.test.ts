import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { packWords, unpackWords, wordHash, wordsIn } from './words.ts';

/** The words of a text, taken out by a pattern. */
const cut = (text: string): number[] =>
  [...new Set((text.match(/[\w$]+/g) ?? []).map(wordHash))].sort((a, b) => a - b);

describe('the words of a text', () => {
  it('are numbered once each, in ascending order, wherever they stand', () => {
    const words = wordsIn('MOOR(x); // MOOR\n"LOCK" $a1 _b\n#define LOCK x');
    expect([...words]).toEqual(
      ['MOOR', 'x', 'LOCK', '$a1', '_b', 'define'].map(wordHash).sort((a, b) => a - b),
    );
  });

  it('are those that a pattern finds, one text after the other', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ unit: fc.constantFrom('a', 'B', '0', '_', '$', ' ', '(', 'é', '\n') })),
        (texts) => {
          for (const text of texts) expect([...wordsIn(text)]).toEqual(cut(text));
        },
      ),
    );
  });

  it('come back from three bytes each', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 2 ** 24 - 1 })), (words) => {
        const bytes = packWords(Uint32Array.from(words));
        expect(bytes).toHaveLength(3 * words.length);
        expect([...unpackWords(bytes)]).toEqual(words);
      }),
    );
  });
});
