import type { Job } from '../../server/store/jobs.ts';
import type { Phase } from '../../server/survey/progress.ts';
import type { LiveJob } from '../../server/views/codebaseState.ts';
import { counted, duration, figure } from '../state/figures.ts';

export const phaseWords: Record<Phase, { name: string; what: string }> = {
  open: { name: 'Open', what: 'opening' },
  intake: { name: 'Intake', what: 'scanning files' },
  extract: { name: 'Extract', what: 'reading and parsing' },
  link: { name: 'Link', what: 'resolving names and imports' },
  store: { name: 'Store', what: 'measuring and writing' },
};

/** What is done until then says too little of what is left: opening and looking over went before. */
const ENOUGH_DONE = 0.05;

/** What a job is doing, how far it is, how fast, and how long still. */
export function jobText(job: LiveJob): string {
  if (job.state === 'waiting')
    return job.ahead === 0 ? 'about to begin' : `waiting for ${counted(job.ahead, 'other')} to end`;
  const seconds = job.elapsedMs / 1000;
  const soFar = seconds >= 1 ? `, ${duration(seconds)} so far` : '';
  if (job.total === 0) return (job.step || phaseWords[job.phase].what) + soFar;
  const rate = seconds > 0 ? job.done / seconds : 0;
  const isKnown = rate > 0 && job.done >= ENOUGH_DONE * job.total;
  const left = isKnown ? `${duration((job.total - job.done) / rate)} left` : 'estimating the time left';
  const how = job.phase === 'extract' ? `, ${figure(rate)} a second, ${left}` : '';
  return `${phaseWords[job.phase].what}: ${figure(job.done)} of ${counted(job.total, 'file')}${how}${soFar}`;
}

/** What the button says that surveys anew; `isSurveyed` where an earlier survey stands. A job that goes on, or just ended, did not fail. */
export function againLabel(job: Pick<Job, 'state'> | null, isSurveyed: boolean): string {
  if (job?.state === 'stopped' || job?.state === 'interrupted') return 'Resume';
  return isSurveyed ? 'Survey again' : job === null ? 'Survey' : 'Try again';
}

/** True for a job that ended without a survey. */
export function hasFailed(job: Pick<Job, 'state'> | null): boolean {
  return job?.state === 'failed' || job?.state === 'stopped' || job?.state === 'interrupted';
}
