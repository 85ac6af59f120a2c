import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { prepare } from './prepare.ts';

/** The lines of a prepared text that are not blank. */
const lines = (text: string): string[] =>
  prepare(text)
    .text.split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');

describe('conditions in C#', () => {
  it('leave a text without any as it is', () => {
    const text = 'class A\n{\n    // #if in a comment\n    string s = @"\nwritten #if here\n";\n}\n';
    expect(prepare(text)).toEqual({ text, hidden: { code: [], comment: [] } });
  });

  it.each([
    ['both arms stay when each is whole', '#if A\nint a;\n#else\nint b;\n#endif\n', ['int a;', 'int b;']],
    [
      'the first stays when they share a head',
      '#if A\nvoid a()\n#else\nvoid b()\n#endif\n{ }\n',
      ['void a()', '{ }'],
    ],
    ['the first stays after an operator', 'int x =\n#if A\n1;\n#else\n2;\n#endif\n', ['int x =', '1;']],
    ['what is never built goes', '#if false\nint a;\n#elif B\nint b;\n#endif\n', ['int b;']],
    ['conditions nest', '#if A\n#if B\nint b;\n#endif\nint a;\n#endif\n', ['int b;', 'int a;']],
    [
      'brackets in strings open nothing',
      '#if A\nf("{");\n#else\nf(@"("" {");\n#endif\n',
      ['f("{");', 'f(@"("" {");'],
    ],
    [
      'raw strings hold what they hold',
      '#if A\nf("""\n#else {\n""");\n#endif\n',
      ['f("""', '#else {', '""");'],
    ],
    [
      'comments over lines hold what they hold',
      '#if A\nf(1); /* {\n#else\n*/\n#endif\n',
      ['f(1); /* {', '#else', '*/'],
    ],
    [
      'other directives are left to the grammar',
      '#region R\n#if A\nint a;\n#endif\n#endregion\n',
      ['#region R', 'int a;', '#endregion'],
    ],
    ['an end without a beginning is none', '#endif\nint a;\n#else\n', ['int a;']],
  ])('%s', (_, text, expected) => {
    expect(lines(text)).toEqual(expected);
  });

  it('say which lines hold code and comments that the parser does not see', () => {
    const { hidden } = prepare('#if A\nvoid a()\n#else\n// of b\nvoid b() // too\n#endif\n{ }\n');
    expect([...new Set(hidden.code)].sort()).toEqual([1, 3, 5, 6]);
    expect([...new Set(hidden.comment)].sort()).toEqual([4, 5]);
  });

  it('never move what stays: length and lines hold, and each character is itself or a blank', () => {
    const piece = fc.constantFrom(
      '#if A\n',
      '#elif B\n',
      '#else\n',
      '#endif\n',
      'int a;\n',
      '{',
      '}\n',
      '"',
      '@"',
      "'",
      '/*',
      '*/',
      '//',
      '\r\n',
      '=',
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 30 }), (pieces) => {
        const text = pieces.join('');
        const prepared = prepare(text).text;
        expect(prepared.length).toBe(text.length);
        for (let i = 0; i < text.length; i++)
          if (prepared[i] !== text[i]) expect([prepared[i], /[\r\n]/.test(text[i])]).toEqual([' ', false]);
      }),
    );
  });
});
