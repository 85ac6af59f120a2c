import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { carriedOver } from '../state/pictureState.ts';
import type { Picture } from '../state/usePicture.ts';
import { railViews, useViews } from './viewDescriptor.ts';

/** True where typed keys are text. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

/** Keys that hold in every view. */
export function useFrameKeys(
  codebaseId: number,
  picture: Picture,
  { onFind, onKeys }: { onFind: () => void; onKeys: () => void },
): void {
  const navigate = useNavigate();
  const numbered = railViews(useViews());
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const withControl = event.ctrlKey || event.metaKey;
      if (withControl && event.key.toLowerCase() === 'k') onFind();
      else if (
        withControl ||
        event.altKey ||
        isTyping(event.target) ||
        document.querySelector('[role=dialog]')
      )
        return;
      else if (event.key === '/') onFind();
      else if (event.key === '?') onKeys();
      else if (event.key.toLowerCase() === 'd') {
        picture.change({ dossier: picture.dossier === 'open' ? 'closed' : null }, { replace: true });
      } else if (event.key === 'Escape') {
        if (picture.from !== null) picture.change({ from: null, to: null });
        else if (picture.focus !== null) picture.focusOn(null);
      } else if (/^[1-9]$/.test(event.key) && numbered[Number(event.key) - 1]) {
        const { path } = numbered[Number(event.key) - 1];
        void navigate(`/codebases/${codebaseId}/${path}${carriedOver(picture.params)}`);
      } else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}
