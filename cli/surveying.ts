import { createWriteStream, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { noRules, type IntakeRules } from '../server/intake/rules.ts';
import { originOf, type Origin } from '../server/source/address.ts';
import { defaultLimits } from '../server/source/archive/limits.ts';
import { textReader, type ReadText } from '../server/source/readText.ts';
import { openSource } from '../server/source/openSource.ts';
import { dataFolder } from '../server/installation.ts';
import { openCommandCache, type CommandCache } from '../server/store/commandCache.ts';
import { readRules, type RulesFile } from '../server/views/rules/readRules.ts';
import { RULES_FILE } from '../server/views/rules/rulesView.ts';
import { readOwn } from './plain.ts';
import { clearProgress, type Terminal } from './terminal.ts';
import { visibleText } from '../server/visibleText.ts';
import type { Progress } from '../server/survey/progress.ts';
import { surveySource, type SourceSurvey, type SurveyCache } from '../server/survey/surveySource.ts';

/** What was surveyed: from where, which commit, and its files. */
export interface Surveyed {
  origin: Origin;
  commit: string | undefined;
  readText: ReadText;
}

export interface Surveying {
  /** Branch, tag or commit of a repository. */
  ref?: string;
  /** What is read; what the file of rules in a folder says where it is not told here. */
  intake?: IntakeRules;
  /** Reads everything anew, whatever is known of earlier runs. */
  anew?: boolean;
}

/** Surveys what was typed, hands the survey on, says what it came to, and leaves nothing behind but what it knows of the files. */
export async function withSurvey(
  terminal: Terminal,
  typed: string,
  { ref, intake = intakeSaid(typed), anew = false }: Surveying,
  use: (result: SourceSurvey, surveyed: Surveyed) => Promise<void>,
): Promise<void> {
  const origin = originOf(typed, ref);
  const workplace = mkdtempSync(join(tmpdir(), 'yletope-cli-'));
  const known = anew ? null : knownOf(terminal, origin);
  try {
    const { commit, result } = await surveyOrigin(terminal, origin, {
      workplace,
      rules: intake,
      cache: known?.cache,
    });
    await use(result, { origin, commit, readText: textReader(origin, commit ?? null, workplace) });
    saySurveyed(terminal, result);
  } finally {
    const problem = known?.close() ?? null;
    if (problem !== null) sayNotKept(terminal, problem);
    rmSync(workplace, { recursive: true, force: true });
  }
}

/** What earlier runs found out; null, and a line that says so, where the data folder cannot be used: all is read anew then. */
function knownOf(terminal: Terminal, { address, ref }: Origin): CommandCache | null {
  try {
    return openCommandCache(dataFolder(), `${address} ${ref ?? ''}`);
  } catch (error) {
    sayNotKept(terminal, (error as Error).message);
    return null;
  }
}

function sayNotKept({ err }: Terminal, why: string): void {
  err.write(`Nothing could be cached in ${dataFolder()}: ${why}. You may delete its command-cache.db.\n`);
}

/** The rules that a folder brings; null where it brings none. Throws a Problem for a file that cannot be read. */
export function rulesIn(typed: string): RulesFile | null {
  const file = join(typed, RULES_FILE);
  return existsSync(file) ? readRules({ name: RULES_FILE, text: readOwn(file) }) : null;
}

/** What they decide of intake; what is usual where there are none. */
function intakeSaid(typed: string): IntakeRules {
  return rulesIn(typed)?.intake ?? noRules;
}

async function surveyOrigin(
  terminal: Terminal,
  origin: Origin,
  { workplace, rules, cache }: { workplace: string; rules: IntakeRules; cache?: SurveyCache },
): Promise<{ commit: string | undefined; result: SourceSurvey }> {
  const source = await openSource(origin, {
    workplace,
    limits: defaultLimits,
    refresh: true,
    onStep: (step) => showProgress(terminal, { phase: 'open', done: 0, total: 0, step }),
  });
  try {
    const result = await surveySource(source, {
      name: origin.address,
      rules,
      cache,
      onProgress: (progress) => showProgress(terminal, progress),
    });
    return { commit: source.commit, result };
  } finally {
    await source.close();
  }
}

/** Writes to a file, or to standard output for `-`. */
export async function write(
  { out }: Terminal,
  pieces: Iterable<string | Uint8Array>,
  file: string,
): Promise<void> {
  const toStandardOutput = file === '-';
  await pipeline(Readable.from(pieces), toStandardOutput ? out : createWriteStream(file), {
    end: !toStandardOutput,
  });
}

function saySurveyed(terminal: Terminal, { survey, leftOut }: SourceSurvey): void {
  clearProgress(terminal);
  const lines = survey.files.reduce((sum, file) => sum + file.lines.lines, 0);
  terminal.err.write(
    `Surveyed ${survey.files.length} files, ${lines.toLocaleString('en')} lines; ${survey.gaps.length} gaps, ${leftOut.length} left out.\n`,
  );
}

function showProgress({ err }: Terminal, { phase, done, total, step }: Progress): void {
  if (!err.isTTY) return;
  err.write(`\r\x1b[K${visibleText(step ?? `${phase} ${done} of ${total}`).slice(0, 116)}`);
}
