import { counted } from '../state/figures.ts';
import { usePicture } from '../state/usePicture.ts';

/** Of a barrel: so many imports of it are counted where they lead, and can be counted as written. Nothing for none. */
export function LedOnLine({ imports }: { imports: number }) {
  const { change } = usePicture();
  if (imports === 0) return null;
  return (
    <p>
      {counted(imports, 'import')} of it {imports === 1 ? 'counts where it leads' : 'count where they lead'}.{' '}
      <button type="button" className="plain-button link" onClick={() => change({ barrels: 'written' })}>
        Count as written
      </button>
    </p>
  );
}
