import { describe, expect, it } from 'vitest';
import { surveyPath } from './surveyPath.ts';
import { factsOfText, surveyText } from './surveyText.ts';
import { temporaryFolder } from './temporaryFolder.ts';

const utf16 = (text: string): Uint8Array =>
  Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, 'utf16le')]);

describe('files that are not as they should be', () => {
  it('in UTF-16, in Latin-1, with a mark at their beginning are read; with NUL bytes they are no text', async () => {
    const { survey, leftOut } = await surveyPath(
      temporaryFolder({
        'A.java': utf16('class A { int ä; }\n'),
        'b.py': Buffer.from('def caf\xe9(): pass\n', 'latin1'),
        'c.c': Buffer.concat([Buffer.from([0xef, 0xbb, 0xbf]), Buffer.from('int c(void) { return 1; }\n')]),
        'd.cpp': Uint8Array.from([0x69, 0x6e, 0x74, 0, 0x64]),
      }),
    );
    expect(survey.elements.key).toEqual(expect.arrayContaining(['A.java#A', 'b.py#café', 'c.c#c']));
    expect(survey.files.map(({ path, parse }) => `${path} ${parse}`)).toEqual([
      'A.java clean',
      'b.py clean',
      'c.c clean',
    ]);
    expect(leftOut.map(({ path, reason }) => `${path} ${reason}`)).toEqual(['d.cpp binary']);
  });

  it.each([
    [
      'A.java',
      'class A {\n<<<<<<< ours\n  int a;\n=======\n  int b;\n>>>>>>> theirs\n}\nclass B { void run() {} }\n',
    ],
    ['a.py', 'x = 1\n<<<<<<< ours\ny = 2\n=======\ny = 3\n>>>>>>> theirs\ndef run(): pass\n'],
    ['a.c', 'int a;\n<<<<<<< ours\nint b;\n=======\nint c;\n>>>>>>> theirs\nint run(void) { return 1; }\n'],
  ])('%s with the marks of a merge is read in part, and says where', async (path, text) => {
    const facts = await factsOfText(path, text);
    expect(facts.parse).toBe('partial');
    expect(facts.parseErrors.length).toBeGreaterThan(0);
    const { declarations, names } = facts;
    expect(Array.from(declarations.name, (name) => names[name])).toContain('run');
  });

  it('of another language than their ending says, or holding one, are reported and do not stop others', async () => {
    const survey = await surveyText({
      'a.java': 'def f():\n    return 1\n',
      'b.py': '<html><?php echo $x; ?></html>\n',
      'c.c': 'public class C { void m() { new D(); } }\n',
      'good.py': 'def good(): pass\n',
    });
    expect(survey.files.filter(({ parse }) => parse === 'clean').map(({ path }) => path)).toEqual([
      'good.py',
    ]);
  });

  it('that include each other in a circle, or themselves, are linked', async () => {
    const survey = await surveyText({
      'a.h': '#include "b.h"\nint a(void);\n',
      'b.h': '#include "a.h"\n#include "b.h"\nint b(void);\n',
      'c.c': '#include "a.h"\nint b(void) { return a(); }\n',
    });
    expect(survey.dependencies.count).toBeGreaterThan(3);
  });

  it('that are generated parsers of 100,000 lines, or hold a routine of 10,000 lines, are read whole', async () => {
    const table = `static const int t[] = {\n${'  1, 2, 3, 4,\n'.repeat(100_000)}};\nint last(void) { return t[0]; }\n`;
    const parser = await factsOfText('parser.c', table);
    expect([parser.parse, parser.lines.lines, parser.declarations.count]).toEqual(['clean', 100_003, 2]);
    const long = `class Long {\n  int run(int n) {\n${'    if (n > 1) n--;\n'.repeat(10_000)}    return n;\n  }\n}\n`;
    const facts = await factsOfText('Long.java', long);
    expect(facts.declarations.figures.cyclomatic[1]).toBe(10_001);
  });
});
