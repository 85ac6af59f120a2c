import { describe, expect, it } from 'vitest';
import { plainBlocks, type PlainBlock } from './plainDocument.ts';

const told = (block: PlainBlock): string => {
  if (block.kind === 'heading') return `${'#'.repeat(block.level)} ${block.text}`;
  if (block.kind === 'code') return `code: ${block.text}`;
  return `${block.kind}: ${block.parts.map(({ text, isCode }) => (isCode ? `[${text}]` : text)).join('')}`;
};
const blocks = (text: string): string[] => plainBlocks(text).map(told);

describe('a text that is no Markdown', () => {
  it('has headings by their underlines, lists and paragraphs', () => {
    const text =
      '======\nLocks\n======\n\nOpens ``gates``\nfor **barges**; see `the docs <there>`_ and :class:`Gate`.\n\nUse\n---\n\n- first\n- second,\n  long\n\nMore\n----\n1. one\n';
    expect(blocks(text)).toEqual([
      '# Locks',
      'paragraph: Opens [gates] for barges; see the docs (there) and [Gate].',
      '## Use',
      'item: first',
      'item: second, long',
      '## More',
      'item: one',
    ]);
  });

  it('has code where it is indented or said to be, and no directives', () => {
    const text =
      'Run::\n\n    make\n      all\n\n.. image:: x.png\n   :alt: x\n\n.. code-block:: python\n   :linenos:\n\n   a = 1\n\n.. note::\n\n   Mind the gap.\n\nDone.';
    expect(blocks(text)).toEqual([
      'paragraph: Run:',
      'code: make\n  all',
      'code: a = 1',
      'paragraph: Mind the gap.',
      'paragraph: Done.',
    ]);
  });

  it('stays as it is where its layout says nothing, and is read in time', () => {
    expect(blocks('PLAIN TEXT\nof two lines <b>')).toEqual(['paragraph: PLAIN TEXT of two lines <b>']);
    expect(blocks('')).toEqual([]);
    for (const letters of ['`', '=\n', '* ', ' ', '.. a::\n', 'x\n===\n']) {
      const started = performance.now();
      plainBlocks(letters.repeat(20_000));
      expect(performance.now() - started).toBeLessThan(2_000);
    }
  });
});
