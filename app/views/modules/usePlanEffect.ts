import { useCallback, useEffect, useRef, useState } from 'react';
import type { SentEdit } from '../../../server/plans/planForm.ts';
import type { PlanEffect } from '../../../server/views/plan/editedPlan.ts';
import { besideQuery } from '../../state/pictureState.ts';
import { usePicture } from '../../state/usePicture.ts';
import { ownFetch } from '../../state/ownFetch.ts';

/** An edit that is thought of, and what it would make of the plan as soon as that is known. */
export interface Tried {
  /** What the edit would do, as a sentence begins: “gate.ts to Locks”. */
  what: string;
  effect: PlanEffect | null;
  problem: string | null;
}

export interface PlanTrial {
  tried: Tried | null;
  /** Asks what an edit would do; null for none any more. */
  think(edit: { what: string; edit: SentEdit } | null): void;
}

/** So long something must be pointed at before it is worked out, in milliseconds. */
const PAUSE = 140;

/** Has an edit worked out before it is made: while something is held over a module, or a choice is pointed at. */
export function usePlanEffect(codebaseId: string): PlanTrial {
  const { params } = usePicture();
  const query = besideQuery(params, { focus: null });
  const [tried, setTried] = useState<Tried | null>(null);
  const underWay = useRef<{ key: string; controller: AbortController; timer: number } | null>(null);
  const think = useCallback(
    (asked: { what: string; edit: SentEdit } | null) => {
      const key = JSON.stringify(asked);
      if (underWay.current?.key === key) return;
      if (underWay.current) {
        window.clearTimeout(underWay.current.timer);
        underWay.current.controller.abort();
      }
      underWay.current = null;
      if (asked === null) {
        setTried(null);
        return;
      }
      const { what, edit } = asked;
      const controller = new AbortController();
      const timer = window.setTimeout(() => {
        setTried({ what, effect: null, problem: null });
        effectOf(`/codebases/${codebaseId}/planEffect?${query}`, edit, controller.signal)
          .then((answer) => setTried({ what, ...answer }))
          .catch(() => {
            if (!controller.signal.aborted)
              setTried({ what, effect: null, problem: 'The effect could not be computed.' });
          });
      }, PAUSE);
      underWay.current = { key, controller, timer };
    },
    [codebaseId, query],
  );
  useEffect(() => () => think(null), [think]);
  return { tried, think };
}

async function effectOf(
  address: string,
  edit: SentEdit,
  signal: AbortSignal,
): Promise<{ effect: PlanEffect | null; problem: string | null }> {
  const body = new FormData();
  body.set('edit', JSON.stringify(edit));
  const response = await ownFetch(address, { method: 'post', body, signal });
  const said = (await response.json()) as { answer: PlanEffect } | { problem: string };
  return 'answer' in said ? { effect: said.answer, problem: null } : { effect: null, problem: said.problem };
}
