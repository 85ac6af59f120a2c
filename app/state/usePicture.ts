import { useCallback, useEffect, useMemo } from 'react';
import { useParams, useSearchParams } from 'react-router';
import type { KindChoice } from '../../server/views/graphQuery/filters.ts';
import { evidenceParams } from '../../server/views/graphQuery/evidenceChoice.ts';
import { fitted, tooLong, useAddress } from './address.ts';
import { patched, pictureState, type Patch, type PictureState } from './pictureState.ts';

export interface Picture extends PictureState {
  /** The address as a whole. */
  params: URLSearchParams;
  /** Changes the address. `replace` leaves no step in the history, for what changes with every movement. */
  change(patch: Patch, options?: { replace?: boolean }): void;
  focusOn(key: string | null): void;
  /** The focus that the address is going to: what the next key of a list builds on, however fast it follows. */
  focusAhead(): string | null;
  /** Opens the evidence of a claim; `via` names the kinds of one that is made beside the picture. */
  showEvidence(from: string, to: string, via?: KindChoice): void;
}

/** Closes the evidence. */
export const noEvidence = {
  from: null,
  to: null,
  via: null,
  ...Object.fromEntries(Object.values(evidenceParams).map((name) => [name, null])),
};

/** Where the address is going: a change that follows at once must build on it, not on where the address still is. */
let underWay: URLSearchParams | null = null;

/** The state of the picture in the address bar, and how to change it. */
export function usePicture(): Picture {
  const [, setParams] = useSearchParams();
  const params = useAddress();
  const { codebaseId } = useParams();
  useEffect(() => {
    underWay = null;
  }, [params]);
  const change = useCallback(
    (patch: Patch, options: { replace?: boolean } = {}) => {
      const next = patched(underWay ?? params, patch);
      underWay = next;
      const go = (address: URLSearchParams): void =>
        setParams(address, { replace: options.replace ?? false, preventScrollReset: true });
      if (!codebaseId || !tooLong(next)) {
        go(next);
        return;
      }
      void fitted(codebaseId, next)
        // Where it cannot be kept, the server is asked for all of it, and says what it has no room for.
        .catch(() => next)
        .then((address) => {
          if (underWay === next) go(address);
        });
    },
    [params, setParams, codebaseId],
  );
  return useMemo(
    () => ({
      ...pictureState(params),
      params,
      change,
      focusOn: (key) => change({ focus: key, ...noEvidence, dossier: null }),
      focusAhead: () => (underWay ?? params).get('focus'),
      showEvidence: (from, to, via) => change({ ...noEvidence, from, to, via: via ?? null, dossier: null }),
    }),
    [params, change],
  );
}
