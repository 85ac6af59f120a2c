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
import { latestSurvey, surveyedHashes, type SurveyRecord } from '../../server/store/surveys.ts';
import { readRules } from '../../server/views/rules/readRules.ts';
import { runJob } from '../../server/work/runJob.ts';
import { readPlain } from '../plain.ts';
import { outputLine, type Terminal } from '../terminal.ts';

/** Surveys only what has no finished survey yet, so that starting again is quick; says on the error stream which of both it is. */
export async function openCommand(
  terminal: Terminal,
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
  const before = latestSurvey(store, opened.id);
  if (!before) {
    const created = createJob(store, opened.id);
    await runJob(store, created.id);
    const ended = job(store, created.id);
    if (ended.state !== 'finished') throw new Problem('badRequest', ended.message);
  }
  const survey = latestSurvey(store, opened.id);
  if (survey) terminal.err.write(outputLine(outcome(opened.name, survey, before !== null)));
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

function outcome(name: string, { surveyedAt, totals }: SurveyRecord, wasThere: boolean): string {
  const size = `${totals.files.toLocaleString('en')} files, ${totals.codeLines.toLocaleString('en')} lines of code`;
  return wasThere
    ? `${name} was surveyed before, at ${surveyedAt} (${size}). To read it again, choose “Survey again” in the web application.`
    : `Surveyed ${name}: ${size}.`;
}
