import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import { useFetcher } from 'react-router';
import type { SentEdit } from '../../server/plans/planForm.ts';
import type { PlanRecord } from '../../server/store/modulePlans.ts';
import { besideQuery } from './pictureState.ts';
import { useLateRevision } from './useLateRevision.ts';
import { usePicture } from './usePicture.ts';

type Answer = { problem?: string; made?: number; revision?: number } | null | undefined;

interface Waiting {
  /** Without id and revision of the plan: those are of when it is sent. */
  form: Record<string, string>;
  /** The last answer when it was asked: another one since is that of the edit which it waited for. */
  after: Answer;
}

/** What may be done to the plan at hand, and what the server says of it. */
export interface PlanEditor {
  isBusy: boolean;
  /** What the server refused last; null when it took it. */
  problem: string | null;
  send(form: Record<string, string>): void;
  /**
   * Edits the plan from the revision that is shown; `what` is how the edit is called when it may be taken back. What is asked
   * while another edit is under way waits for it, and is given up when that one is refused.
   */
  edit(what: string, edit: SentEdit): void;
  /** Takes the last edit back, or makes it again; waits like an edit. */
  step(which: 'undo' | 'redo'): void;
  /** Gives up what is waited for. */
  stop(): void;
}

export function usePlanEdit(plan: PlanRecord | null, codebaseId: string): PlanEditor {
  const { params, change } = usePicture();
  const { submit, data, state } = useFetcher<Answer>();
  const query = besideQuery(params, { focus: null });
  const send = useCallback(
    (form: Record<string, string>): Promise<void> =>
      submit(form, { method: 'post', action: `/codebases/${codebaseId}/modules?${query}` }),
    [submit, codebaseId, query],
  );
  const made = data?.made;
  useEffect(() => {
    if (made !== undefined) change({ plan: String(made), module: null }, { replace: true });
    // The address is changed once for each plan that is made, not again with every other change of it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [made]);
  const id = plan?.id;
  const revision = plan?.revision;
  const isLate = useLateRevision(state, data?.revision, revision);
  const [waiting, setWaiting] = useState<readonly Waiting[]>([]);
  // The fetcher says so only some time after something was sent.
  const [isSent, setSent] = useState(false);
  const lastSent = useRef<Waiting | null>(null);
  const isUnderWay = isSent || state !== 'idle' || isLate;
  const isBusy = isUnderWay || waiting.length > 0;
  const ask = useCallback(
    (form: Record<string, string>) => setWaiting((before) => [...before, { form, after: data }]),
    [data],
  );
  useEffect(() => {
    const [next] = waiting;
    // This runs again, before what it sets is seen, where the address changes meanwhile.
    if (next === undefined || isUnderWay || lastSent.current === next) return;
    lastSent.current = next;
    const isRefused = next.after !== data && data?.problem !== undefined;
    const isGivenUp = isRefused || id === undefined;
    setWaiting((all) => (isGivenUp ? [] : all.filter((each) => each !== next)));
    if (isGivenUp) return;
    setSent(true);
    void send({ ...next.form, id: String(id), revision: String(revision) }).finally(() =>
      startTransition(() => setSent(false)),
    );
  }, [waiting, isUnderWay, data, id, revision, send]);
  const edit = useCallback(
    (what: string, sent: SentEdit) => ask({ do: 'edit', what, edit: JSON.stringify(sent) }),
    [ask],
  );
  const step = useCallback((which: 'undo' | 'redo') => ask({ do: which }), [ask]);
  // What is sent next has what was sent before given up, here and on the server.
  const stop = useCallback(() => {
    setWaiting([]);
    void send({ do: 'stop' });
  }, [send]);
  return { isBusy, problem: data?.problem ?? null, send: (form) => void send(form), edit, step, stop };
}
