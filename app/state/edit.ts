import { createContext, useContext, useMemo } from 'react';
import { useFetcher, type FetcherWithComponents } from 'react-router';

/** Sends decisions about the intake to the server, one at a time. */
export interface Editor {
  fetcher: FetcherWithComponents<{ problem?: string } | null>;
  /** What the server refused last; null when it took it. */
  problem: string | null;
  send(edit: Record<string, string>): void;
}

export const EditContext = createContext<Editor | null>(null);

/** An editor whose decisions go to the route at hand. */
export function useEditor(): Editor {
  const fetcher = useFetcher<{ problem?: string } | null>();
  return useMemo(
    () => ({
      fetcher,
      problem: fetcher.data?.problem ?? null,
      send: (edit) => void fetcher.submit(edit, { method: 'post' }),
    }),
    [fetcher],
  );
}

export function useEdit(): Editor {
  const editor = useContext(EditContext);
  if (!editor) throw new Error('useEdit needs an EditContext above it');
  return editor;
}
