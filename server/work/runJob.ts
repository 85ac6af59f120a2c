import { performance } from 'node:perf_hooks';
import { takeIn } from '../intake/intake.ts';
import { sentenceOf } from '../failure.ts';
import { Problem, stopped } from '../problem.ts';
import type { CodeSource } from '../source/codeSource.ts';
import { openSource } from '../source/openSource.ts';
import { codebase, noteChange, workplaceOf, type Codebase } from '../store/codebases.ts';
import type { Store } from '../store/database.ts';
import { storedCache, type StoredCache } from '../store/facts.ts';
import { saveIntake } from '../store/intakes.ts';
import { dropUnused } from '../store/dropUnused.ts';
import { jobLog } from '../store/jobLog.ts';
import { endJob, job, jobsUnderWay, reportJob, startJob, type Job } from '../store/jobs.ts';
import { settings } from '../store/settings.ts';
import { followSurvey } from '../store/modulePlans.ts';
import { latestSurveyId, saveSurvey, surveyedHashes } from '../store/surveys.ts';
import { logIntake, logSurvey } from './logLines.ts';
import { throttled, type OnProgress, type Phase } from '../survey/progress.ts';
import { surveySource } from '../survey/surveySource.ts';

interface Run {
  store: Store;
  job: Job;
  codebase: Codebase;
  cache: StoredCache;
  log: (line: string) => void;
  report: OnProgress;
  signal: AbortSignal | undefined;
}

/** Carries out a job from its row to its result; whatever happens is told in the row. Returns a survey's id. */
export async function runJob(store: Store, jobId: number, signal?: AbortSignal): Promise<number | null> {
  const started = job(store, jobId);
  startJob(store, jobId);
  const log = jobLog(store, jobId);
  const cache = storedCache(store, started.codebaseId);
  try {
    const opened = codebase(store, started.codebaseId);
    const report = reporting(store, jobId, log);
    const run: Run = { store, job: started, codebase: opened, cache, log, report, signal };
    const source = await open(run);
    let surveyId: number | null = null;
    try {
      surveyId = started.kind === 'intake' ? await lookOver(run, source) : await survey(run, source);
    } finally {
      await source.close();
    }
    endJob(store, jobId, 'finished', '', surveyId);
    return surveyId;
  } catch (error) {
    const sentence = sentenceOf(error);
    const stopped = error instanceof Problem && error.code === 'stopped';
    try {
      cache.flush();
      log(stopped ? sentence : `failed: ${sentence}`);
    } catch {
      // A disk that is full takes neither facts nor a line; the row below needs no room.
    }
    endJob(store, jobId, stopped ? 'stopped' : 'failed', sentence);
    return null;
  }
}

/** Writes progress into the job's row, and the beginning of each phase into its log. */
function reporting(store: Store, jobId: number, log: (line: string) => void): OnProgress {
  let last: Phase | null = null;
  return (progress) => {
    if (progress.phase !== last) log(phaseLines[(last = progress.phase)]);
    reportJob(store, jobId, progress);
  };
}

const phaseLines: Record<Phase, string> = {
  open: 'opening',
  intake: 'scanning files',
  extract: 'reading and parsing',
  link: 'resolving names and imports',
  store: 'measuring and writing',
};

async function open({ store, job: own, codebase: opened, log, report, signal }: Run): Promise<CodeSource> {
  report({ phase: 'open', done: 0, total: 0 });
  log(`${opened.kind} ${opened.address}${opened.ref === null ? '' : ` at ${opened.ref}`}`);
  let reported = 0;
  const source = await openSource(opened, {
    workplace: workplaceOf(store, opened.id),
    limits: { unpackedBytes: settings(store).unpackedLimit * 1024 ** 3, entries: 1_000_000 },
    refresh: own.refresh,
    keepEarlier: jobsUnderWay(store).some(({ id, codebaseId }) => codebaseId === opened.id && id !== own.id),
    signal,
    onStep: (step) => {
      if (performance.now() - reported < 200) return;
      reported = performance.now();
      report({ phase: 'open', done: 0, total: 0, step });
    },
  });
  if (source.commit !== undefined) log(`commit ${source.commit}`);
  for (const note of source.notes) log(note);
  return source;
}

/** The intake sheet: what a survey would read. */
async function lookOver(
  { store, codebase: { id, rules }, cache, log, report, signal }: Run,
  source: CodeSource,
): Promise<null> {
  report({ phase: 'intake', done: 0, total: 0 });
  const intake = await takeIn(source, {
    rules,
    cache: cache.looks,
    signal,
    onProgress: throttled('intake', report),
  });
  cache.flush();
  logIntake(log, intake);
  saveIntake(store, id, { intake, commit: source.commit, rules });
  return null;
}

async function survey(run: Run, source: CodeSource): Promise<number> {
  const { store, codebase: opened, cache, log, report, signal } = run;
  const started = performance.now();
  const startedAt = new Date().toISOString();
  const result = await surveySource(source, {
    name: opened.address,
    rules: opened.rules,
    cache,
    signal,
    onProgress: report,
  });
  cache.flush();
  if (signal?.aborted) throw stopped();
  logIntake(log, result.intake);
  logSurvey(log, result);
  const total = result.survey.files.length;
  report({ phase: 'store', done: 0, total });
  const before = latestSurveyId(store, opened.id);
  const surveyId = saveSurvey(store, opened.id, result, {
    commitHash: source.commit,
    tookMs: performance.now() - started,
    rules: opened.rules,
  });
  if (before !== null) keepInModules(run, before, surveyId);
  dropUnused(store, run.job.id);
  saveIntake(store, opened.id, { intake: result.intake, commit: source.commit, rules: opened.rules });
  report({ phase: 'store', done: total, total });
  // What changed while it ran has not been read for certain.
  const { changedAt } = codebase(store, opened.id);
  if (changedAt !== null && changedAt < startedAt) noteChange(store, opened.id, null);
  log(`done in ${((performance.now() - started) / 1000).toFixed(1)} s`);
  return surveyId;
}

/** Files that were renamed since the survey before stay in the modules of every plan. */
function keepInModules({ store, codebase: { id }, log }: Run, before: number, after: number): void {
  const followed = followSurvey(store, id, {
    before: surveyedHashes(store, before),
    after: surveyedHashes(store, after),
  });
  if (followed > 0) log(`${followed} renamed files keep their modules`);
}
