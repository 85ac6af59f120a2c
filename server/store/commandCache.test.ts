import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { describe, expect, it } from 'vitest';
import { surveyPath } from '../../tests/surveyPath.ts';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import type { SourceSurvey, SurveyCache } from '../survey/surveySource.ts';
import { openCommandCache } from './commandCache.ts';

let codebases = 0;

/** A small codebase, unlike those of other tests: facts of the same texts would still be in memory. */
const files = () => ({
  'package.json': '{ "name": "canal" }',
  'a.ts': "import { b } from './b';\nimport './gone';\nexport const a = () => b();\n" + `// ${codebases}`,
  'b.ts': `export function b(): number {\n  return ${++codebases};\n}\n`,
  'video.ts': Uint8Array.from([0x47, 0, 1]),
});

/** Surveys with what is kept of a place, counting how many files were parsed. */
async function surveyed(
  folder: string,
  data: string,
  place = 'canal',
): Promise<{ result: SourceSurvey; parsed: number; problem: string | null }> {
  const { cache, close } = openCommandCache(data, place);
  let parsed = 0;
  const counting: SurveyCache = {
    ...cache,
    facts: { ...cache.facts, keep: (...kept) => (parsed++, cache.facts.keep(...kept)) },
  };
  const result = await surveyPath(folder, { cache: counting });
  return { result, parsed, problem: close() };
}

function count(data: string, table: string): unknown {
  const store = new Database(join(data, 'command-cache.db'), { readonly: true });
  try {
    return store.prepare(`SELECT count(*) FROM ${table}`).pluck().get();
  } finally {
    store.close();
  }
}

describe('what the command line keeps', () => {
  it('gives a survey of what did not change as it was, with nothing parsed', async () => {
    const [folder, data] = [temporaryFolder(files()), temporaryFolder()];
    const first = await surveyed(folder, data);
    const second = await surveyed(folder, data);
    expect([first.parsed, second.parsed, first.problem]).toEqual([2, 0, null]);
    expect(second.result).toEqual(first.result);
    expect(second.result.survey.gaps).toHaveLength(1);
    expect(second.result.leftOut).toMatchObject([{ path: 'video.ts', reason: 'binary' }]);
  });

  it('parses what has changed alone, and says what is true of it then', async () => {
    const before = files();
    const [folder, data] = [temporaryFolder(before), temporaryFolder()];
    await surveyed(folder, data);
    writeFileSync(join(folder, 'b.ts'), 'export const c = 1;\n');
    const { parsed, result } = await surveyed(folder, data);
    expect(parsed).toBe(1);
    expect(result.survey.elements.key).toContain('b.ts#c');
    expect(result).toEqual(await surveyPath(folder));
    // Back as it was, its facts are still known.
    writeFileSync(join(folder, 'b.ts'), before['b.ts']);
    expect((await surveyed(folder, data)).parsed).toBe(0);
  });

  it('keeps places apart, and drops those that nobody surveyed for long', async () => {
    const [folder, data] = [temporaryFolder(files()), temporaryFolder()];
    await surveyed(folder, data, 'canal ');
    await surveyed(folder, data, 'canal v1');
    expect(count(data, 'place')).toBe(2);
    openCommandCache(data, 'canal v1', Date.now() + 61 * 24 * 60 * 60 * 1000).close();
    expect(count(data, 'place')).toBe(1);
    expect(count(data, 'fact')).toBe(2);
  });

  it('is dropped where another version has kept it', async () => {
    const [folder, data] = [temporaryFolder(files()), temporaryFolder()];
    await surveyed(folder, data);
    const store = new Database(join(data, 'command-cache.db'));
    store.pragma('user_version = 99');
    store.exec('CREATE TABLE later (id INTEGER)');
    store.close();
    expect((await surveyed(folder, data)).problem).toBeNull();
    expect(count(data, 'kept_survey')).toBeGreaterThan(0);
    expect(() => count(data, 'later')).toThrow('no such table');
  });

  it('says why it could not be kept, and surveys all the same', async () => {
    const [folder, data] = [temporaryFolder(files()), temporaryFolder()];
    openCommandCache(data, 'canal').close();
    const store = new Database(join(data, 'command-cache.db'));
    store.exec(
      "CREATE TRIGGER full BEFORE INSERT ON kept_survey BEGIN SELECT raise(ABORT, 'disk is full'); END",
    );
    store.close();
    const { result, problem } = await surveyed(folder, data);
    expect(problem).toBe('disk is full');
    expect(result.survey.files).toHaveLength(2);
  });

  it('reads anew what it cannot read, and says so', async () => {
    const [folder, data] = [temporaryFolder(files()), temporaryFolder()];
    const first = await surveyed(folder, data);
    const store = new Database(join(data, 'command-cache.db'));
    store.exec("UPDATE kept_survey SET data = x'c1' WHERE part = 'elements'");
    store.close();
    const { result, problem } = await surveyed(folder, data);
    expect(problem).not.toBeNull();
    expect(result).toEqual(first.result);
  });

  it('refuses a file that is no database', () => {
    const data = temporaryFolder({ 'command-cache.db': 'x'.repeat(5000) });
    expect(() => openCommandCache(data, 'canal')).toThrow('not a database');
  });
});
