import { useEffect, useRef, useState } from 'react';
import type { Job } from '../../server/store/jobs.ts';

/**
 * Follows a job that is under way by server-sent events; `onEnd` is called once when it has ended. The stream opens
 * anew by itself after a broken connection, and whatever happened meanwhile is in the next event.
 */
export function useJobEvents(codebaseId: number, initial: Job | null, onEnd: (job: Job) => void): Job | null {
  const [live, setLive] = useState<Job | null>(null);
  const ended = useRef(onEnd);
  useEffect(() => {
    ended.current = onEnd;
  });
  const jobId = initial?.id;
  useEffect(() => {
    if (jobId === undefined) return;
    const events = new EventSource(`/codebases/${codebaseId}/events?job=${jobId}`);
    events.addEventListener('job', (event) =>
      setLive(JSON.parse((event as MessageEvent<string>).data) as Job),
    );
    events.addEventListener('end', (event) => {
      events.close();
      setLive(null);
      ended.current(JSON.parse((event as MessageEvent<string>).data) as Job);
    });
    return () => events.close();
  }, [codebaseId, jobId]);
  return live?.id === jobId ? live : initial;
}
