import fc from 'fast-check';
import ignore from 'ignore';
import { describe, expect, it } from 'vitest';
import { ignoreRules, isNestedTooDeep } from './bounds.ts';

describe('how deep a project file is nested', () => {
  it.each([
    ['{"a": [1, {"b": 2}]}', false],
    ['['.repeat(100) + ']'.repeat(100), false],
    ['['.repeat(101), true],
    ['{"a":'.repeat(101), true],
    ['[]'.repeat(5_000), false],
    [']'.repeat(500) + '['.repeat(99), false],
    ['', false],
  ])('%.20s… is too deep: %s', (text, expected) => {
    expect(isNestedTooDeep(text)).toBe(expected);
  });
});

describe('patterns of a .gitignore', () => {
  it('are followed as git does, but for those that could take for ever', () => {
    const text = 'logs/\n*.tmp.ts\n!keep.tmp.ts\n**/made/**/out/**\na*b*c*\n';
    const { rules, unread } = ignoreRules(`${text}*a*a*a*ab\n${'x'.repeat(2_000)}\n**/a/**/b/**/c/**/d\n`);
    expect(unread).toBe(3);
    const all = ignore().add(text);
    for (const path of ['logs/a.ts', 'a.tmp.ts', 'keep.tmp.ts', 'x/made/y/out/z.ts', 'axbxcx', 'src/a.ts'])
      expect(rules.ignores(path), path).toBe(all.ignores(path));
  });

  it('whatever they are, are held to a long path at once', () => {
    const part = fc.stringMatching(/^[*a?.[\]!-]{0,12}$/);
    const pattern = fc.array(part, { minLength: 1, maxLength: 8 }).map((parts) => parts.join('/'));
    const path = `${`${'a'.repeat(80)}/`.repeat(20)}${'a'.repeat(200)}.ts`;
    fc.assert(
      fc.property(fc.array(pattern, { maxLength: 4 }), (patterns) => {
        const { rules } = ignoreRules(patterns.join('\n'));
        const started = performance.now();
        rules.ignores(path);
        expect(performance.now() - started).toBeLessThan(1_000);
      }),
    );
  });
});
