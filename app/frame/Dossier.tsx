import { onDemand } from './onDemand.tsx';
import { usePicture } from '../state/usePicture.ts';
import { FocusPanel } from './dossier/FocusPanel.tsx';
import { useTrail } from './dossier/trail.ts';

/** Most pages are looked at without a claim in hand. */
const EvidencePanel = onDemand(
  async () => (await import('./dossier/Evidence.tsx')).EvidencePanel,
  () => <p className="faded">Reading the evidence…</p>,
);

/**
 * The side panel: evidence of the claim in hand, or all that is known of the focus. Beside a picture it stays when it
 * is empty, so that the first click does not move what was clicked.
 */
export function Dossier({ codebaseId, staysWhenEmpty }: { codebaseId: number; staysWhenEmpty: boolean }) {
  const picture = usePicture();
  const trail = useTrail(picture);
  const hasEvidence = picture.from !== null && picture.to !== null;
  if (picture.dossier === 'closed') return null;
  if (!staysWhenEmpty && !hasEvidence && picture.focus === null) return null;
  return (
    <aside className="dossier" aria-label="Dossier">
      {hasEvidence ? (
        <EvidencePanel codebaseId={codebaseId} picture={picture} />
      ) : picture.focus !== null ? (
        <FocusPanel codebaseId={codebaseId} focus={picture.focus} picture={picture} trail={trail} />
      ) : (
        <p className="faded">
          Click a file, a folder or a cell: what is known of it stands here, and each line leads to the code.{' '}
          <kbd>D</kbd> folds this panel away.
        </p>
      )}
    </aside>
  );
}
