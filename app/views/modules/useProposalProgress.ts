import { useEffect, useState } from 'react';
import type { Progress } from '../../../server/ask/ask.ts';
import { ownFetch } from '../../state/ownFetch.ts';

/** How often is asked how far it is, in milliseconds. */
const OFTEN = 400;

/** How far a proposal is that this codebase waits for; null where that is not known yet, and while nothing is. */
export function useProposalProgress(codebaseId: string, isBusy: boolean): Progress | null {
  const [progress, setProgress] = useState<Progress | null>(null);
  useEffect(() => {
    if (!isBusy) return;
    const controller = new AbortController();
    const timer = window.setInterval(() => {
      ownFetch(`/codebases/${codebaseId}/planProgress`, { signal: controller.signal })
        .then((response) => response.json() as Promise<Progress | null>)
        .then(setProgress)
        // What cannot be told now is told at the next turn.
        .catch(() => {});
    }, OFTEN);
    return () => {
      window.clearInterval(timer);
      controller.abort();
      setProgress(null);
    };
  }, [codebaseId, isBusy]);
  return progress;
}
