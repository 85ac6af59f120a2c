import { describe, expect, it } from 'vitest';
import { c } from '../../core/languages/c/index.ts';
import { packWords, wordsIn } from '../../core/facts/words.ts';
import { macroTablesOf } from './macroTables.ts';

/** The keys of facts, by path, of files of C given as texts. */
function keysOf(
  files: Record<string, string>,
  defines: string[] = [],
  withWords = true,
): Record<string, string> {
  const words = new Map<string, string>();
  for (const [path, text] of Object.entries(files))
    if (withWords) words.set(path, Buffer.from(packWords(wordsIn(text))).toString('base64'));
  const lines = Object.values(files).flatMap((text) => c.macrosIn!(text));
  const tables = macroTablesOf({ macros: new Map([['c', lines]]), words }, { defines });
  return Object.fromEntries(
    Object.keys(files).map((path) => [path, tables.cacheKey({ path, language: 'c', grammar: 'c.wasm' })]),
  );
}

/** The files whose keys differ. */
function reRead(before: Record<string, string>, after: Record<string, string>): string[] {
  return Object.keys(after).filter((path) => after[path] !== before[path]);
}

const lock = {
  'lock.h': '#define EXPORTED __attribute__((visibility("default")))\n#define FOR_EACH(x) for (;;)\n',
  'gate.c': '#include "lock.h"\nEXPORTED int open_gate(void) { return 1; }\n',
  'pump.c': '#include "lock.h"\nvoid pump(void) { FOR_EACH(x) { } }\n',
  'clerk.c': 'int clerk(void) { return 2; }\n',
};

describe('the key of a file’s facts', () => {
  it('begins with its grammar, and is the same for the same codebase', () => {
    expect(keysOf(lock)).toEqual(keysOf(lock));
    expect(keysOf(lock)['gate.c']).toMatch(/^c\.wasm [0-9a-f]{16}$/);
  });

  it('is another where a macro does something else, in files that have its name', () => {
    const changed = { ...lock, 'lock.h': lock['lock.h'].replace('for (;;)', 'g(x)') };
    expect(reRead(keysOf(lock), keysOf(changed))).toEqual(['lock.h', 'pump.c']);
  });

  it('is the same where a macro is defined otherwise and does the same', () => {
    const before = { ...lock, 'size.h': '#define SIZE 3\n' };
    const after = { ...lock, 'size.h': '#define SIZE 4\n' };
    expect(reRead(keysOf(before), keysOf(after))).toEqual([]);
  });

  it('is another where a macro is new or gone, in files that have its name', () => {
    const more = { ...lock, 'new.h': '#define clerk 1\n' };
    expect(reRead(keysOf({ ...lock, 'new.h': '' }), keysOf(more))).toEqual(['clerk.c', 'new.h']);
    const gone = { ...lock, 'lock.h': '#define FOR_EACH(x) for (;;)\n' };
    expect(reRead(keysOf(lock), keysOf(gone))).toEqual(['lock.h', 'gate.c']);
  });

  it('is another where the build defines a macro, in files that have its name', () => {
    expect(reRead(keysOf(lock), keysOf(lock, ['open_gate(x)=x']))).toEqual(['gate.c']);
  });

  it('depends on the whole macro table for a file whose words are not known', () => {
    const changed = { ...lock, 'new.h': '#define NOWHERE 1\n' };
    const [before, after] = [keysOf(lock, [], false), keysOf(changed, [], false)];
    expect(reRead(before, after)).toEqual(Object.keys(changed));
  });

  it('is the grammar alone in a language that learns nothing from other files', () => {
    const tables = macroTablesOf({ macros: new Map(), words: new Map() }, { defines: [] });
    expect(tables.cacheKey({ path: 'a.ts', language: 'typescript', grammar: 'ts.wasm' })).toBe('ts.wasm');
  });
});
