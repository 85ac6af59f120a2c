import { useCallback, useEffect } from 'react';
import { useFetcher } from 'react-router';
import type { SentEdit } from '../../server/plans/planForm.ts';
import type { PlanRecord } from '../../server/store/modulePlans.ts';
import { besideQuery } from './pictureState.ts';
import { useLateRevision } from './useLateRevision.ts';
import { usePicture } from './usePicture.ts';

/** What may be done to the plan at hand, and what the server says of it. */
export interface PlanEditor {
  isBusy: boolean;
  /** What the server refused last; null when it took it. */
  problem: string | null;
  send(form: Record<string, string>): void;
  /** Edits the plan from the revision that is shown; `what` is how the edit is called when it may be taken back. */
  edit(what: string, edit: SentEdit): void;
  step(which: 'undo' | 'redo'): void;
  /** Gives up what is waited for. */
  stop(): void;
}

export function usePlanEdit(plan: PlanRecord | null, codebaseId: string): PlanEditor {
  const { params, change } = usePicture();
  const { submit, data, state } = useFetcher<{ problem?: string; made?: number; revision?: number } | null>();
  const query = besideQuery(params, { focus: null });
  const send = useCallback(
    (form: Record<string, string>) =>
      void submit(form, { method: 'post', action: `/codebases/${codebaseId}/modules?${query}` }),
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
  const isBusy = state !== 'idle' || isLate;
  const edit = useCallback(
    (what: string, sent: SentEdit) => {
      if (id === undefined || isBusy) return;
      send({ do: 'edit', id: String(id), revision: String(revision), what, edit: JSON.stringify(sent) });
    },
    [send, id, revision, isBusy],
  );
  const step = useCallback(
    (which: 'undo' | 'redo') => {
      if (id !== undefined && !isBusy) send({ do: which, id: String(id), revision: String(revision) });
    },
    [send, id, revision, isBusy],
  );
  // What is sent next has what was sent before given up, here and on the server.
  const stop = useCallback(() => send({ do: 'stop' }), [send]);
  return { isBusy, problem: data?.problem ?? null, send, edit, step, stop };
}
