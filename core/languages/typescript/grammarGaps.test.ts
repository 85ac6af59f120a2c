import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factsOfText } from '../../../tests/surveyText.ts';
import { bridgeGrammarGaps } from './grammarGaps.ts';

describe('bridging the gaps of the grammar', () => {
  it('never changes the length of a text, nor where its lines begin, outside of what it separates', () => {
    fc.assert(
      fc.property(
        fc.string({
          unit: fc.constantFrom('<', '>', 'in ', 'out ', 'T', ',', '\n', '(', ')', '//', '/*', '*/', '='),
        }),
        (text) => {
          expect(bridgeGrammarGaps(text, true)).toHaveLength(text.length);
        },
      ),
    );
  });

  it('leaves alone what it is not about', () => {
    const text = 'const a = b < c && d > e;\nfor (const x in out) {}\nreturn <T>(x: T) => x;\n';
    expect(bridgeGrammarGaps(text, true)).toBe(text);
  });

  it('a semicolon goes after the code of the line before, not into its comment', () => {
    const text = 'type T = {\n  (a: A): B // the first\n  <C>(c: C): D\n}\n';
    expect(bridgeGrammarGaps(text, true)).toBe('type T = {\n  (a: A): B;// the first\n  <C>(c: C): D\n}\n');
  });

  it('an arrow function that begins on a line of its own stays whole', () => {
    const text = 'const f =\n  <T>(x: T): T => x;\nconst g = () =>\n  <U>(u: U) => u;\n';
    expect(bridgeGrammarGaps(text, true)).toBe(text);
  });

  it.each([
    ['variance', 'interface A<in T, out U, in out V> { t: T }\nclass B<out X extends A<X>> {}\n'],
    ['call signatures', 'export const f: {\n  <A>(a: A): A\n  <\n    A,\n    B\n  >(a: A, b: B): B\n} = x\n'],
    [
      'call signatures after comments',
      'interface F {\n  (a: string): void\n  /** more */\n  <T>(t: T): T\n}\n',
    ],
  ])('%s parses cleanly', async (_, text) => {
    expect((await factsOfText('a.ts', text)).parse).toBe('clean');
  });

  it('elements of TSX are never taken for signatures', async () => {
    const facts = await factsOfText('a.tsx', 'const a = (\n  <B>\n    <C />\n  </B>\n);\nconst d = x\n');
    expect(facts.parse).toBe('clean');
  });
});
