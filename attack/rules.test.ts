import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { filledFolder } from '../tests/temporaryFolder.ts';
import { attacked, ownPage } from './attacked.ts';

const under = attacked();

/** No page waits longer, whatever rules a codebase brings; and no other page waits for those who read them. */
const LONGEST_MS = 20_000;
const BESIDE_MS = 2_000;

const many = (count: number, each: (i: number) => string): string =>
  Array.from({ length: count }, (_, i) => each(i)).join('');

describe('rules that a codebase brings', () => {
  it.each([
    ['of 60,000 keys', `yletope: 1\nx:\n${many(60_000, (i) => `  k${i}: 1\n`)}`, 'over 200,000 tokens'],
    ['of 20,000 keys', `yletope: 1\nx:\n${many(20_000, (i) => `  k${i}: 1\n`)}`, 'there is no key'],
    ['of quotes', `${'"'.repeat(500_001)}:1`, 'over 200,000 tokens'],
    [
      'of 9,000 rules',
      `yletope: 1\nrules:\n${many(9_000, (i) => `  - { name: r${i}, cycles: files }\n`)}`,
      'over 1,000 rules',
    ],
    [
      'of 60,000 globs',
      `yletope: 1\nentries: [${many(60_000, (i) => `a${i}/**,`)} b]\n`,
      'over 20,000 patterns',
    ],
    [
      'with a group called constructor',
      'yletope: 1\nrules:\n  - { name: r, order: [constructor, toString] }\n',
      'with 1 rule',
    ],
    [
      'with a key called __proto__',
      '{ "yletope": 1, "__proto__": { "rules": [] } }',
      'is not allowed as a name',
    ],
  ])('%s neither stop the server nor make it fail', async (_, text, said) => {
    const folder = filledFolder({ 'a.ts': 'export const a = 1;\n' });
    writeFileSync(join(folder, 'yletope.yaml'), text);
    const id = (await under.open(folder)) as number;
    await under.survey(id);
    const read = under.get(`/codebases/${id}/rules`);
    const takes = under.post(
      `/codebases/${id}/rules`,
      { make: 'takeOver', revision: '0' },
      ownPage(under.url()),
    );
    const beside = await under.get('/');
    expect(beside.ms).toBeLessThan(BESIDE_MS);
    const [page, taken] = await Promise.all([read, takes]);
    expect([page.status, taken.status < 500]).toEqual([200, true]);
    expect(page.text.toLowerCase()).toContain(said);
    expect(Math.max(page.ms, taken.ms)).toBeLessThan(LONGEST_MS);
    expect((await under.get(`/codebases/${id}/rules`)).status).toBe(200);
  });
});
