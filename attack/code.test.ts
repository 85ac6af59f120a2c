import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { temporaryFolder } from '../tests/temporaryFolder.ts';
import { attacked, isFull } from './attacked.ts';
import { hostileCode } from './hostileCode.ts';

const under = attacked();
/** However a codebase is made, one of a few files is surveyed in seconds; noisy machines get more. */
const LONGEST_MS = isFull ? 90_000 : 60_000;

describe('code that means ill', () => {
  it.each(hostileCode.map((code) => [code.name, code] as const))('%s', async (_, code) => {
    const place = temporaryFolder();
    const [folder, outside] = [join(place, 'code'), join(place, 'outside')];
    for (const made of [folder, outside]) mkdirSync(made);
    code.fill(folder, { outside });
    const id = (await under.open(folder)) as number;
    const { state, message, ms } = await under.survey(id);
    expect([state, message]).toEqual(['finished', '']);
    expect(ms).toBeLessThan(LONGEST_MS);
    const read = under.rows<{ parse: string }>(
      'SELECT parse FROM survey_file WHERE survey_id = (SELECT max(id) FROM survey WHERE codebase_id = ?)',
      id,
    );
    expect(read).toHaveLength(code.files);
    if (code.partly !== undefined)
      expect(read.filter(({ parse }) => parse === 'partial')).toHaveLength(code.partly);
    const log = under
      .rows<{ line: string }>(
        'SELECT line FROM job_log JOIN job ON job.id = job_id WHERE codebase_id = ?',
        id,
      )
      .map(({ line }) => line)
      .join('\n');
    if (code.said) expect(log).toMatch(code.said);
    // Every page of it is answered, and none of them runs away.
    for (const view of ['overview', 'completeness', 'matrix', 'measures', 'cycles', 'graph', 'modules']) {
      const page = await under.get(`/codebases/${id}/${view}`);
      expect([view, page.status]).toEqual([view, 200]);
    }
    if (code.types) {
      const { text } = await under.get(`/codebases/${id}/measures.csv?of=type`);
      for (const type of code.types) expect(text.includes(`\n${type},`)).toBe(true);
    }
  });
});
