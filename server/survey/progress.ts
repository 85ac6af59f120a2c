export const phases = ['open', 'intake', 'extract', 'link', 'store'] as const;
export type Phase = (typeof phases)[number];

export interface Progress {
  phase: Phase;
  done: number;
  total: number;
  /** What is being done, where a count does not say it. */
  step?: string;
}

export type OnProgress = (progress: Progress) => void;

const REPORT_EVERY_MS = 100;

/** Reports a phase's counts at most ten times a second, and always the last. */
export function throttled(phase: Phase, onProgress: OnProgress): (done: number, total: number) => void {
  let reported = 0;
  return (done, total) => {
    const now = performance.now();
    if (now - reported < REPORT_EVERY_MS && done < total) return;
    reported = now;
    onProgress({ phase, done, total });
  };
}
