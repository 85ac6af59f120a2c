import { useRef, useState } from 'react';

/** Several rows of a list that are taken together, by their keys. */
export interface Selection {
  keys: ReadonlySet<string>;
  /** Takes all from the row taken last, or at hand, to this one. */
  extend(from: string, to: string): void;
  toggle(key: string): void;
  clear(): void;
}

/** `order` are the keys of the list as it stands; what is not in it any more is taken no longer. */
export function useSelection(order: readonly string[]): Selection {
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  /** Where it began; a second key may come before the first is shown. */
  const start = useRef<string | null>(null);
  const known = new Set(order);
  return {
    keys: new Set([...taken].filter((key) => known.has(key))),
    extend(from, to) {
      const begin = start.current !== null && known.has(start.current) ? start.current : from;
      const [a, b] = [order.indexOf(begin), order.indexOf(to)].sort((x, y) => x - y);
      start.current = begin;
      setTaken(new Set(order.slice(a, b + 1)));
    },
    toggle(key) {
      const next = new Set(taken);
      if (!next.delete(key)) next.add(key);
      start.current = key;
      setTaken(next);
    },
    clear() {
      start.current = null;
      setTaken(new Set());
    },
  };
}
