import { useEffect, useSyncExternalStore } from 'react';
import { useFetchers, useLocation, useNavigation, useRevalidator } from 'react-router';
import { pendingFetches } from '../state/ownFetch.ts';

/** What was just received is drawn within this. */
const DRAWN_MS = 50;

/** Marks the document as quiet while the page is alive and waits for nothing, for whoever drives it from outside. */
export function QuietMark(): null {
  const { state } = useNavigation();
  // Each page that is come to is marked anew.
  const { key } = useLocation();
  const revalidator = useRevalidator();
  const fetchers = useFetchers();
  const pending = useSyncExternalStore(pendingFetches.subscribe, pendingFetches.count, () => 1);
  const isQuiet =
    state === 'idle' &&
    revalidator.state === 'idle' &&
    pending === 0 &&
    fetchers.every((fetcher) => fetcher.state === 'idle');
  useEffect(() => {
    if (!isQuiet) return;
    const { dataset } = document.documentElement;
    const timer = setTimeout(() => (dataset.quiet = ''), DRAWN_MS);
    return () => {
      clearTimeout(timer);
      delete dataset.quiet;
    };
  }, [isQuiet, key]);
  return null;
}
