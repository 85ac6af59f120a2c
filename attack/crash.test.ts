import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { randomNumbers } from '../core/shape/random.ts';
import { exchangeFormat } from '../server/export/exchangeFormat.ts';
import { openStore } from '../server/store/database.ts';
import { latestSurveyId, loadSurvey } from '../server/store/surveys.ts';
import { temporaryFolder } from '../tests/temporaryFolder.ts';
import { attacked, isFull, SEED } from './attacked.ts';

const under = attacked();
const KILLS = isFull ? 200 : 5;
const FILES = 400;
const fileOf = (i: number, state: number): string =>
  `import { f${(i * 7 + 1) % FILES} } from './f${(i * 7 + 1) % FILES}';\n` +
  `export const state${i} = ${state};\nexport function f${i}(x: number): number {\n` +
  `  return x > ${state} ? f${(i * 7 + 1) % FILES}(x - 1) : x;\n}\n` +
  `export class C${i} { m${state}(x: number) { return f${i}(x) && this.m${state}(x); } }\n`.repeat(40) +
  `// words\n`.repeat(20);

function write(folder: string, state: number, share: (i: number) => boolean): void {
  for (let i = 0; i < FILES; i++) if (share(i)) writeFileSync(join(folder, `f${i}.ts`), fileOf(i, state));
}

/** What a survey goes through, in this order. */
const aims = ['open', 'intake', 'extract', 'link', 'store'];

/** Waits until the survey under way is in a phase, or beyond it. */
async function reached(id: number, aim: string): Promise<void> {
  for (;;) {
    const [job] = under.rows<{ state: string; phase: string }>(
      "SELECT state, phase FROM job WHERE codebase_id = ? AND kind = 'survey' ORDER BY id DESC LIMIT 1",
      id,
    );
    if (job.state === 'finished' || aims.indexOf(job.phase) >= aims.indexOf(aim)) return;
    await new Promise((resolve) => setTimeout(resolve, 3));
  }
}

/** The export of the newest survey, without when it was made. */
function exported(data: string, codebaseId: number): string {
  const store = openStore(data);
  try {
    const survey = loadSurvey(store, latestSurveyId(store, codebaseId)!);
    const leftOut = store
      .prepare('SELECT path, reason, detail FROM survey_left_out WHERE survey_id = ? ORDER BY path')
      .all(latestSurveyId(store, codebaseId)) as never[];
    const head = { name: 'code', root: '/code', surveyedAt: '' };
    return [...exchangeFormat(survey, leftOut, head)].map((piece) => Buffer.from(piece).toString()).join('');
  } finally {
    store.close();
  }
}

describe(`a server that is killed ${KILLS} times at moments drawn by lot`, () => {
  it(
    'comes back each time with what was there, and ends at the same survey as one that was left in peace',
    { timeout: 60_000 + KILLS * 15_000 },
    async () => {
      const random = randomNumbers(SEED);
      const folder = join(temporaryFolder(), 'code');
      mkdirSync(folder);
      write(folder, 0, () => true);
      const id = (await under.open(folder)) as number;
      const first = await under.survey(id);
      expect(first.state).toBe('finished');
      const phases = new Map<string, number>();
      let notes = 0;
      for (let kill = 1; kill <= KILLS; kill++) {
        write(folder, kill, () => random() < 0.4);
        await under.post(`/codebases/${id}/notes`, {
          edit: 'write',
          key: 'f1.ts',
          body: `before ${kill}`,
          author: 'a',
        });
        notes++;
        await under.post(`/codebases/${id}/survey`, { intent: 'survey' });
        await reached(id, aims[kill % aims.length]);
        await new Promise((resolve) => setTimeout(resolve, random() * 120));
        await under.restart('SIGKILL');
        const [job] = under.rows<{ state: string; phase: string }>(
          "SELECT state, phase FROM job WHERE codebase_id = ? AND kind = 'survey' ORDER BY id DESC LIMIT 1",
          id,
        );
        const phase = job.state === 'finished' ? 'done' : job.phase;
        phases.set(phase, (phases.get(phase) ?? 0) + 1);
        expect(['interrupted', 'finished']).toContain(job.state);
        expect(under.rows('PRAGMA quick_check')).toEqual([{ quick_check: 'ok' }]);
        expect(under.rows('PRAGMA foreign_key_check')).toEqual([]);
        expect(under.rows('SELECT id FROM note')).toHaveLength(notes);
        expect((await under.get(`/codebases/${id}/overview`)).status).toBe(200);
      }
      process.stdout.write(`killed while: ${[...phases].map(([phase, n]) => `${phase} ${n}`).join(', ')}\n`);
      write(folder, 0, () => true);
      expect((await under.survey(id)).state).toBe('finished');

      const peaceful = join(temporaryFolder(), 'code');
      mkdirSync(peaceful);
      write(peaceful, 0, () => true);
      const other = (await under.open(peaceful)) as number;
      expect((await under.survey(other)).state).toBe('finished');
      expect(exported(under.data(), id) === exported(under.data(), other)).toBe(true);
    },
  );
});
