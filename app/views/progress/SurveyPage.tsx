import Button from '@mui/material/Button';
import { Form, Link, useFetcher } from 'react-router';
import type { Codebase } from '../../../server/store/codebases.ts';
import { keepCurrentChoices, type KeepCurrent } from '../../../server/store/keepCurrent.ts';
import type { LogLine } from '../../../server/store/jobLog.ts';
import type { Job } from '../../../server/store/jobs.ts';
import type { SurveyRecord } from '../../../server/store/surveys.ts';
import { phases } from '../../../server/survey/progress.ts';
import type { LiveJob } from '../../../server/views/codebaseState.ts';
import { counted, dateAndTime, duration } from '../../state/figures.ts';
import { useLive } from '../../state/live.tsx';
import { placeOf } from '../../state/words.ts';
import { JobLine } from '../../frame/JobLine.tsx';
import { againLabel, hasFailed, phaseWords } from '../../frame/jobText.ts';
import { fromBase } from '../../state/base.ts';
import './progress.css';

/** A survey as it runs, how the last one ended, its log, and whether the folder is kept current. */
export function SurveyPage({
  codebase,
  record,
  job: last,
  log,
  problem,
}: {
  codebase: Codebase;
  record: SurveyRecord | null;
  job: Job | null;
  log: LogLine[];
  problem: string | null;
}) {
  const { jobs, changedAt } = useLive();
  const job = jobs.find(({ kind }) => kind === 'survey');
  return (
    <div className="page survey-page">
      <h1>
        Survey of {codebase.name}
        <span className="mono faded"> {placeOf(codebase)}</span>
      </h1>
      {problem && <p className="against">{problem}</p>}
      {changedAt && !job && (
        <p className="caution">
          Files have changed since the survey, noticed at {dateAndTime(changedAt)}. Survey again to see them.
        </p>
      )}
      {job ? <Running job={job} /> : <Ended job={last} record={record} codebase={codebase} />}
      {codebase.kind === 'folder' && <KeepCurrentChoice codebase={codebase} />}
      {job ? (
        <Log codebase={codebase} job={job} log={job.recent} title="The last lines of the log" />
      ) : (
        last && <Log codebase={codebase} job={last} log={log} title="Log" />
      )}
    </div>
  );
}

function Running({ job }: { job: LiveJob }) {
  const at = phases.indexOf(job.phase);
  return (
    <section>
      <ol className="phases">
        {phases.map((phase, index) => (
          <li key={phase} className={index < at ? 'done' : index === at ? 'now' : 'ahead'}>
            <b>{phaseWords[phase].name}</b> <span className="faded">{phaseWords[phase].what}</span>
          </li>
        ))}
      </ol>
      <JobLine job={job} stop={null} />
      <Form method="post">
        <input type="hidden" name="intent" value="stop" />
        <Button type="submit">Stop</Button>{' '}
        <span className="faded">
          You may close this page; the survey continues. Everything read so far is kept if you stop.
        </span>
      </Form>
    </section>
  );
}

function Ended({
  job,
  record,
  codebase,
}: {
  job: Job | null;
  record: SurveyRecord | null;
  codebase: Codebase;
}) {
  const failed = hasFailed(job);
  const base = `/codebases/${codebase.id}`;
  return (
    <section>
      {failed && <p className={job?.state === 'failed' ? 'against' : 'caution'}>{job?.message}</p>}
      {failed && record && <p>The earlier survey, of {dateAndTime(record.surveyedAt)}, stands.</p>}
      {!failed && record && (
        <p>
          Done in {duration(record.tookMs / 1000)}: {counted(record.totals.files, 'file')},{' '}
          {counted(record.totals.lines, 'line')}, {counted(record.totals.dependencies, 'reference')},{' '}
          {counted(record.totals.gaps, 'gap')}, {record.totals.partlyRead} partly read,{' '}
          {counted(record.totals.leftOut, 'file or folder', 'files and folders')} left out.
        </p>
      )}
      <div className="survey-actions">
        {record && (
          <Button component={Link} to={`${base}/overview`} variant="contained">
            See the overview
          </Button>
        )}
        {record && (
          <Button component={Link} to={`${base}/completeness`}>
            What is missing
          </Button>
        )}
        <Form method="post">
          <input type="hidden" name="intent" value="survey" />
          <Button type="submit" variant={record ? 'outlined' : 'contained'}>
            {againLabel(job, record !== null)}
          </Button>
        </Form>
        <Button component={Link} to={`${base}/intake`}>
          Change what is read
        </Button>
      </div>
    </section>
  );
}

const keepWords: Record<KeepCurrent, string> = {
  no: 'Do not watch the folder',
  offer: 'Watch it and tell when it has changed',
  survey: 'Watch it and survey again when it has changed',
};

function KeepCurrentChoice({ codebase }: { codebase: Codebase }) {
  const fetcher = useFetcher();
  const chosen = (fetcher.formData?.get('choice') as KeepCurrent | null) ?? codebase.keepCurrent;
  return (
    <section className="block keep-current" role="radiogroup" aria-label="Kept current">
      <h2>
        <span>Kept current</span>
      </h2>
      {keepCurrentChoices.map((choice) => (
        <label key={choice}>
          <input
            type="radio"
            name="keep"
            checked={chosen === choice}
            onChange={() => void fetcher.submit({ intent: 'keepCurrent', choice }, { method: 'post' })}
          />
          {keepWords[choice]}
        </label>
      ))}
    </section>
  );
}

function Log({ codebase, job, log, title }: { codebase: Codebase; job: Job; log: LogLine[]; title: string }) {
  return (
    <section className="block">
      <h2>
        <span>{title}</span>
        <a href={fromBase(`/codebases/${codebase.id}/jobs/${job.id}/log`)} download>
          download
        </a>
      </h2>
      {log.length === 0 && <p className="faded">Nothing has been written yet.</p>}
      <pre className="log mono" tabIndex={0} aria-label="Log of the survey">
        {log.map(({ at, line }, index) => (
          <div key={index}>
            <span className="faded">{at.slice(11, 23)}</span> {line}
          </div>
        ))}
      </pre>
    </section>
  );
}
