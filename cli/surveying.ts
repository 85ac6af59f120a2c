import { createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { originOf, type Origin } from '../server/source/address.ts';
import { defaultLimits } from '../server/source/archive/limits.ts';
import { textReader, type ReadText } from '../server/source/readText.ts';
import { openSource } from '../server/source/openSource.ts';
import type { Progress } from '../server/survey/progress.ts';
import { surveySource, type SourceSurvey } from '../server/survey/surveySource.ts';

/** What was surveyed: from where, which commit, and its files. */
export interface Surveyed {
  origin: Origin;
  commit: string | undefined;
  readText: ReadText;
}

/** Surveys what was typed, hands the survey on, says what it came to, and leaves nothing behind. */
export async function withSurvey(
  typed: string,
  ref: string | undefined,
  use: (result: SourceSurvey, surveyed: Surveyed) => Promise<void>,
): Promise<void> {
  const origin = originOf(typed, ref);
  const workplace = mkdtempSync(join(tmpdir(), 'yletope-cli-'));
  try {
    const { commit, result } = await surveyOrigin(origin, workplace);
    await use(result, { origin, commit, readText: textReader(origin, commit ?? null, workplace) });
    saySurveyed(result);
  } finally {
    rmSync(workplace, { recursive: true, force: true });
  }
}

async function surveyOrigin(
  origin: Origin,
  workplace: string,
): Promise<{ commit: string | undefined; result: SourceSurvey }> {
  const source = await openSource(origin, {
    workplace,
    limits: defaultLimits,
    refresh: true,
    onStep: (step) => showProgress({ phase: 'open', done: 0, total: 0, step }),
  });
  try {
    const result = await surveySource(source, { name: origin.address, onProgress: showProgress });
    return { commit: source.commit, result };
  } finally {
    await source.close();
  }
}

export async function write(pieces: Iterable<string | Uint8Array>, file: string): Promise<void> {
  const toStandardOutput = file === '-';
  await pipeline(Readable.from(pieces), toStandardOutput ? process.stdout : createWriteStream(file), {
    end: !toStandardOutput,
  });
}

function saySurveyed({ survey, leftOut }: SourceSurvey): void {
  clearProgress();
  const lines = survey.files.reduce((sum, file) => sum + file.lines.lines, 0);
  process.stderr.write(
    `Surveyed ${survey.files.length} files, ${lines.toLocaleString('en')} lines; ${survey.gaps.length} gaps, ${leftOut.length} left out.\n`,
  );
}

function showProgress({ phase, done, total, step }: Progress): void {
  if (!process.stderr.isTTY) return;
  process.stderr.write(`\r\x1b[K${step ?? `${phase} ${done} of ${total}`}`.slice(0, 120));
}

export function clearProgress(): void {
  if (process.stderr.isTTY) process.stderr.write('\r\x1b[K');
}
