import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import { useCallback, useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import type { Box } from '../../../core/layout/edgePaths.ts';

const OWN_POINTER = 'button, .graph-box:not(.open), .graph-name';

export interface SheetZoom {
  scale: number;
  /** As a style has it. */
  transform: string;
  /** The part of the drawing that is seen; null before that is known. */
  view: Box | null;
  by(factor: number): void;
  /** All of the drawing, not larger than it is. */
  whole(): void;
  /** Moves the sheet just so far that a box is seen. */
  reveal(box: Box): void;
  centre(x: number, y: number): void;
}

const FARTHEST = 0.12;
const CLOSEST = 2.5;
const MARGIN = 24;
const LOW = 120;
/** A drawing is first seen as a whole where its names can be read then; else from its top. */
const READABLE = 0.7;

/**
 * Zoom and pan of a drawing of a size: the wheel scrolls, with Ctrl it zooms, a drag moves it. What is drawn anew of the same
 * `subject` stays where it was. Where there is no room for all, it is first seen from its `top` box, or around `home`.
 */
export function useSheetZoom(
  sheet: RefObject<HTMLDivElement | null>,
  {
    width,
    height,
    home,
    top,
    subject,
  }: { width: number; height: number; home: Box | null; top: Box | null; subject: string },
): SheetZoom {
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity);
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const behaviour = useRef<ZoomBehavior<HTMLDivElement, unknown> | null>(null);
  const placed = useRef<string | null>(null);
  const go = useCallback(
    (next: ZoomTransform): void => {
      if (sheet.current && behaviour.current) select(sheet.current).call(behaviour.current.transform, next);
    },
    [sheet],
  );
  const fitted = useCallback(
    (least: number): ZoomTransform => {
      const scale = Math.min(1, (room.width - 2 * MARGIN) / width, (room.height - 2 * MARGIN) / height);
      const k = Math.max(FARTHEST, least, scale);
      const x = Math.max(MARGIN, (room.width - k * width) / 2);
      // A low drawing stands a little down the sheet, below the tools.
      const y = Math.min(LOW, Math.max(MARGIN, (room.height - k * height) / 2));
      return zoomIdentity.translate(x, y).scale(k);
    },
    [room, width, height],
  );
  useLayoutEffect(() => {
    const element = sheet.current;
    if (!element) return;
    const control = zoom<HTMLDivElement, unknown>()
      .scaleExtent([FARTHEST, CLOSEST])
      .clickDistance(4)
      .filter((event: MouseEvent) => {
        if (event.type === 'wheel') return event.ctrlKey || event.metaKey;
        // What can be pressed or dragged itself does not move the sheet.
        const isOnBox = event.target instanceof Element && event.target.closest(OWN_POINTER) !== null;
        return !event.button && event.type !== 'dblclick' && !isOnBox;
      })
      .on('zoom', (event: { transform: ZoomTransform }) => setTransform(event.transform));
    behaviour.current = control;
    const selection = select(element);
    selection.call(control).on('dblclick.zoom', null);
    const onWheel = (event: WheelEvent): void => {
      if (event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      control.translateBy(selection, -event.deltaX, -event.deltaY);
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    const watch = new ResizeObserver(() =>
      setRoom({ width: element.clientWidth, height: element.clientHeight }),
    );
    watch.observe(element);
    return () => {
      element.removeEventListener('wheel', onWheel);
      selection.on('.zoom', null);
      watch.disconnect();
    };
  }, [sheet]);
  useEffect(() => {
    if (placed.current === subject || room.width === 0) return;
    placed.current = subject;
    const first = fitted(READABLE);
    const isAllSeen = first.k * height + 2 * MARGIN <= room.height;
    // In the middle, but for the ends of the drawing: beyond those nothing is to be seen.
    const middle = (space: number, at: number, size: number): number =>
      Math.max(space - MARGIN - first.k * size, Math.min(MARGIN, space / 2 - first.k * at));
    const seen = home ?? top;
    const isWide = first.k * width > room.width;
    const x = isWide && seen ? middle(room.width, seen.x + seen.width / 2, width) : first.x;
    const y = home && !isAllSeen ? middle(room.height, home.y + home.height / 2, height) : first.y;
    go(zoomIdentity.translate(x, y).scale(first.k));
  }, [room, fitted, go, width, height, home, top, subject]);
  const { k, x, y } = transform;
  return {
    scale: k,
    transform: `translate(${x}px, ${y}px) scale(${k})`,
    view: room.width === 0 ? null : { x: -x / k, y: -y / k, width: room.width / k, height: room.height / k },
    by(factor) {
      if (sheet.current) behaviour.current?.scaleBy(select(sheet.current), factor);
    },
    whole: () => go(fitted(0)),
    reveal(box) {
      const [left, top] = [k * box.x + x, k * box.y + y];
      const [right, bottom] = [left + k * box.width, top + k * box.height];
      const dx =
        left < MARGIN ? MARGIN - left : right > room.width - MARGIN ? room.width - MARGIN - right : 0;
      const dy =
        top < MARGIN ? MARGIN - top : bottom > room.height - MARGIN ? room.height - MARGIN - bottom : 0;
      if (dx !== 0 || dy !== 0) go(zoomIdentity.translate(x + dx, y + dy).scale(k));
    },
    centre: (atX, atY) =>
      go(zoomIdentity.translate(room.width / 2 - k * atX, room.height / 2 - k * atY).scale(k)),
  };
}
