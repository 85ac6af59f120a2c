import type { Intake } from '../intake/intake.ts';
import type { SourceSurvey } from '../survey/surveySource.ts';

type Log = (line: string) => void;

/** Lines of one kind that a log holds before it only counts the rest. */
const LISTED = 2_000;

function list<T>(log: Log, entries: T[], line: (entry: T) => string): void {
  for (const entry of entries.slice(0, LISTED)) log(line(entry));
  if (entries.length > LISTED) log(`… and ${entries.length - LISTED} more`);
}

export function logIntake(log: Log, { files, leftOut, notes, submodules }: Intake): void {
  log(`${files.length} files to read, ${leftOut.length} files and folders left out`);
  for (const note of notes) log(note);
  for (const { path, url, isHere } of submodules)
    log(
      `submodule ${path}${url === null ? '' : ` of ${url}`}: ${isHere ? 'its files are read' : 'its files are not here'}`,
    );
  list(
    log,
    leftOut.filter(({ reason }) => reason !== 'unknownLanguage'),
    ({ path, reason, detail }) => `left out ${path}: ${reason}${detail === undefined ? '' : `, ${detail}`}`,
  );
}

export function logSurvey(log: Log, { survey, leftOut, intake }: SourceSurvey): void {
  const during = leftOut.length - intake.leftOut.length;
  if (during > 0) log(`${during} files could not be read`);
  const partly = survey.files.filter(({ parse }) => parse !== 'clean');
  list(
    log,
    partly,
    ({ path, parse, parseErrors }) =>
      `${parse === 'failed' ? 'not' : 'partly'} parsed: ${path}, lines ${parseErrors.map(([from, to]) => (from === to ? from : `${from}–${to}`)).join(', ')}`,
  );
  log(
    `${survey.elements.count} elements, ${survey.dependencies.count} dependencies, ${survey.gaps.length} gaps`,
  );
}
