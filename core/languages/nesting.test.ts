import { describe, expect, it } from 'vitest';
import { factsOfText } from '../../tests/surveyText.ts';

/** A file in which declarations stand in one another, and one that stands beside the outermost. */
const nested: [path: string, text: (depth: number) => string][] = [
  ['a.ts', (n) => 'namespace a {\n'.repeat(n) + 'b();\n' + '}\n'.repeat(n) + 'function beside() { c(); }\n'],
  ['a.js', (n) => 'function a() {\n'.repeat(n) + 'b();\n' + '}\n'.repeat(n) + 'function beside() { c(); }\n'],
  [
    'A.java',
    (n) => 'class A {\n'.repeat(n) + 'int x = b();\n' + '}\n'.repeat(n) + 'class beside { int y = c(); }\n',
  ],
  [
    'a.cs',
    (n) => 'class A {\n'.repeat(n) + 'int x = b();\n' + '}\n'.repeat(n) + 'class beside { int y = c(); }\n',
  ],
  [
    'a.cpp',
    (n) =>
      'namespace a {\n'.repeat(n) + 'int x = b();\n' + '}\n'.repeat(n) + 'int beside() { return c(); }\n',
  ],
  [
    'a.py',
    (n) =>
      Array.from({ length: n }, (_, i) => `${' '.repeat(i)}def f():\n`).join('') +
      `${' '.repeat(n)}b()\ndef beside():\n c()\n`,
  ],
];

describe('declarations that stand in one another', () => {
  it.each(nested)(
    '%s: what is deeper than anybody writes stays unread and is said; what stands beside is read',
    async (path, text) => {
      const depth = 130;
      const facts = await factsOfText(path, text(depth));
      const { declarations, references, names, expressions } = facts;
      const named = Array.from(declarations.name, (name) => names[name]);
      expect(named).toContain('beside');
      expect(declarations.count).toBeLessThan(110);
      expect(facts.parse).toBe('partial');
      // The lines within the declaration that is one too deep.
      expect(facts.parseErrors).toHaveLength(1);
      expect(facts.parseErrors[0][0]).toBeGreaterThan(100);
      expect(facts.parseErrors[0][0]).toBeLessThan(105);
      expect(facts.parseErrors[0][1]).toBeLessThan(text(depth).split('\n').length - 1);
      const called = Array.from(references.expression, (e) => names[expressions.a[e]]);
      expect(called).toContain('c');
      expect(called).not.toContain('b');
    },
  );

  it.each(nested)('%s: as deep as code is, all is read', async (path, text) => {
    const { parse, references, names, expressions } = await factsOfText(path, text(60));
    expect(parse).toBe('clean');
    expect(Array.from(references.expression, (e) => names[expressions.a[e]])).toContain('b');
  });

  it('names so long that those of members would have no end leave the members unread', async () => {
    const { declarations, parse } = await factsOfText(
      'A.java',
      `class ${'A'.repeat(5_000)} {\n int x;\n int y;\n}\nclass B {\n int z;\n}\n`,
    );
    expect([declarations.count, parse]).toEqual([3, 'partial']);
  });
});
