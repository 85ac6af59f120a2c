import { describe, expect, it } from 'vitest';
import { constructsOfText } from '../../../tests/surveyText.ts';
import { constructNames } from '../../facts/constructs.ts';

/** Each stretch as its text and construct, and what it means inside its file. */
async function read(path: string, text: string): Promise<string[]> {
  const { spans, meanings } = await constructsOfText(path, text);
  const lines: string[] = [];
  for (let at = 0; at < spans.length; at += 4) {
    const [from, to, construct, meaning] = spans.slice(at, at + 4);
    const meant = meaning < 0 ? '' : ` → ${Object.values(meanings[meaning]).join(' ')}`;
    lines.push(`${constructNames[construct]} ${text.slice(from, to)}${meant}`);
  }
  return lines;
}

describe('constructs of a text', () => {
  it('tell declarations, names, imports, literals, keywords and comments apart', async () => {
    const text = `import { quote as price } from './rate';
/** A lock. */
export class Lock {
  toll = 'free';
  pass(barge: string) { return price(barge, 2); } // through
}`;
    expect(await read('lock.ts', text)).toEqual([
      'keyword import',
      'import quote → import 1 quote',
      'keyword as',
      'import price → import 1 quote',
      'keyword from',
      `literal './rate' → import 1 *`,
      'comment /** A lock. */',
      'keyword export',
      'keyword class',
      'declaration Lock → declaration 0',
      'declaration toll → declaration 1',
      `literal 'free'`,
      'declaration pass → declaration 2',
      `name barge → local ${text.indexOf('barge')}`,
      'keyword string',
      'keyword return',
      'name price → import 1 quote',
      `name barge → local ${text.indexOf('barge')}`,
      'literal 2',
      'comment // through',
    ]);
  });

  it('do not take an argument, a key or a member for the variable of its name', async () => {
    const text = 'def pass_lock(toll):\n    return quote(toll=lock.toll)\n';
    const found = await read('lock.py', text);
    expect(found.filter((line) => line.startsWith('name toll'))).toEqual([
      `name toll → local ${text.indexOf('toll')}`,
      'name toll',
      'name toll',
    ]);
  });

  it('are told of every language, comments, literals and the declared names first of all', async () => {
    const files: Record<string, string> = {
      'a.java': 'package p;\n/* x */ class Gauge { int level = 3; int read() { return level; } }',
      'a.cs': 'namespace P; /* x */ class Gauge { int level = 3; int Read() { return level; } }',
      'a.cpp': '/* x */ class Gauge { int level = 3; int read() { return level; } };',
      'a.c': '/* x */ struct Gauge { int level; };\nint read_level(void) { return 3; }',
      'a.js': '/* x */ class Gauge { level = 3; read() { return this.level; } }',
    };
    for (const [path, text] of Object.entries(files)) {
      const found = await read(path, text);
      expect(found, path).toContain('comment /* x */');
      expect(found, path).toContain('literal 3');
      expect(
        found.some((line) => line.startsWith('declaration Gauge')),
        path,
      ).toBe(true);
      expect(
        found.some((line) => line.startsWith('declaration level')),
        path,
      ).toBe(true);
    }
  });
});
