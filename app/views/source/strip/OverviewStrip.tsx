import { useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { useSheetColours } from '../../../theme/useSheetColours.ts';
import { drawShapes, type StripInk } from './drawShapes.ts';
import { lineAtPoint, lineShapes, placeOfLine, stripLayout, wholeLayout } from './shapes.ts';

/** Lines of a text drawn so high at most: in the strip, and where the whole file is the picture. */
const STRIP_LINE = 3;
const WHOLE_LINE = 6;

/** A routine's lines and its complexity. */
export interface InkedRange {
  startLine: number;
  endLine: number;
  complexity: number;
}

/**
 * A whole file as lines of their true shape. As a strip it stands beside the text and shows which lines are in sight;
 * as `whole` it takes the text's place, in columns. A click or a drag leads to the line.
 */
export function OverviewStrip({
  text,
  spans,
  routines,
  ink,
  isWhole,
  inSight,
  marked,
  onLine,
}: {
  text: string;
  spans: readonly number[];
  routines: readonly InkedRange[];
  ink: StripInk;
  isWhole: boolean;
  /** First and last line in sight, from 1. */
  inSight: { from: number; to: number } | null;
  /** Lines with a mark at their side: the focus. */
  marked: { from: number; to: number } | null;
  onLine: (line: number) => void;
}) {
  const host = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const colours = useSheetColours();
  const shapes = useMemo(() => lineShapes(text, spans), [text, spans]);
  const complexity = useMemo(() => complexityByLine(shapes.count, routines), [shapes.count, routines]);
  const layout = isWhole
    ? wholeLayout(shapes.count, size.width, size.height, WHOLE_LINE)
    : stripLayout(shapes.count, size.width, size.height, STRIP_LINE);

  useEffect(() => {
    const observer = new ResizeObserver(([{ contentRect }]) =>
      setSize({ width: contentRect.width, height: contentRect.height }),
    );
    observer.observe(host.current!);
    return () => observer.disconnect();
  }, []);

  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || size.width === 0) return;
    const scale = window.devicePixelRatio;
    canvas.current!.width = size.width * scale;
    canvas.current!.height = size.height * scale;
    context.setTransform(scale, 0, 0, scale, 0, 0);
    drawShapes(context, shapes, layout, { ink, complexity, colours });
    // The layout follows from what is listed.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [shapes, complexity, ink, colours, size, isWhole]);

  const goTo = (event: PointerEvent<HTMLDivElement>): void => {
    const { left, top } = host.current!.getBoundingClientRect();
    onLine(lineAtPoint(layout, shapes.count, event.clientX - left, event.clientY - top) + 1);
  };
  const boxOf = ({ from, to }: { from: number; to: number }): { top: number; height: number } => ({
    top: placeOfLine(layout, from - 1).y,
    height: Math.max(3, (to - from + 1) * layout.lineHeight),
  });
  return (
    <div
      ref={host}
      className={isWhole ? 'strip whole' : 'strip'}
      role="img"
      aria-label={`All ${shapes.count} lines of the file, drawn`}
      onPointerDown={(event) => {
        if (!isWhole) event.currentTarget.setPointerCapture(event.pointerId);
        goTo(event);
      }}
      onPointerMove={(event) => {
        if (!isWhole && event.buttons === 1) goTo(event);
      }}
    >
      <canvas ref={canvas} style={{ width: size.width, height: size.height }} />
      {!isWhole && marked && <i className="strip-focus" style={boxOf(marked)} />}
      {!isWhole && inSight && <i className="strip-sight" style={boxOf(inSight)} />}
    </div>
  );
}

/** By line, from 0: the complexity of the innermost routine around it, -1 for none. */
function complexityByLine(count: number, routines: readonly InkedRange[]): Int16Array {
  const found = new Int16Array(count).fill(-1);
  for (const { startLine, endLine, complexity } of routines)
    found.fill(Math.min(32_000, complexity), startLine - 1, endLine);
  return found;
}
