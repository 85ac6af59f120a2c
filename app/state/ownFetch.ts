import { fromBase } from './base.ts';

let pending = 0;
const listeners = new Set<() => void>();

function change(by: 1 | -1): void {
  pending += by;
  for (const listener of listeners) listener();
}

/** Counts something that a page waits for besides what its router loads, until it has come or failed. */
export function counted<T>(work: Promise<T>): Promise<T> {
  change(1);
  return work.finally(() => change(-1));
}

/** Asks the server that this page is from, by an address without the base it is served under. */
export function ownFetch(address: string, init?: RequestInit): Promise<Response> {
  return counted(fetch(fromBase(address), init));
}

/** How much is waited for now, and whoever wants to know when that changes; gives what ends the telling. */
export const pendingFetches = {
  count: (): number => pending,
  subscribe(listener: () => void): () => void {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
};
