import { useEffect, useState } from 'react';
import { onDemand } from './onDemand.tsx';
import { usePicture, type Picture } from '../state/usePicture.ts';
import { FocusPanel } from './dossier/FocusPanel.tsx';
import { useTrail } from './dossier/trail.ts';
import type { ViewDescriptor } from './viewDescriptor.ts';

/** Most pages are looked at without a claim in hand. */
const EvidencePanel = onDemand(
  async () => (await import('./dossier/Evidence.tsx')).EvidencePanel,
  () => <p className="faded">Reading the evidence…</p>,
);

/**
 * Whether the dossier is shown, and whether a picture keeps room for it meanwhile: with `fromFirstFocus` it is folded until
 * something was selected in the view, and stays from then on.
 */
export function useDossierPlace(
  view: string,
  when: ViewDescriptor['dossier'],
  { dossier, focus, from, to }: Picture,
): { isShown: boolean; keepsRoom: boolean } {
  const hasContent = focus !== null || (from !== null && to !== null);
  const [openedIn, setOpenedIn] = useState<string | null>(null);
  useEffect(() => {
    if (hasContent) setOpenedIn(view);
    else setOpenedIn((known) => (known === view ? known : null));
  }, [hasContent, view]);
  if (when === 'never' || dossier === 'closed') return { isShown: false, keepsRoom: false };
  const stays = when === 'fromFirstFocus';
  const isShown = hasContent || (stays && openedIn === view);
  return { isShown, keepsRoom: stays && !isShown };
}

/** The side panel: evidence of the claim in hand, or all that is known of the focus. */
export function Dossier({ codebaseId }: { codebaseId: number }) {
  const picture = usePicture();
  const trail = useTrail(picture);
  const hasEvidence = picture.from !== null && picture.to !== null;
  return (
    <aside className="dossier" aria-label="Dossier">
      {hasEvidence ? (
        <EvidencePanel codebaseId={codebaseId} picture={picture} />
      ) : picture.focus !== null ? (
        <FocusPanel codebaseId={codebaseId} focus={picture.focus} picture={picture} trail={trail} />
      ) : (
        <p className="faded">
          Select a file, a folder or a cell to see its details; each line leads to the code. <kbd>D</kbd>{' '}
          folds this panel away.
        </p>
      )}
    </aside>
  );
}
