import { useCallback } from 'react';
import { useFetcher, useParams } from 'react-router';
import type { ArrangementId } from '../../core/arrangement/arrangement.ts';
import type { RulesEdit } from '../../server/views/rules/editRules.ts';
import { useLateRevision } from './useLateRevision.ts';

/** What may be done to the rules at hand, and what the server says of it. */
export interface RulesEditor {
  isBusy: boolean;
  /** What the server refused last; null when it took it. */
  problem: string | null;
  /** Edits from the revision that is shown; `what` is how the edit is called when it may be taken back. */
  edit(what: string, edit: RulesEdit): void;
  propose(by: ArrangementId): void;
  takeOver(): void;
  /** Writes a plan of modules into them. */
  writePlan(id: number): void;
  step(which: 'undo' | 'redo'): void;
}

export function useRulesEdit(revision: number): RulesEditor {
  const { codebaseId } = useParams();
  const { submit, data, state } = useFetcher<{ problem?: string; revision?: number } | null>();
  const send = useCallback(
    (form: Record<string, string>): void => {
      if (state !== 'idle') return;
      const sent = { ...form, revision: String(revision) };
      void submit(sent, { method: 'post', action: `/codebases/${codebaseId}/rules` });
    },
    [submit, state, codebaseId, revision],
  );
  const isLate = useLateRevision(state, data?.revision, revision);
  return {
    isBusy: state !== 'idle' || isLate,
    problem: data?.problem ?? null,
    edit: (what, edit) => send({ make: 'edit', what, edit: JSON.stringify(edit) }),
    propose: (by) => send({ make: 'propose', by }),
    takeOver: () => send({ make: 'takeOver' }),
    writePlan: (id) => send({ make: 'writePlan', plan: String(id) }),
    step: (which) => send({ make: which }),
  };
}
