import { createContext, useContext, useEffect, useRef, useState, type ReactNode } from 'react';
import type { CodebaseState } from '../../server/views/codebaseState.ts';
import { fromBase } from './base.ts';

const LiveContext = createContext<CodebaseState | null>(null);

/** The jobs under way of the codebase at hand, as they are now. */
export function useLive(): CodebaseState {
  const state = useContext(LiveContext);
  if (!state) throw new Error('useLive needs a LiveProvider above it');
  return state;
}

/** What, when it changes, makes the page load anew; progress alone does not. */
function milestones({ jobs, surveyId, takenAt, changedAt }: CodebaseState): string {
  return JSON.stringify([jobs.map(({ id, state }) => [id, state]), surveyId, takenAt, changedAt]);
}

/**
 * Follows a codebase by server-sent events while something is under way or its folder is watched. `onMilestone` is
 * called when a job has begun or ended, or a change was noticed. The stream opens anew by itself after a broken
 * connection, and whatever happened meanwhile is in the next event.
 */
export function LiveProvider({
  codebaseId,
  initial,
  isWatched,
  onMilestone,
  children,
}: {
  codebaseId: number;
  initial: CodebaseState;
  isWatched: boolean;
  onMilestone: () => void;
  children: ReactNode;
}) {
  const [live, setLive] = useState<CodebaseState | null>(null);
  const loaded = useRef(initial);
  const callback = useRef(onMilestone);
  useEffect(() => {
    loaded.current = initial;
    callback.current = onMilestone;
  });
  const isActive = initial.jobs.length > 0 || isWatched;
  useEffect(() => {
    if (!isActive) return;
    const events = new EventSource(fromBase(`/codebases/${codebaseId}/events`));
    let reported = '';
    events.addEventListener('state', (event) => {
      const state = JSON.parse((event as MessageEvent<string>).data) as CodebaseState;
      setLive(state);
      const now = milestones(state);
      if (now === milestones(loaded.current) || now === reported) return;
      reported = now;
      callback.current();
    });
    return () => {
      events.close();
      setLive(null);
    };
  }, [codebaseId, isActive]);
  return <LiveContext value={live ?? initial}>{children}</LiveContext>;
}
