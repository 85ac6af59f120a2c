import { performance } from 'node:perf_hooks';
import { checkedRoot } from '../intake/intake.ts';
import { Problem, sentenceOf } from '../problem.ts';
import { codebase } from '../store/codebases.ts';
import type { Store } from '../store/database.ts';
import { storedFacts } from '../store/facts.ts';
import { endJob, job, reportJob, startJob } from '../store/jobs.ts';
import { saveSurvey } from '../store/surveys.ts';
import { commitOf } from './commit.ts';
import { surveyFolder } from './surveyFolder.ts';

/** Carries out a job from its row to its survey; whatever happens is told in the row. Returns the survey's id. */
export async function runJob(store: Store, jobId: number, signal?: AbortSignal): Promise<number | null> {
  const { codebaseId } = job(store, jobId);
  startJob(store, jobId);
  const facts = storedFacts(store, codebaseId);
  const started = performance.now();
  try {
    const root = checkedRoot(codebase(store, codebaseId).root);
    const result = await surveyFolder(root, {
      cache: facts,
      signal,
      onProgress: (progress) => reportJob(store, jobId, progress),
    });
    facts.flush();
    if (signal?.aborted) throw new Problem('stopped', 'The survey was stopped.');
    const total = result.survey.files.length;
    reportJob(store, jobId, { phase: 'store', done: 0, total });
    const surveyId = saveSurvey(store, codebaseId, result, {
      commitHash: commitOf(root),
      tookMs: performance.now() - started,
    });
    reportJob(store, jobId, { phase: 'store', done: total, total });
    endJob(store, jobId, 'finished', '', surveyId);
    return surveyId;
  } catch (error) {
    facts.flush();
    const stopped = error instanceof Problem && error.code === 'stopped';
    endJob(store, jobId, stopped ? 'stopped' : 'failed', sentenceOf(error));
    return null;
  }
}
