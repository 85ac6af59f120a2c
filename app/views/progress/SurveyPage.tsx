import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useState } from 'react';
import { Form, Link, useRevalidator } from 'react-router';
import type { LeftOut } from '../../../server/intake/reasons.ts';
import type { Codebase } from '../../../server/store/codebases.ts';
import type { Job } from '../../../server/store/jobs.ts';
import type { SurveyRecord } from '../../../server/store/surveys.ts';
import { counted, dateAndTime, duration, figure } from '../../state/figures.ts';
import { useJobEvents } from '../../state/useJobEvents.ts';
import { leftOutWords } from '../../state/words.ts';
import './progress.css';

const phases: { id: Job['phase']; name: string; what: string }[] = [
  { id: 'intake', name: 'Intake', what: 'looking over folders and project files' },
  { id: 'extract', name: 'Extract', what: 'reading and parsing files' },
  { id: 'link', name: 'Link', what: 'resolving names and imports' },
  { id: 'store', name: 'Store', what: 'measuring and writing the survey' },
];

/** A survey as it runs, how the last one ended, and what was left out of it. */
export function SurveyPage({
  codebase,
  record,
  job: initial,
  leftOut,
  problem,
}: {
  codebase: Codebase;
  record: SurveyRecord | null;
  job: Job | null;
  leftOut: LeftOut[];
  problem: string | null;
}) {
  const { revalidate } = useRevalidator();
  const underWay = initial !== null && (initial.state === 'waiting' || initial.state === 'running');
  const [ended, setEnded] = useState<Job | null>(null);
  const live = useJobEvents(codebase.id, underWay ? initial : null, (job) => {
    setEnded(job);
    void revalidate();
  });
  const job = ended && ended.id === initial?.id ? ended : (live ?? initial);
  return (
    <div className="page survey-page">
      <h1>
        Survey of {codebase.name}
        <span className="mono faded"> {codebase.address}</span>
      </h1>
      {problem && <p className="against">{problem}</p>}
      {job && (job.state === 'waiting' || job.state === 'running') ? (
        <Running job={job} />
      ) : (
        <Ended job={job} record={record} codebase={codebase} />
      )}
      {record && !underWay && <LeftOutList leftOut={leftOut} count={record.totals.leftOut} />}
    </div>
  );
}

function Running({ job }: { job: Job }) {
  const at = phases.findIndex(({ id }) => id === job.phase);
  const seconds = job.startedAt ? (Date.parse(job.updatedAt) - Date.parse(job.startedAt)) / 1000 : 0;
  const rate = seconds > 0 ? job.done / seconds : 0;
  return (
    <section aria-live="polite">
      <ol className="phases">
        {phases.map(({ id, name, what }, index) => (
          <li key={id} className={index < at ? 'done' : index === at ? 'now' : 'ahead'}>
            <b>{name}</b> <span className="faded">{what}</span>
          </li>
        ))}
      </ol>
      <LinearProgress
        variant={job.phase === 'extract' && job.total > 0 ? 'determinate' : 'indeterminate'}
        value={job.total > 0 ? (100 * job.done) / job.total : 0}
        aria-label="Progress of the survey"
      />
      <p className="mono">
        {job.state === 'waiting'
          ? 'waiting for another survey to end'
          : job.phase === 'extract' && job.total > 0
            ? `${figure(job.done)} of ${counted(job.total, 'file')}, ${figure(rate)} a second, ${
                rate > 0 ? `${duration((job.total - job.done) / rate)} left` : 'estimating the time left'
              }`
            : (phases[at]?.what ?? '')}
      </p>
      <Form method="post">
        <input type="hidden" name="intent" value="stop" />
        <Button type="submit">Stop</Button>{' '}
        <span className="faded">
          What was read is kept. You may also close this page; the survey goes on.
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
  const failed = job !== null && job.state !== 'finished';
  return (
    <section>
      {failed && <p className={job.state === 'failed' ? 'against' : 'caution'}>{job.message}</p>}
      {failed && record && <p>The earlier survey, of {dateAndTime(record.surveyedAt)}, stands.</p>}
      {!failed && record && (
        <p>
          Done in {duration(record.tookMs / 1000)}: {counted(record.totals.files, 'file')},{' '}
          {figure(record.totals.lines)} lines, {figure(record.totals.dependencies)} references,{' '}
          {counted(record.totals.gaps, 'gap')}, {record.totals.partlyRead} partly read.
        </p>
      )}
      <div className="survey-actions">
        {record && (
          <Button component={Link} to={`/codebases/${codebase.id}/overview`} variant="contained">
            See the overview
          </Button>
        )}
        <Form method="post">
          <input type="hidden" name="intent" value="survey" />
          <Button type="submit" variant={record ? 'outlined' : 'contained'}>
            {failed && job.state !== 'failed' ? 'Resume' : record ? 'Survey again' : 'Try again'}
          </Button>
        </Form>
      </div>
    </section>
  );
}

function LeftOutList({ leftOut, count }: { leftOut: LeftOut[]; count: number }) {
  const telling = leftOut.filter(({ reason }) => reason !== 'unknownLanguage');
  const unknown = leftOut.filter(({ reason }) => reason === 'unknownLanguage');
  return (
    <section className="block">
      <h2>
        <span>Left out</span>
        <span>{counted(count, 'file or folder', 'files and folders')}</span>
      </h2>
      {count === 0 && <p className="faded">Nothing: every file in the folder was read.</p>}
      {[...telling, ...unknown].map(({ path, reason, detail }) => (
        <div key={path} className="left-out">
          <span className="mono">{path}</span>
          <span>
            {leftOutWords[reason]}
            {detail && <span className="faded">: {detail}</span>}
          </span>
        </div>
      ))}
    </section>
  );
}
