import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { patched, pictureState, type Patch, type PictureState } from './pictureState.ts';

export interface Picture extends PictureState {
  params: URLSearchParams;
  /** Changes the address. `replace` leaves no step in the history, for what changes with every movement. */
  change(patch: Patch, options?: { replace?: boolean }): void;
  focusOn(key: string | null): void;
  showEvidence(from: string, to: string): void;
}

/** The state of the picture in the address bar, and how to change it. */
export function usePicture(): Picture {
  const [params, setParams] = useSearchParams();
  const change = useCallback(
    (patch: Patch, options: { replace?: boolean } = {}) =>
      setParams((current) => patched(current, patch), {
        replace: options.replace ?? false,
        preventScrollReset: true,
      }),
    [setParams],
  );
  return useMemo(
    () => ({
      ...pictureState(params),
      params,
      change,
      focusOn: (key) => change({ focus: key, from: null, to: null, dossier: null }),
      showEvidence: (from, to) => change({ from, to, dossier: null }),
    }),
    [params, change],
  );
}
