import LinearProgress from '@mui/material/LinearProgress';
import type { ReactNode } from 'react';
import type { LiveJob } from '../../server/views/codebaseState.ts';
import { jobText } from './jobText.ts';

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
