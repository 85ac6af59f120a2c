import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import { carriedOver } from '../state/pictureState.ts';
import type { Picture } from '../state/usePicture.ts';
import { railViews, useViews } from './viewDescriptor.ts';

/** True where typed keys are text. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    // A text that is only read takes the caret, but no letters.
    ((target.isContentEditable && target.getAttribute('aria-readonly') !== 'true') ||
      /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

/** Enter on a button belongs to that button, not to the list that it stands in. */
export function isOfButton({ key, target }: { key: string; target: EventTarget }): boolean {
  return key === 'Enter' && target instanceof HTMLButtonElement;
}

/** After a click on a name in a list, the keys are the list's: Enter does what it does there. */
export function keepKeysInList({ target, currentTarget }: React.MouseEvent<HTMLElement>): void {
  if (target instanceof Element && target.closest('.element')) currentTarget.focus({ preventScroll: true });
}

/** The view that a digit names, counted from 1; with Shift those from the tenth on. 0 for any other key. */
export function viewNumber({ code, shiftKey }: Pick<KeyboardEvent, 'code' | 'shiftKey'>): number {
  const digit = Number(/^Digit([1-9])$/.exec(code)?.[1] ?? 0);
  return digit === 0 ? 0 : digit + (shiftKey ? 9 : 0);
}

/** Where the keys of the view at hand are heard: its picture, or else the view itself. */
export function focusPicture(): void {
  const view = document.querySelector<HTMLElement>('main.view');
  const picture = view?.querySelector<HTMLElement>(
    '[data-picture], [role=application], .cm-content, [role=grid]',
  );
  (picture ?? view)?.focus({ preventScroll: true });
}

/** True after a key has led to a view, until its picture is there to be focused. */
let goesToPicture = false;

/** After a view was gone to by key, or by the rail, the keys are its picture's. */
export function usePictureFocus(view: string): void {
  const before = useRef(view);
  useEffect(() => {
    const isNew = before.current !== view;
    before.current = view;
    const active = document.activeElement;
    const isFree = active === null || active === document.body || active.closest('.rail') !== null;
    if (!isNew || !(goesToPicture || isFree)) return;
    goesToPicture = false;
    focusPicture();
  }, [view]);
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
      } else if (event.key.toLowerCase() === 'p') focusPicture();
      else {
        const wanted = numbered[viewNumber(event) - 1];
        if (!wanted) return;
        goesToPicture = true;
        void navigate(`/codebases/${codebaseId}/${wanted.path}${carriedOver(picture.params)}`);
      }
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}
