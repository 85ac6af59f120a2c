import { select } from 'd3-selection';
import { zoom, zoomIdentity, ZoomTransform, type ZoomBehavior } from 'd3-zoom';
import { useEffect, useLayoutEffect, useMemo, useRef, type RefObject } from 'react';
import { clampedOrigin, fittingCell, restingCell, type Geometry } from './geometry.ts';

export interface MatrixZoom {
  /** The geometry at the present zoom. */
  geometry(): Geometry;
  zoomBy(factor: number): void;
  moveBy(dx: number, dy: number): void;
  /** The whole matrix, or from there back to rows with names. */
  toggleWhole(): void;
  /** Moves the sheet just so far that a cell can be seen. */
  reveal(row: number, column: number): void;
}

export interface Frame {
  width: number;
  /** Of the width, what cells are fitted into. */
  room: number;
  height: number;
  left: number;
  top: number;
  count: number;
}

/** At this size of a cell, zooming in ends. */
const CLOSEST_CELL = 64;
const GLIDE_MS = 140;
/** Pixels of a line, where a wheel counts lines. */
const LINE = 16;

/**
 * Zoom and pan of the matrix: the wheel scrolls, with Ctrl it zooms, a drag moves the sheet unless it begins where
 * `isElsewhere` says so. `initial` is `scale,column,row` of the upper left corner, the scale that of the whole being 1, as
 * kept in the address; `onSettle` is given the same when the sheet has come to rest, null for how it is first seen.
 */
export function useMatrixZoom(
  canvas: RefObject<HTMLCanvasElement | null>,
  frame: Frame,
  initial: string | null,
  onChange: () => void,
  onSettle: (state: string | null) => void,
  isElsewhere: (event: MouseEvent) => boolean,
): MatrixZoom {
  const transform = useRef<ZoomTransform>(zoomIdentity);
  const behaviour = useRef<ZoomBehavior<HTMLCanvasElement, unknown> | null>(null);
  const callbacks = useRef({ onChange, onSettle, initial, isElsewhere });
  useEffect(() => {
    callbacks.current = { onChange, onSettle, initial, isElsewhere };
  });
  const { width, height, left, top, count, room } = frame;
  const fit = fittingCell(room, height, left, top, count);
  const resting = restingCell(fit) / fit;

  // Before the first drawing shows, so that no turn of the wheel is lost.
  useLayoutEffect(() => {
    const element = canvas.current;
    if (!element || width === 0) return;
    const constrain = (t: ZoomTransform): ZoomTransform => {
      const extent = count * fit * t.k;
      const x = clampedOrigin(t.x + t.k * left, left, width - left, extent);
      const y = clampedOrigin(t.y + t.k * top, top, height - top, extent);
      return new ZoomTransform(t.k, x - t.k * left, y - t.k * top);
    };
    let settling: ReturnType<typeof setTimeout> | undefined;
    const control = zoom<HTMLCanvasElement, unknown>()
      .scaleExtent([1, Math.max(1, CLOSEST_CELL / fit)])
      .constrain(constrain)
      .clickDistance(4)
      .filter(
        (event: MouseEvent) =>
          !event.button &&
          event.type !== 'dblclick' &&
          (event.type !== 'wheel' || event.ctrlKey || event.metaKey) &&
          !callbacks.current.isElsewhere(event),
      )
      .on('zoom', (event: { transform: ZoomTransform }) => {
        transform.current = event.transform;
        callbacks.current.onChange();
        clearTimeout(settling);
        settling = setTimeout(
          () => callbacks.current.onSettle(described(event.transform, frame, fit, resting)),
          350,
        );
      });
    behaviour.current = control;
    const selection = select(element).call(control).on('dblclick.zoom', null);
    const restored = callbacks.current.initial?.split(',').map(Number);
    if (restored?.length === 3 && restored.every(Number.isFinite)) {
      const [k, column, row] = restored;
      const scale = Math.min(Math.max(1, CLOSEST_CELL / fit), Math.max(1, k));
      const at = new ZoomTransform(
        scale,
        left - column * fit * scale - scale * left,
        top - row * fit * scale - scale * top,
      );
      control.transform(selection, constrain(at));
    } else {
      control.transform(selection, constrain(atStart(resting, left, top)));
    }
    clearTimeout(settling);
    const scroll = (event: WheelEvent): void => {
      event.preventDefault();
      if (event.ctrlKey || event.metaKey) return;
      const step = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? LINE : 1;
      const [across, down] = event.shiftKey ? [event.deltaY, 0] : [event.deltaX, event.deltaY];
      control.translateBy(
        selection,
        (-across * step) / transform.current.k,
        (-down * step) / transform.current.k,
      );
    };
    element.addEventListener('wheel', scroll, { passive: false });
    return () => {
      clearTimeout(settling);
      element.removeEventListener('wheel', scroll);
      selection.on('.zoom', null);
    };
    // The frame's parts are listed one by one: the object is new at each render.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [canvas, width, height, left, top, count, fit, resting]);

  return useMemo(() => {
    const geometry = (): Geometry => {
      const { k, x, y } = transform.current;
      return { width, height, left, top, count, cell: fit * k, x: x + k * left, y: y + k * top };
    };
    const move = (act: (control: ZoomBehavior<HTMLCanvasElement, unknown>) => void): void => {
      if (canvas.current && behaviour.current) act(behaviour.current);
    };
    const moveBy = (dx: number, dy: number): void =>
      move((control) =>
        control.translateBy(select(canvas.current!), dx / transform.current.k, dy / transform.current.k),
      );
    return {
      geometry,
      moveBy,
      zoomBy: (factor) =>
        glide((part, before) =>
          move((control) => control.scaleBy(select(canvas.current!), factor ** (part - before))),
        ),
      toggleWhole: () =>
        move((control) =>
          control.transform(
            select(canvas.current!),
            transform.current.k > 1.001 ? zoomIdentity : atStart(resting, left, top),
          ),
        ),
      reveal: (row, column) => {
        const { x, y, cell } = geometry();
        const right = x + (column + 1) * cell - width + 8;
        const below = y + (row + 1) * cell - height + 8;
        const dx = Math.max(0, left - (x + column * cell)) - Math.max(0, right);
        const dy = Math.max(0, top - (y + row * cell)) - Math.max(0, below);
        if (dx !== 0 || dy !== 0) moveBy(dx, dy);
      },
    };
  }, [canvas, width, height, left, top, count, fit, resting]);
}

/** The sheet at a scale, its first row and column at the labels. */
function atStart(k: number, left: number, top: number): ZoomTransform {
  return new ZoomTransform(k, left - k * left, top - k * top);
}

function described(
  { k, x, y }: ZoomTransform,
  { left, top }: Frame,
  fit: number,
  resting: number,
): string | null {
  const column = (left - (x + k * left)) / (fit * k);
  const row = (top - (y + k * top)) / (fit * k);
  const isAtStart = Math.abs(k / resting - 1) < 0.001 && Math.abs(column) < 0.01 && Math.abs(row) < 0.01;
  return isAtStart ? null : [k, column, row].map((value) => Number(value.toFixed(2))).join(',');
}

/** Calls `step` with the part of the way done and the part done before, over a short time or, if asked, at once. */
function glide(step: (part: number, before: number) => void): void {
  if (window.matchMedia('(prefers-reduced-motion: reduce)').matches) {
    step(1, 0);
    return;
  }
  const started = performance.now();
  let before = 0;
  const frame = (now: number): void => {
    const part = Math.min(1, Math.max(before, (now - started) / GLIDE_MS));
    step(part, before);
    before = part;
    if (part < 1) requestAnimationFrame(frame);
  };
  requestAnimationFrame(frame);
}
