import {
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
} from 'react';
import type { ElementLabel } from '../../../server/views/surveyAccess/elements.ts';
import { useElementMenu } from '../../frame/ElementMenu.tsx';
import { useSheetColours } from '../../theme/useSheetColours.ts';
import type { DrawnTag } from './drawBrackets.ts';
import { drawMatrix } from './drawMatrix.ts';
import { DOSSIER_ROOM, insetOf, moveTo, spotAt, type Inset, type Spot } from './geometry.ts';
import { cellsAgainst, countAt, inksOf, rowOfFocus, type Scene } from './scene.ts';
import { useMatrixZoom } from './useMatrixZoom.ts';

export interface Cell {
  row: number;
  column: number;
}

/** The matrix on canvas, with pointer and keys. The cell pointed at is the parent's state. */
export function MatrixCanvas({
  scene,
  focus,
  pointed,
  zoom,
  onPoint,
  onFocus,
  onEvidence,
  onToggle,
  onGoIn,
  onZoom,
  onCycle,
}: {
  scene: Scene;
  focus: string | null;
  pointed: Cell | null;
  zoom: string | null;
  onPoint: (cell: Cell | null) => void;
  onFocus: (key: string) => void;
  onEvidence: (from: string, to: string) => void;
  onToggle: (row: number) => void;
  onGoIn: (element: ElementLabel) => void;
  onZoom: (zoom: string | null) => void;
  /** The tag of a cycle leads to it. */
  onCycle: (key: string) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0, room: 0 });
  const colours = useSheetColours();
  const inks = useMemo(() => inksOf(colours), [colours]);
  const tags = useRef<DrawnTag[]>([]);
  const openMenu = useElementMenu();
  const draw = useRef(() => {});
  const pending = useRef(0);
  const redraw = useRef(() => {
    cancelAnimationFrame(pending.current);
    pending.current = requestAnimationFrame(() => draw.current());
  });
  const frame = { ...size, ...labelRoom(scene), count: scene.rows.length };
  const insetAt = (
    event: MouseEvent | globalThis.MouseEvent,
  ): { inset: Inset; x: number; y: number } | null => {
    const inset = insetOf(sheet.geometry());
    const { x, y } = pointOf(canvas.current!, event);
    const isInside =
      inset && x >= inset.x && y >= inset.y && x < inset.x + inset.size && y < inset.y + inset.size;
    return isInside ? { inset, x, y } : null;
  };
  const sheet = useMatrixZoom(
    canvas,
    frame,
    zoom,
    () => redraw.current(),
    onZoom,
    (event) => insetAt(event) !== null,
  );
  const focusRow = useMemo(() => rowOfFocus(scene.rows, focus), [scene, focus]);
  const dragged = useRef<Inset | null>(null);

  useLayoutEffect(() => {
    const host = canvas.current!.parentElement!;
    const measure = (): void => {
      const { clientWidth: width, clientHeight: height } = host;
      // Cells are as large beside the dossier as before it opens: the first click moves nothing.
      const room = width - (host.closest('[data-keeps-room]') === null ? 0 : DOSSIER_ROOM);
      setSize({ width, height, room });
    };
    const observer = new ResizeObserver(measure);
    observer.observe(host);
    measure();
    return () => observer.disconnect();
  }, []);

  useLayoutEffect(() => {
    draw.current = () => {
      const element = canvas.current;
      const context = element?.getContext('2d');
      if (!element || !context || size.width === 0) return;
      const ratio = window.devicePixelRatio || 1;
      const [width, height] = [Math.round(size.width * ratio), Math.round(size.height * ratio)];
      if (element.width !== width || element.height !== height) Object.assign(element, { width, height });
      context.setTransform(ratio, 0, 0, ratio, 0, 0);
      const lit = { row: pointed?.row ?? -1, column: pointed?.column ?? -1, focus: focusRow };
      tags.current = drawMatrix(context, scene, sheet.geometry(), inks, lit);
      element.dataset.drawn = String(scene.rows.length);
      element.dataset.drawnAt ??= String(performance.now());
    };
    draw.current();
  }, [scene, sheet, inks, pointed, focusRow, size]);

  useEffect(() => {
    // The faces may come after the first drawing; labels are drawn anew in them.
    void document.fonts?.ready.then(() => redraw.current());
  }, []);

  const spotOf = (event: MouseEvent): Spot => {
    const { x, y } = pointOf(canvas.current!, event);
    return spotAt(sheet.geometry(), (row) => scene.rows[row].depth, x, y);
  };
  const tagAt = (event: MouseEvent): DrawnTag | undefined => {
    const { x, y } = pointOf(canvas.current!, event);
    return tags.current.find(
      (tag) => x >= tag.x && x < tag.x + tag.width && y >= tag.y && y < tag.y + tag.height,
    );
  };
  const dragTo = (event: MouseEvent, inset: Inset): void => {
    const { x, y } = pointOf(canvas.current!, event);
    const { dx, dy } = moveTo(sheet.geometry(), inset, x, y);
    sheet.moveBy(dx, dy);
  };
  const onPointerDown = (event: PointerEvent): void => {
    const found = insetAt(event);
    if (!found || event.button !== 0) return;
    dragged.current = found.inset;
    canvas.current!.setPointerCapture(event.pointerId);
    dragTo(event, found.inset);
  };
  const onMove = (event: MouseEvent): void => {
    if (dragged.current) {
      dragTo(event, dragged.current);
      return;
    }
    const isElsewhere = insetAt(event) ? 'move' : tagAt(event) ? 'pointer' : null;
    if (isElsewhere !== null) {
      if (pointed) onPoint(null);
      canvas.current!.style.cursor = isElsewhere;
      return;
    }
    const spot = spotOf(event);
    const cell = {
      row: spot && 'row' in spot ? spot.row : -1,
      column: spot && 'column' in spot ? spot.column : -1,
    };
    if (cell.row === (pointed?.row ?? -1) && cell.column === (pointed?.column ?? -1)) return;
    onPoint(spot ? cell : null);
    canvas.current!.style.cursor =
      spot && (spot.part !== 'cell' || countAt(scene, cell.row, cell.column) > 0) ? 'pointer' : '';
  };
  const onClick = (event: MouseEvent): void => {
    if (insetAt(event)) return;
    const tag = tagAt(event);
    if (tag) {
      onCycle(scene.brackets[tag.bracket].key);
      return;
    }
    const spot = spotOf(event);
    if (!spot) return;
    if (spot.part === 'rowLabel' && spot.onMark && scene.rows[spot.row].opens) onToggle(spot.row);
    else if (spot.part === 'cell') openCell(spot.row, spot.column);
    else onFocus(scene.rows[spot.part === 'rowLabel' ? spot.row : spot.column].key);
  };
  const openCell = (row: number, column: number): void => {
    if (countAt(scene, row, column) > 0) onEvidence(scene.rows[row].end, scene.rows[column].end);
  };
  const onDoubleClick = (event: MouseEvent): void => {
    const spot = spotOf(event);
    if (!spot || spot.part === 'cell' || (spot.part === 'rowLabel' && spot.onMark)) return;
    const row = spot.part === 'rowLabel' ? spot.row : spot.column;
    if (scene.rows[row].opens) onToggle(row);
    else onGoIn(scene.rows[row]);
  };
  const onContextMenu = (event: MouseEvent): void => {
    const spot = spotOf(event);
    if (!spot) return;
    event.preventDefault();
    const row = spot.part === 'columnLabel' ? spot.column : spot.row;
    openMenu(scene.rows[row], { left: event.clientX, top: event.clientY });
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const handled = matrixKey(event, {
      scene,
      pointed,
      sheet,
      onPoint: (cell) => {
        onPoint(cell);
        sheet.reveal(cell.row, cell.column);
      },
      openCell,
      onFocus,
      onToggle,
    });
    if (handled) {
      event.preventDefault();
      event.stopPropagation();
    }
  };

  return (
    <canvas
      ref={canvas}
      className="matrix-canvas"
      style={size}
      tabIndex={0}
      role="application"
      aria-label={`Dependency matrix of ${scene.rows.length} rows; move over its cells with the arrow keys`}
      onMouseMove={onMove}
      onPointerDown={onPointerDown}
      onPointerUp={() => (dragged.current = null)}
      onPointerCancel={() => (dragged.current = null)}
      onMouseLeave={() => onPoint(null)}
      onClick={onClick}
      onDoubleClick={onDoubleClick}
      onContextMenu={onContextMenu}
      onKeyDown={onKeyDown}
    />
  );
}

/** A point of the page on the canvas. */
function pointOf(canvas: HTMLCanvasElement, { clientX, clientY }: { clientX: number; clientY: number }) {
  const box = canvas.getBoundingClientRect();
  return { x: clientX - box.left, y: clientY - box.top };
}

/** With more rows than this the sheet may scroll, and the corner between the labels holds the inset of the whole. */
const SCROLLING_ROWS = 24;

/** Room for the labels: as much as the longest needs, within reason. */
function labelRoom({ labels, rows }: Scene): { left: number; top: number } {
  const letters = Math.max(1, ...labels.map(({ length }) => length));
  const deepest = Math.max(0, ...rows.map(({ depth }) => depth));
  const leastTop = rows.length > SCROLLING_ROWS ? 116 : 70;
  return {
    left: Math.round(Math.min(270, Math.max(150, 7.3 * letters + 14 * deepest + 90))),
    top: Math.round(Math.min(150, Math.max(leastTop, 30 + 0.87 * 7.3 * letters))),
  };
}

const PAN = 60;

/** What a key does in the matrix; true when it was one of its keys. */
function matrixKey(
  event: KeyboardEvent,
  {
    scene,
    pointed,
    sheet,
    onPoint,
    openCell,
    onFocus,
    onToggle,
  }: {
    scene: Scene;
    pointed: Cell | null;
    sheet: ReturnType<typeof useMatrixZoom>;
    onPoint: (cell: Cell) => void;
    openCell: (row: number, column: number) => void;
    onFocus: (key: string) => void;
    onToggle: (row: number) => void;
  },
): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return false;
  const arrows: Record<string, [dx: number, dy: number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  };
  const arrow = arrows[event.key];
  const row = Math.max(0, pointed?.row ?? 0);
  const column = Math.max(0, pointed?.column ?? 0);
  if (arrow && event.shiftKey) sheet.moveBy(-arrow[0] * PAN, -arrow[1] * PAN);
  else if (arrow) {
    const within = (value: number): number => Math.min(scene.rows.length - 1, Math.max(0, value));
    onPoint(pointed ? { row: within(row + arrow[1]), column: within(column + arrow[0]) } : { row, column });
  } else if (event.key === '+' || event.key === '=') sheet.zoomBy(1.5);
  else if (event.key === '-') sheet.zoomBy(1 / 1.5);
  else if (event.key === '0') sheet.toggleWhole();
  else if (event.key === 'Enter') openCell(row, column);
  else if (event.key === ' ' && scene.rows[row].opens) onToggle(row);
  else if (event.key === 'f') onFocus(scene.rows[row].key);
  else if (event.key === 'n') {
    const against = cellsAgainst(scene);
    const next =
      against.find((cell) => cell.row > row || (cell.row === row && cell.column > column)) ?? against[0];
    if (next) onPoint(next);
  } else return false;
  return true;
}
