import { useMemo } from 'react';
import type { GraphPicture } from '../../../server/views/graph/graphView.ts';

/** The inset is so wide and tall at most, in pixels. */
const WIDTH = 150;
const HEIGHT = 110;

/** The whole in a corner, with what is seen of it; a click goes there. Nothing where all is seen. */
export function GraphInset({
  picture: { nodes, width, height },
  view,
  onGo,
}: {
  picture: GraphPicture;
  /** The part of the drawing that is seen, in its own pixels; null before that is known. */
  view: { x: number; y: number; width: number; height: number } | null;
  onGo: (x: number, y: number) => void;
}) {
  // The boxes are the same wherever the sheet is moved to.
  const boxes = useMemo(
    () =>
      nodes.map(({ end, x, y, width: w, height: h, isOpen }) => (
        <rect key={end} x={x} y={y} width={w} height={h} className={isOpen ? 'open' : undefined} />
      )),
    [nodes],
  );
  if (view === null) return null;
  const isAllSeen =
    view.x <= 1 && view.y <= 1 && view.x + view.width >= width - 1 && view.y + view.height >= height - 1;
  if (isAllSeen) return null;
  const scale = Math.min(WIDTH / width, HEIGHT / height);
  return (
    <svg
      className="graph-inset"
      width={width * scale}
      height={height * scale}
      viewBox={`0 0 ${width} ${height}`}
      aria-hidden="true"
      onClick={({ currentTarget, clientX, clientY }) => {
        const { left, top } = currentTarget.getBoundingClientRect();
        onGo((clientX - left) / scale, (clientY - top) / scale);
      }}
    >
      {boxes}
      <rect
        className="seen"
        x={view.x}
        y={view.y}
        width={view.width}
        height={view.height}
        strokeWidth={1.5 / scale}
      />
    </svg>
  );
}
