import type { Element, Root } from 'hast';
import { describe, expect, it } from 'vitest';
import { LONGEST_PART } from './markdownTask.ts';
import { markdownTree } from './markdown.ts';

async function namesIn(text: string): Promise<string[]> {
  const names: string[] = [];
  const visit = (node: Root | Element): void => {
    for (const child of node.children)
      if (child.type === 'element') {
        names.push(child.tagName);
        visit(child);
      }
  };
  visit(JSON.parse((await markdownTree(text))!) as Root);
  return names;
}

describe('the tree of a Markdown text', () => {
  it('holds its layout', async () => {
    expect(await namesIn('# A\n\n- [b](c.md) `d`\n\n| e |\n|---|\n| f |\n')).toEqual(
      expect.arrayContaining(['h1', 'ul', 'li', 'a', 'code', 'table', 'th', 'td']),
    );
  });

  it.each([
    ['<script>alert(1)</script>'],
    ['<img src=x onerror=alert(1)>'],
    ['[a](javascript:alert(1))'],
    ['[a](JaVaScRiPt:alert(1))'],
    ['[a](data:text/html;base64,PHNjcmlwdD4=)'],
    ['![a](javascript:alert(1))'],
    ['<iframe src="http://evil.example"></iframe>'],
    ['<a href="x" onclick="alert(1)">a</a>'],
  ])('holds nothing that runs: %s', async (text) => {
    const tree = (await markdownTree(text))!;
    expect(tree).not.toMatch(/"tagName":"(script|iframe|object|style)"/);
    expect(tree).not.toMatch(/"(href|src)":"(javascript|data):/i);
    expect(tree).not.toMatch(/"on[a-z]+":/i);
  });

  it('holds HTML as the text that it is where somebody types it, and not at all in what others wrote', async () => {
    const text = 'Kept <b>since</b> 1911.\n\n<script>evil()</script>\n';
    expect(await markdownTree(text, 'asText')).toContain('<script>evil()</script>');
    expect(await markdownTree(text, 'asText')).not.toContain('"tagName":"script"');
    expect(await markdownTree(text, 'leftOut')).not.toContain('evil');
  });

  it('of what never ends, nests without an end or is too much is none, and the next text is read', async () => {
    const hostile = [
      '*a_ '.repeat(20_000),
      '>'.repeat(20_000),
      `${'- '.repeat(2_000)}x`,
      'a'.repeat(LONGEST_PART + 1),
    ];
    for (const text of hostile) expect(await markdownTree(text)).toBeNull();
    expect(await namesIn('# still here')).toEqual(['h1']);
  });

  it('that waits behind others that never end is read all the same', async () => {
    const endless = Array.from({ length: 4 }, (_, i) => markdownTree(`${i} ${'*c_ '.repeat(20_000)}`));
    expect(await namesIn('# after them')).toEqual(['h1']);
    expect(await Promise.all(endless)).toEqual([null, null, null, null]);
  });

  it('that took too long once is not waited for again', async () => {
    const text = '*b_ '.repeat(20_000);
    await markdownTree(text);
    const started = performance.now();
    expect(await markdownTree(text)).toBeNull();
    expect(performance.now() - started).toBeLessThan(500);
  });
});
