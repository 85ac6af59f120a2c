import { join } from 'node:path';
import { judged } from '../../core/judge/judged.ts';
import type { Rule } from '../../core/judge/kinds/registry.ts';
import type { Judgement } from '../../core/judge/rules.ts';
import type { SourceSurvey } from '../../server/survey/surveySource.ts';
import {
  baselineOf,
  goneSince,
  newSince,
  renamedSince,
  withNewNames,
  type Hashes,
  readBaseline,
  type Baseline,
} from '../../server/views/rules/baseline.ts';
import { junitOf } from '../../server/views/rules/junit.ts';
import { mergeSummary } from '../../server/views/rules/mergeSummary.ts';
import { readRules, type RulesFile } from '../../server/views/rules/readRules.ts';
import { jsonText } from '../../server/visibleText.ts';
import { judgedSurvey, RULES_FILE, today } from '../../server/views/rules/rulesView.ts';
import { coveringNewNames, failing, hasIdleParts, linesOf } from '../../server/views/rules/ruleWords.ts';
import { sarifOf } from '../../server/views/rules/sarif.ts';
import { readOwn, readPlain } from '../plain.ts';
import { withSurvey, write } from '../surveying.ts';
import { FOUND, outputLine, type Terminal } from '../terminal.ts';

export interface CheckOptions {
  ref?: string;
  anew?: boolean;
  rules?: string;
  baseline?: string;
  since?: string;
  writeBaseline?: string;
  sarif?: string;
  junit?: string;
  markdown?: string;
  strict?: boolean;
}

/** Holds a codebase to its rules: ends with 1 where something breaks them. */
export async function checkCommand(terminal: Terminal, typed: string, options: CheckOptions): Promise<void> {
  // What was typed wrong is said before a survey is made.
  const text = options.rules === undefined ? readOwn(join(typed, RULES_FILE)) : readPlain(options.rules);
  const book = readRules({ name: options.rules ?? RULES_FILE, text });
  const baseline =
    options.baseline === undefined ? null : { name: options.baseline, text: readPlain(options.baseline) };
  const then =
    options.since === undefined
      ? null
      : await foundAt(terminal, typed, options.since, { book, anew: options.anew });
  await withSurvey(terminal, typed, { ...options, intake: book.intake }, async (result) => {
    const known = then ?? (baseline && readBaseline(baseline, pathsOf(result)));
    const renamed =
      known === null
        ? new Map<string, string>()
        : renamedSince(known, result.hashes, { isComplete: then !== null });
    const all = judgementOf(result, { ...book, exceptions: coveringNewNames(book.exceptions, renamed) });
    const violations =
      known === null ? all.violations : newSince(all.violations, withNewNames(known, renamed));
    await tell(terminal, { ...all, violations }, book.rules, {
      options,
      all,
      known,
      renamed,
      hashes: result.hashes,
    });
    const isWrong = failing(violations, book.rules).length > 0;
    if (isWrong || (options.strict === true && hasIdleParts(all))) terminal.exitCode = FOUND;
  });
}

function judgementOf({ survey }: SourceSurvey, book: RulesFile): Judgement {
  return judged(judgedSurvey(survey), book, today());
}

function pathsOf({ survey }: SourceSurvey): (path: string) => boolean {
  const paths = new Set(survey.files.map(({ path }) => path));
  return (path) => paths.has(path);
}

/** What broke the same rules at another time. */
async function foundAt(
  terminal: Terminal,
  typed: string,
  ref: string,
  { book, anew }: { book: RulesFile; anew?: boolean },
): Promise<Baseline> {
  let found: Baseline | undefined;
  await withSurvey(terminal, typed, { ref, intake: book.intake, anew }, (result) => {
    found = { ...baselineOf(judgementOf(result, book), result.hashes), files: [...result.hashes] };
    return Promise.resolve();
  });
  return found!;
}

/** Writes what is asked for, and the lines unless something else goes to standard output. */
async function tell(
  terminal: Terminal,
  told: Judgement,
  rules: readonly Rule[],
  {
    options,
    all,
    known,
    renamed,
    hashes,
  }: {
    options: CheckOptions;
    all: Judgement;
    known: Baseline | null;
    renamed: ReadonlyMap<string, string>;
    hashes: Hashes;
  },
): Promise<void> {
  const before = all.violations.length - told.violations.length;
  const since = options.since ?? options.baseline ?? null;
  const written = {
    sarif: () => sarifOf(told, rules),
    junit: () => junitOf(told, rules),
    markdown: () => mergeSummary(told, rules, { since, known: before }),
    writeBaseline: () => `${jsonText(baselineOf(all, hashes), 1)}\n`,
  };
  for (const [name, text] of Object.entries(written)) {
    const target = options[name as keyof typeof written];
    if (target !== undefined) await write(terminal, [text()], target);
  }
  if (Object.keys(written).some((name) => options[name as keyof typeof written] === '-')) return;
  const lines = linesOf(told, rules);
  if (known !== null) {
    const gone = goneSince(all.violations, withNewNames(known, renamed));
    lines.push(
      ...[...renamed].map(
        ([then, now]) => `${then} was renamed to ${now}; violations and exceptions follow it`,
      ),
    );
    lines.push(`${before} known before${gone === 0 ? '' : `, ${gone} of them gone or smaller`}`);
  }
  terminal.out.write(lines.map(outputLine).join(''));
}
