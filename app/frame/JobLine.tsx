import LinearProgress from '@mui/material/LinearProgress';
import type { ReactNode } from 'react';
import type { LiveJob } from '../../server/views/codebaseState.ts';
import type { Phase } from '../../server/survey/progress.ts';
import { counted, duration, figure } from '../state/figures.ts';

export const phaseWords: Record<Phase, { name: string; what: string }> = {
  open: { name: 'Open', what: 'opening the source' },
  intake: { name: 'Intake', what: 'looking over files' },
  extract: { name: 'Extract', what: 'reading and parsing' },
  link: { name: 'Link', what: 'resolving names and imports' },
  store: { name: 'Store', what: 'measuring and writing' },
};

/** A job under way in one line: what it is doing, how far, how fast, and how long still. */
export function JobLine({ job, stop }: { job: LiveJob; stop: ReactNode }) {
  const isCounted = job.total > 0;
  return (
    <div className="job-line" aria-live="polite">
      <LinearProgress
        variant={isCounted ? 'determinate' : 'indeterminate'}
        value={isCounted ? (100 * job.done) / job.total : 0}
        aria-label="Progress"
      />
      <p className="mono">
        <span>{jobText(job)}</span>
        {stop}
      </p>
    </div>
  );
}

function jobText(job: LiveJob): string {
  if (job.state === 'waiting')
    return job.ahead === 0 ? 'about to begin' : `waiting for ${counted(job.ahead, 'other')} to end`;
  const seconds = job.elapsedMs / 1000;
  const soFar = seconds >= 1 ? `, ${duration(seconds)} so far` : '';
  if (job.total === 0) return (job.step || phaseWords[job.phase].what) + soFar;
  const rate = seconds > 0 ? job.done / seconds : 0;
  const left = rate > 0 ? `${duration((job.total - job.done) / rate)} left` : 'estimating the time left';
  const how = job.phase === 'extract' ? `, ${figure(rate)} a second, ${left}` : '';
  return `${phaseWords[job.phase].what}: ${figure(job.done)} of ${counted(job.total, 'file')}${how}${soFar}`;
}
