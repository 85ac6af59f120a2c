import { useCallback, useEffect, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { KindChoice } from '../../server/views/picture/filters.ts';
import { patched, pictureState, type Patch, type PictureState } from './pictureState.ts';

export interface Picture extends PictureState {
  params: URLSearchParams;
  /** Changes the address. `replace` leaves no step in the history, for what changes with every movement. */
  change(patch: Patch, options?: { replace?: boolean }): void;
  focusOn(key: string | null): void;
  /** Opens the evidence of a claim; `via` names the kinds of one that is made beside the picture. */
  showEvidence(from: string, to: string, via?: KindChoice): void;
}

/** Closes the evidence. */
export const noEvidence = { from: null, to: null, via: null, places: null };

/** Where the address is going: a change that follows at once must build on it, not on where the address still is. */
let underWay: URLSearchParams | null = null;

/** The state of the picture in the address bar, and how to change it. */
export function usePicture(): Picture {
  const [params, setParams] = useSearchParams();
  useEffect(() => {
    underWay = null;
  }, [params]);
  const change = useCallback(
    (patch: Patch, options: { replace?: boolean } = {}) => {
      underWay = patched(underWay ?? params, patch);
      setParams(underWay, { replace: options.replace ?? false, preventScrollReset: true });
    },
    [params, setParams],
  );
  return useMemo(
    () => ({
      ...pictureState(params),
      params,
      change,
      focusOn: (key) => change({ focus: key, ...noEvidence, dossier: null }),
      showEvidence: (from, to, via) => change({ ...noEvidence, from, to, via: via ?? null, dossier: null }),
    }),
    [params, change],
  );
}
