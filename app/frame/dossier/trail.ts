import { useCallback, useEffect, useState } from 'react';
import { isTyping } from '../useFrameKeys.ts';
import type { Picture } from '../../state/usePicture.ts';

/** The elements that the dossier has told of, in order, and how to step among them without moving the page. */
export interface Trail {
  canGoBack: boolean;
  canGoForward: boolean;
  step(by: -1 | 1): void;
}

interface Walked {
  keys: string[];
  at: number;
  /** The focus that was seen last: only another one is a step, for the address follows a step back a moment later. */
  last: string | null;
}

const MAX_STEPS = 200;

/** Follows the focus. `[` and `]` step back and forward. */
export function useTrail({ focus, change }: Pick<Picture, 'focus' | 'change'>): Trail {
  const [walked, setWalked] = useState<Walked>({ keys: [], at: -1, last: null });
  // A new focus is a new step, and cuts off what lay ahead; one that was stepped to is where the trail stands already.
  if (focus !== walked.last) {
    if (focus === null || walked.keys[walked.at] === focus) setWalked({ ...walked, last: focus });
    else {
      const keys = [...walked.keys.slice(0, walked.at + 1), focus].slice(-MAX_STEPS);
      setWalked({ keys, at: keys.length - 1, last: focus });
    }
  }
  const step = useCallback(
    (by: -1 | 1) => {
      const key = walked.keys[walked.at + by];
      if (key === undefined) return;
      setWalked({ ...walked, at: walked.at + by });
      change({ focus: key, from: null, to: null }, { replace: true });
    },
    [walked, change],
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      if (event.key === '[') step(-1);
      else if (event.key === ']') step(1);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [step]);
  return { canGoBack: walked.at > 0, canGoForward: walked.at < walked.keys.length - 1, step };
}
