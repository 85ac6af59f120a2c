import { useCallback, useEffect, useState } from 'react';

/** What one has ticked off in a list of a codebase; kept in this browser, for it is one reader's own place in it. */
export interface Ticked {
  has(name: string): boolean;
  toggle(name: string): void;
  count: number;
}

const MOST = 2_000;

const keyOf = (codebaseId: string, list: string): string => `yletope-ticked-${codebaseId}-${list}`;

export function readTicked(codebaseId: string, list: string): string[] {
  try {
    const parsed: unknown = JSON.parse(localStorage.getItem(keyOf(codebaseId, list)) ?? '[]');
    return Array.isArray(parsed) ? parsed.filter((name): name is string => typeof name === 'string') : [];
  } catch {
    return [];
  }
}

function writeTicked(codebaseId: string, list: string, names: readonly string[]): void {
  try {
    localStorage.setItem(keyOf(codebaseId, list), JSON.stringify(names.slice(-MOST)));
  } catch {
    // A browser that keeps nothing forgets them with the page.
  }
}

export function useTicked(codebaseId: string, list: string): Ticked {
  const [names, setNames] = useState<ReadonlySet<string>>(new Set());
  // The page as the server draws it knows nothing of what a browser keeps.
  useEffect(() => setNames(new Set(readTicked(codebaseId, list))), [codebaseId, list]);
  const toggle = useCallback(
    (name: string): void =>
      setNames((known) => {
        const next = new Set(known);
        if (!next.delete(name)) next.add(name);
        writeTicked(codebaseId, list, [...next]);
        return next;
      }),
    [codebaseId, list],
  );
  return { has: (name) => names.has(name), toggle, count: names.size };
}
