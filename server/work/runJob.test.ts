import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it, onTestFinished } from 'vitest';
import { gitRepository } from '../../tests/gitRepository.ts';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { noRules } from '../intake/rules.ts';
import { folderOrigin, originOf } from '../source/address.ts';
import { openCodebase, saveRules } from '../store/codebases.ts';
import { openStore, type Store } from '../store/database.ts';
import { loadIntake } from '../store/intakes.ts';
import { logOf } from '../store/jobLog.ts';
import { createJob, job } from '../store/jobs.ts';
import { latestSurvey, loadSurvey, rulesOf } from '../store/surveys.ts';
import { runJob } from './runJob.ts';

function freshStore(): Store {
  const store = openStore(temporaryFolder());
  onTestFinished(() => void store.close());
  return store;
}

const code = { 'a.ts': "import './b';\n", 'b.ts': 'export const b = 1;\n', 'vendor/c.ts': '' };

describe('a look over the files', () => {
  it('makes a sheet and no survey', async () => {
    const store = freshStore();
    const { id } = openCodebase(store, folderOrigin(temporaryFolder(code)));
    expect(await runJob(store, createJob(store, id, { kind: 'intake' }).id)).toBeNull();
    expect(latestSurvey(store, id)).toBeNull();
    const { intake } = loadIntake(store, id)!;
    expect(intake.files.map(({ path, lines }) => [path, lines])).toEqual([
      ['a.ts', 1],
      ['b.ts', 1],
    ]);
    expect(intake.leftOut).toMatchObject([{ path: 'vendor/', reason: 'vendored' }]);
  });

  it('follows what was decided, and the survey does too and remembers it', async () => {
    const store = freshStore();
    const { id } = openCodebase(store, folderOrigin(temporaryFolder(code)));
    const rules = {
      ...noRules,
      turned: ['vendored' as const],
      choices: [{ glob: 'b.ts', take: 'leaveOut' as const }],
    };
    saveRules(store, id, rules);
    await runJob(store, createJob(store, id, { kind: 'intake' }).id);
    expect(loadIntake(store, id)!.intake.files.map(({ path }) => path)).toEqual(['a.ts', 'vendor/c.ts']);
    const surveyId = await runJob(store, createJob(store, id).id);
    const survey = loadSurvey(store, surveyId!);
    expect(survey.files.map(({ path }) => path)).toEqual(['a.ts', 'vendor/c.ts']);
    expect(survey.gaps).toMatchObject([
      { name: 'b', reason: 'leftOut', leftOut: { path: 'b.ts', reason: 'byChoice' } },
    ]);
    expect(rulesOf(store, surveyId!)).toEqual(rules);
  });
});

describe('a job', () => {
  it('of a repository reads its commit, and says so in its log', async () => {
    const store = freshStore();
    const repository = gitRepository(code);
    const { id } = openCodebase(store, originOf(`file://${repository}`));
    const created = createJob(store, id);
    await runJob(store, created.id);
    const { commitHash } = latestSurvey(store, id)!;
    expect(commitHash).toMatch(/^[0-9a-f]{40}$/);
    const lines = logOf(store, created.id).map(({ line }) => line);
    expect(lines).toContain(`commit ${commitHash}`);
    expect(lines).toContain('left out vendor/: vendored, by its name');
    expect(lines.at(-1)).toMatch(/^done in /);
  });

  it('fails in one sentence when the disk is full, and the earlier survey stands', async () => {
    const store = freshStore();
    const folder = temporaryFolder(code);
    const { id } = openCodebase(store, folderOrigin(folder));
    const first = await runJob(store, createJob(store, id).id);
    for (let i = 0; i < 60; i++)
      writeFileSync(join(folder, `f${i}.ts`), `export function f${i}() { return ${i}; }\n`.repeat(200));
    // As far as the database can tell, this is a disk without another page.
    const pages = store.pragma('page_count', { simple: true }) as number;
    store.pragma(`max_page_count = ${pages + 4}`);
    const created = createJob(store, id);
    expect(await runJob(store, created.id)).toBeNull();
    expect(job(store, created.id)).toMatchObject({
      state: 'failed',
      message: 'The disk is full. Make room and try again; nothing that was saved is lost.',
    });
    expect(latestSurvey(store, id)!.id).toBe(first);
    expect(loadSurvey(store, first!).files).toHaveLength(2);
    store.pragma('max_page_count = 1000000');
    expect(await runJob(store, createJob(store, id).id)).toBeGreaterThan(first!);
  });

  it('of a folder that goes away meanwhile fails in one sentence; of one that changes, reads what is there', async () => {
    const store = freshStore();
    const folder = temporaryFolder(
      Object.fromEntries(Array.from({ length: 300 }, (_, i) => [`f${i}.ts`, 'let x = 1;\n'])),
    );
    const moved = `${folder}-moved`;
    onTestFinished(() => rmSync(moved, { recursive: true, force: true }));
    const { id } = openCodebase(store, folderOrigin(folder));
    const created = createJob(store, id);
    const running = runJob(store, created.id);
    while (job(store, created.id).phase === 'open' || job(store, created.id).phase === 'intake')
      await new Promise((resolve) => setTimeout(resolve, 1));
    renameSync(folder, moved);
    mkdirSync(folder);
    await running;
    // How much was read by then is a matter of luck; that nothing broke is not.
    const { state, message } = job(store, created.id);
    if (state === 'failed') expect(message).toBe(`All files of ${folder} were removed during the survey.`);
    else expect(state).toBe('finished');
    rmSync(folder, { recursive: true });
    const again = createJob(store, id);
    await runJob(store, again.id);
    expect(job(store, again.id)).toMatchObject({
      state: 'failed',
      message: `There is no ${folder} on this machine any more.`,
    });
  });
});
