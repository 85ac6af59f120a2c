import { useCallback, useRef } from 'react';

/** So far a pointer goes before a press is a drag, in pixels of the screen. */
const FAR = 4;

/**
 * Lets boxes be dragged: `onPressed` is told of a press on a box, given the elements that move with it, and `onPut` how far it went, in
 * pixels of the drawing. What is drawn is moved as it is; links follow when it is let go. Escape leaves all where it was.
 */
export function useBoxDrag(scale: number, onPut: (at: number, dx: number, dy: number) => void) {
  const put = useRef(onPut);
  put.current = onPut;
  return useCallback(
    (event: React.PointerEvent, at: number, moving: readonly HTMLElement[]): void => {
      if (event.button !== 0 || event.ctrlKey || event.metaKey) return;
      const [left, top] = [event.clientX, event.clientY];
      let isDrag = false;
      const show = (dx: number, dy: number): void => {
        for (const box of moving) box.style.translate = isDrag ? `${dx}px ${dy}px` : '';
      };
      const onMove = (move: PointerEvent): void => {
        const [dx, dy] = [move.clientX - left, move.clientY - top];
        isDrag ||= Math.hypot(dx, dy) > FAR;
        show(dx / scale, dy / scale);
      };
      const end = (): void => {
        window.removeEventListener('pointermove', onMove);
        window.removeEventListener('pointerup', onUp);
        window.removeEventListener('keydown', onKey, true);
        const wasDrag = isDrag;
        isDrag = false;
        show(0, 0);
        // The click that ends a drag means nothing else.
        if (wasDrag) {
          const swallow = (click: Event): void => click.stopPropagation();
          window.addEventListener('click', swallow, { capture: true, once: true });
          setTimeout(() => window.removeEventListener('click', swallow, true), 0);
        }
      };
      const onUp = (up: PointerEvent): void => {
        const wasDrag = isDrag;
        end();
        if (wasDrag) put.current(at, (up.clientX - left) / scale, (up.clientY - top) / scale);
      };
      const onKey = (key: KeyboardEvent): void => {
        if (key.key !== 'Escape') return;
        key.stopPropagation();
        end();
      };
      window.addEventListener('pointermove', onMove);
      window.addEventListener('pointerup', onUp);
      window.addEventListener('keydown', onKey, true);
    },
    [scale],
  );
}
