import { spawn } from 'node:child_process';
import { appendFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it, onTestFinished, vi } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { installationRoot } from '../installation.ts';
import { runJob } from '../work/runJob.ts';
import { folderOrigin } from '../source/address.ts';
import { codebaseState } from '../views/codebaseState.ts';
import { openCodebase, removeCodebase } from './codebases.ts';
import { openStore, type Store } from './database.ts';
import { createJob, interruptOrphans, job, jobsUnderWay, latestJob, startJob } from './jobs.ts';
import { latestSurvey, loadSurvey, surveyedHash } from './surveys.ts';

function freshStore(folder = temporaryFolder()): Store {
  const store = openStore(folder);
  onTestFinished(() => void store.close());
  return store;
}

const code = { 'a.ts': "import './b';\nexport function a() {}\n", 'b.ts': 'export class B { m() {} }\n' };

describe('a database that is being written', () => {
  it('is opened by others meanwhile, who wait for nothing: a view must not wait for a survey to be stored', () => {
    const folder = temporaryFolder();
    const writing = openStore(folder);
    writing.exec('BEGIN IMMEDIATE');
    const started = performance.now();
    openStore(folder).close();
    // Who waited for the lock would do so for ten seconds, and give up.
    expect(performance.now() - started).toBeLessThan(5_000);
    writing.exec('ROLLBACK');
    writing.close();
  });
});

describe('the store', () => {
  it('opens again what it has written, and migrates once', () => {
    const folder = temporaryFolder();
    const first = openStore(folder);
    openCodebase(first, folderOrigin('/somewhere/code'));
    first.close();
    const second = freshStore(folder);
    expect(openCodebase(second, folderOrigin('/somewhere/code')).id).toBe(1);
    expect(second.pragma('user_version', { simple: true })).toBeGreaterThan(0);
  });

  it('gives back a survey as it was stored', async () => {
    const store = freshStore();
    const opened = openCodebase(store, folderOrigin(temporaryFolder(code)));
    const id = await runJob(store, createJob(store, opened.id).id);
    const survey = loadSurvey(store, id!);
    expect(survey.elements.key).toEqual(['', 'a.ts', 'a.ts#a', 'b.ts', 'b.ts#B', 'b.ts#B.m']);
    expect(survey.dependencies.from).toBeInstanceOf(Int32Array);
    expect(survey.figures.cyclomatic[5]).toBe(1);
    expect(latestSurvey(store, opened.id)!.totals).toMatchObject({
      files: 2,
      lines: 3,
      routines: 2,
      types: 1,
    });
    expect(surveyedHash(store, id!, 'a.ts')).toMatch(/^[0-9a-f]{64}$/);
  });

  it('keeps the last few surveys of a codebase', async () => {
    const store = freshStore();
    const opened = openCodebase(store, folderOrigin(temporaryFolder(code)));
    for (let i = 0; i < 7; i++) await runJob(store, createJob(store, opened.id).id);
    expect(store.prepare('SELECT count(*) FROM survey').pluck().get()).toBe(5);
  });

  it('removing a codebase removes all that belongs to it', async () => {
    const store = freshStore();
    const opened = openCodebase(store, folderOrigin(temporaryFolder(code)));
    await runJob(store, createJob(store, opened.id).id);
    removeCodebase(store, opened.id);
    for (const table of ['survey', 'survey_part', 'survey_file', 'job', 'job_log', 'look', 'intake']) {
      expect(store.prepare(`SELECT count(*) FROM ${table}`).pluck().get(), table).toBe(0);
    }
  });

  it('never gives a number twice, so that nothing of a removed codebase is taken for the next one’s', async () => {
    const store = freshStore();
    const survey = async () => {
      const opened = openCodebase(store, folderOrigin(temporaryFolder(code)));
      const created = createJob(store, opened.id);
      return { codebase: opened.id, job: created.id, survey: (await runJob(store, created.id))! };
    };
    const first = await survey();
    removeCodebase(store, first.codebase);
    const second = await survey();
    for (const kind of ['codebase', 'job', 'survey'] as const)
      expect(second[kind], kind).toBeGreaterThan(first[kind]);
  });
});

describe('jobs', () => {
  it('a second survey of one codebase at once is refused in one sentence', () => {
    const store = freshStore();
    const opened = openCodebase(store, folderOrigin('/somewhere'));
    createJob(store, opened.id);
    expect(() => createJob(store, opened.id)).toThrow('A survey of this codebase is already running.');
    expect(jobsUnderWay(store)).toHaveLength(1);
  });

  it('a folder that went away fails the job, and the earlier survey stands', async () => {
    const store = freshStore();
    const folder = temporaryFolder(code);
    const opened = openCodebase(store, folderOrigin(folder));
    const first = await runJob(store, createJob(store, opened.id).id);
    store.prepare('UPDATE codebase SET root = ?').run(join(folder, 'gone'));
    expect(await runJob(store, createJob(store, opened.id).id)).toBeNull();
    expect(latestJob(store, opened.id)).toMatchObject({
      state: 'failed',
      message: `There is no ${join(folder, 'gone')} on this machine any more.`,
    });
    expect(latestSurvey(store, opened.id)!.id).toBe(first);
  });

  it('a stop is told apart from a failure', async () => {
    const store = freshStore();
    const opened = openCodebase(store, folderOrigin(temporaryFolder(code)));
    const created = createJob(store, opened.id);
    expect(await runJob(store, created.id, AbortSignal.abort())).toBeNull();
    expect(job(store, created.id)).toMatchObject({ state: 'stopped' });
  });
});

describe('a kill in mid-survey', () => {
  it('leaves the earlier survey standing, and what was read is not read again', async () => {
    const data = temporaryFolder();
    const files = Object.fromEntries(
      Array.from({ length: 400 }, (_, i) => [
        `f${i}.ts`,
        'export function f() { return g(1 + 2); }\n'.repeat(60),
      ]),
    );
    const folder = temporaryFolder(files);
    const store = freshStore(data);
    const opened = openCodebase(store, folderOrigin(folder));
    const first = await runJob(store, createJob(store, opened.id).id);
    for (const name of Object.keys(files)) appendFileSync(join(folder, name), `// changed ${name}\n`);
    const created = createJob(store, opened.id);

    const child = spawn(
      process.execPath,
      [join(installationRoot, 'build', 'node', 'yletope.js'), 'run', String(created.id)],
      {
        env: { ...process.env, YLETOPE_DATA: data },
        stdio: 'ignore',
      },
    );
    const ended = new Promise((resolve) => child.once('exit', resolve));
    const hasExtracted = (): boolean => {
      const { phase, done } = job(store, created.id);
      return phase === 'extract' && done >= 100;
    };
    while (!hasExtracted()) {
      expect(child.exitCode, 'the survey was over before it could be killed').toBeNull();
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    child.kill('SIGKILL');
    await ended;

    expect(latestSurvey(store, opened.id)!.id).toBe(first);
    expect(loadSurvey(store, first!).files).toHaveLength(400);
    expect(store.pragma('integrity_check', { simple: true })).toBe('ok');
    interruptOrphans(store);
    expect(job(store, created.id).state).toBe('interrupted');
    const alive = createJob(store, openCodebase(store, folderOrigin('/another')).id);
    interruptOrphans(store);
    expect(job(store, alive.id).state).toBe('waiting');

    const factsBefore = store.prepare('SELECT count(*) FROM fact').pluck().get() as number;
    expect(factsBefore).toBeGreaterThan(1);
    const resumed = await runJob(store, createJob(store, opened.id).id);
    expect(latestSurvey(store, opened.id)!.id).toBe(resumed);
    expect(store.prepare('SELECT count(*) FROM fact').pluck().get()).toBe(401);
  });
});

describe('the state of a codebase', () => {
  it('goes on while a job runs, twice a second, even when the job has nothing new to report', () => {
    vi.useFakeTimers({ now: Date.parse('2026-05-04T10:00:00Z'), toFake: ['Date'] });
    onTestFinished(() => void vi.useRealTimers());
    const store = freshStore();
    const { id } = openCodebase(store, folderOrigin('/somewhere/code'));
    startJob(store, createJob(store, id).id);
    const elapsed = [0, 400, 500, 1100].map((ms) => {
      vi.setSystemTime(Date.parse('2026-05-04T10:00:00Z') + ms);
      return codebaseState(store, id).jobs.map((job) => job.elapsedMs);
    });
    expect(elapsed).toEqual([[0], [0], [500], [1000]]);
  });
});
