import { useEffect, useState } from 'react';

/** So long after the last key what was typed is sent on. */
const SETTLE_MS = 120;

/**
 * The text of a field that the address keeps, and how to change it. It is sent on once nobody types, and follows the address, which
 * may change by other hands: a step back in the history, a link to the same view.
 */
export function useTyped(kept: string, send: (text: string) => void): [string, (text: string) => void] {
  /** What the address does not have yet; null for nothing. */
  const [ahead, setAhead] = useState<string | null>(null);
  useEffect(() => {
    if (ahead === null) return;
    if (ahead === kept) {
      setAhead(null);
      return;
    }
    const timer = setTimeout(() => send(ahead), SETTLE_MS);
    return () => clearTimeout(timer);
  }, [ahead, kept, send]);
  return [ahead ?? kept, setAhead];
}
