import { useEffect } from 'react';
import { useRevalidator, type Fetcher } from 'react-router';

/**
 * True where the page shows what it was before an edit, or before somebody else’s that made the server refuse one; it is loaded
 * anew then: where the address was changed meanwhile, what the edit made was not loaded with that.
 */
export function useLateRevision(
  state: Fetcher['state'],
  made: number | undefined,
  shown: number | undefined,
): boolean {
  const { revalidate, state: loading } = useRevalidator();
  const isLate =
    state === 'idle' && loading === 'idle' && made !== undefined && shown !== undefined && shown < made;
  useEffect(() => {
    if (isLate) void revalidate();
  }, [isLate, revalidate]);
  return isLate;
}
