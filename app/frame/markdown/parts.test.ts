import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { markdownParts } from './parts.ts';

const section = (n: number): string => `## Version ${n}\n\n${'- a change that was made\n'.repeat(20)}`;

describe('the parts of a Markdown text', () => {
  it('of a short one are one', () => {
    expect(markdownParts('# A\n\nwords\n\n# B\n')).toEqual(['# A\n\nwords\n\n# B\n']);
  });

  it('begin at headings and together are the text', () => {
    const text = Array.from({ length: 200 }, (_, i) => section(i)).join('\n');
    const parts = markdownParts(text);
    expect(parts.length).toBeGreaterThan(5);
    for (const part of parts) {
      expect(part.startsWith('## Version')).toBe(true);
      expect(part.length).toBeLessThan(14_000);
    }
    expect(parts.join('\n')).toBe(text);
  });

  it('cut no fenced code, whatever looks like a heading in it', () => {
    const code = `~~~~sh\n${'# not a heading\n\n'.repeat(4_000)}~~~\n~~~~\n`;
    const parts = markdownParts(`# A\n\n${code}\n# B\n\nend\n`);
    expect(parts.map((part) => part.trim().split('\n')[0])).toEqual(['# A', '# B']);
    expect(parts[0]).toContain(code.trimEnd());
  });

  it('a long section without headings is cut at an empty line', () => {
    const parts = markdownParts('some words that go on\n\n'.repeat(10_000));
    expect(parts.length).toBeGreaterThan(4);
    expect(Math.max(...parts.map((part) => part.length))).toBeLessThan(41_000);
  });

  it('so is a list that never ends', () => {
    const parts = markdownParts('- an item of a list\n'.repeat(50_000));
    expect(Math.max(...parts.map((part) => part.length))).toBeLessThan(41_000);
  });

  it('are told what names of links mean that are explained elsewhere, and no others', () => {
    const text = `${section(1).repeat(30)}\nSee [Guide].\n${section(2).repeat(30)}\n[guide]: guide.md\n[other]: other.md\n`;
    const part = markdownParts(text).find((each) => each.includes('See [Guide].'))!;
    expect(part).toContain('\n[guide]: guide.md');
    expect(part).not.toContain('[other]');
  });

  it('of any text hold all of its lines, in time that grows with its length', () => {
    const line = fc.constantFrom('# a', '```', '~~~', '', 'words', '    code', '[a]: b', '`'.repeat(5));
    fc.assert(
      fc.property(fc.array(line, { maxLength: 300 }), (lines) => {
        const text = lines.map((each) => each + 'x'.repeat(each === 'words' ? 500 : 0)).join('\n');
        const told = markdownParts(text).join('\n').split('\n');
        for (const each of text.split('\n')) expect(told).toContain(each);
      }),
    );
  });
});
