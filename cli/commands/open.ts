import { basename } from 'node:path';
import { Problem } from '../../server/problem.ts';
import { readPlan } from '../../server/plans/readPlan.ts';
import { takePlanOver } from '../../server/plans/takePlanOver.ts';
import { originOf } from '../../server/source/address.ts';
import { openCodebase } from '../../server/store/codebases.ts';
import { openStore } from '../../server/store/database.ts';
import { createJob, interruptOrphans, job } from '../../server/store/jobs.ts';
import { makePlan, modulePlans } from '../../server/store/modulePlans.ts';
import { changeRuleBook, ruleBook } from '../../server/store/ruleBooks.ts';
import { latestSurvey, surveyedHashes } from '../../server/store/surveys.ts';
import { readRules } from '../../server/views/rules/readRules.ts';
import { runJob } from '../../server/work/runJob.ts';
import { readPlain } from '../plain.ts';

/** Surveys anew only what has no finished survey yet, so that starting again is quick. */
export async function openCommand(
  typed: string,
  options: { name?: string; ref?: string; plan?: string; rules?: string },
): Promise<void> {
  // What was typed wrong is said before a survey is made.
  const text = options.plan === undefined ? null : readPlain(options.plan);
  const rules = options.rules === undefined ? null : readPlain(options.rules);
  const read = rules === null ? null : readRules({ name: options.rules!, text: rules });
  const store = openStore();
  interruptOrphans(store);
  const opened = openCodebase(store, originOf(typed, options.ref), options.name);
  if (!latestSurvey(store, opened.id)) {
    const created = createJob(store, opened.id);
    await runJob(store, created.id);
    const ended = job(store, created.id);
    if (ended.state !== 'finished') throw new Problem('badRequest', ended.message);
  }
  const survey = latestSurvey(store, opened.id);
  if (text !== null && survey && modulePlans(store, opened.id).length === 0) {
    const name = basename(options.plan!);
    const plan = readPlan({ name, text }, [...surveyedHashes(store, survey.id).keys()]);
    makePlan(store, opened.id, name.replace(/\.\w+$/, ''), plan);
  }
  if (read !== null && ruleBook(store, opened.id).revision === 0) {
    changeRuleBook(store, opened.id, { revision: 0, what: 'read' }, () => rules!);
    if (read.plan !== null) takePlanOver(store, opened.id, read.plan);
  }
  store.close();
}
