import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { docBlocks, type DocBlock } from './docComment.ts';

/** A block on one line: code between backticks. */
const told = (block: DocBlock): string => {
  if (block.kind === 'code') return `code: ${block.text}`;
  const words = block.parts.map(({ text, isCode }) => (isCode ? `\`${text}\`` : text)).join('');
  return block.kind === 'tag' ? `${block.tag} ${block.name}: ${words}` : `${block.kind}: ${words}`;
};
const blocks = (text: string): string[] => docBlocks(text).map(told);

describe('a documentation comment', () => {
  it('of Java has tags, links, paragraphs and lists', () => {
    const text =
      'Quotes a {@link Tariff} for <b>one</b> barge.\n<p>\nNever {@code null} &amp; never &lt;0.\n<ul>\n<li>first\n<li>second\n</ul>\n@param width the width,\n  in cm\n@return the toll\n@throws IOException when closed\n@deprecated';
    expect(blocks(text)).toEqual([
      'paragraph: Quotes a `Tariff` for one barge.',
      'paragraph: Never `null` & never <0.',
      'item: first',
      'item: second',
      'param width: the width, in cm',
      'returns : the toll',
      'throws IOException: when closed',
      'deprecated : ',
    ]);
  });

  it('of C# is XML', () => {
    const text =
      'Opens the <see cref="T:Lock.Gate"/>.\n<param name="width">The <c>width</c>.</param>\n<returns>True.</returns>\n<exception cref="GateError">Stuck.</exception>';
    expect(blocks(text)).toEqual([
      'paragraph: Opens the `Lock.Gate`.',
      'param width: The `width`.',
      'returns : True.',
      'throws GateError: Stuck.',
    ]);
  });

  it('of Python has fields or sections', () => {
    expect(blocks('Reads.\n\n:param path: where\n:raises OSError: if not\n:return: the text')).toEqual([
      'paragraph: Reads.',
      'param path: where',
      'throws OSError: if not',
      'returns : the text',
    ]);
    expect(
      blocks(
        'Reads.\n\nArgs:\n    path (str): where\n        it lies\n    *rest: more\nRaises:\n    OSError: if not',
      ),
    ).toEqual([
      'paragraph: Reads.',
      'param path: where it lies',
      'param *rest: more',
      'throws OSError: if not',
    ]);
  });

  it('keeps code as it is written', () => {
    expect(blocks('See\n```\n  if (a)\n    b();\n```\nand <pre>\n x\n</pre>')).toEqual([
      'paragraph: See',
      'code: if (a)\n  b();',
      'paragraph: and',
      'code: x',
    ]);
  });

  it('is text, whatever it holds, and loses no words that are no markup', () => {
    expect(blocks('<script>alert(1)</script>')).toEqual(['paragraph: <script>alert(1)</script>']);
    fc.assert(
      fc.property(fc.array(fc.stringMatching(/^[a-z]{1,8}$/), { minLength: 1, maxLength: 30 }), (words) => {
        const kept = docBlocks(words.join(' ')).flatMap((block) => ('parts' in block ? block.parts : []));
        expect(kept.map(({ text }) => text).join('')).toBe(words.join(' '));
      }),
    );
  });

  it('of any letters is told in time', () => {
    for (const letters of ['<', '`', '{@link ', '@param ', '* ', '&', '\n', '```\n', '<p>']) {
      const started = performance.now();
      docBlocks(letters.repeat(4_000));
      expect(performance.now() - started).toBeLessThan(1_000);
    }
  });
});
