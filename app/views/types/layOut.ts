import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk-api.js';
import workerUrl from 'elkjs/lib/elk-worker.min.js?url';
import type { TypeEdge } from '../../../server/views/hierarchy/hierarchyView.ts';
import type { ClassBox } from '../../../core/layout/classBoxes.ts';

/** Boxes with their places, and the bends of the lines between them. */
export interface PlacedDiagram {
  width: number;
  height: number;
  boxes: (ClassBox & { x: number; y: number })[];
  lines: (TypeEdge & { points: { x: number; y: number }[] })[];
}

let elk: InstanceType<typeof ELK> | null = null;

/** What is inherited from stands above what inherits; what stands alone, below. Heavy; in a worker. */
export async function layOut(boxes: readonly ClassBox[], edges: readonly TypeEdge[]): Promise<PlacedDiagram> {
  const joined = new Set(edges.flatMap(({ from, to }) => [from, to]));
  const diagram = await layOutJoined(
    boxes.filter(({ key }) => joined.has(key)),
    edges,
  );
  return withAlone(
    diagram,
    boxes.filter(({ key }) => !joined.has(key)),
  );
}

const GAP = 26;
/** Rows of boxes that stand alone are at least so wide. */
const ROW_WIDTH = 1_100;

/** Puts boxes that stand to no other in rows under the drawing. */
function withAlone(diagram: PlacedDiagram, alone: readonly ClassBox[]): PlacedDiagram {
  const rowWidth = Math.max(diagram.width, ROW_WIDTH);
  const boxes = [...diagram.boxes];
  let { width } = diagram;
  let x = 0;
  let y = diagram.height === 0 ? 0 : diagram.height + 2 * GAP;
  let rowHeight = 0;
  for (const box of [...alone].sort((a, b) => b.height - a.height)) {
    if (x > 0 && x + box.width > rowWidth) {
      x = 0;
      y += rowHeight + GAP;
      rowHeight = 0;
    }
    boxes.push({ ...box, x, y });
    x += box.width + GAP;
    width = Math.max(width, x - GAP);
    rowHeight = Math.max(rowHeight, box.height);
  }
  return { ...diagram, boxes, width, height: alone.length === 0 ? diagram.height : y + rowHeight };
}

async function layOutJoined(boxes: readonly ClassBox[], edges: readonly TypeEdge[]): Promise<PlacedDiagram> {
  if (boxes.length === 0) return { width: 0, height: 0, boxes: [], lines: [] };
  elk ??= new ELK({ workerFactory: () => new Worker(workerUrl) });
  const graph: ElkNode = {
    id: 'diagram',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'UP',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.spacing.nodeNode': '26',
      'elk.layered.spacing.nodeNodeBetweenLayers': '44',
      'elk.layered.nodePlacement.strategy': 'BRANDES_KOEPF',
      'elk.separateConnectedComponents': 'true',
    },
    children: boxes.map(({ key, width, height }) => ({ id: key, width, height })),
    edges: edges.map(({ from, to }, index) => ({ id: String(index), sources: [from], targets: [to] })),
  };
  const laid: ElkNode & { edges?: ElkExtendedEdge[] } = await elk.layout(graph);
  const placeOf = new Map((laid.children ?? []).map((node: ElkNode) => [node.id, node]));
  return {
    width: laid.width ?? 0,
    height: laid.height ?? 0,
    boxes: boxes.map((box) => ({ ...box, x: placeOf.get(box.key)?.x ?? 0, y: placeOf.get(box.key)?.y ?? 0 })),
    lines: (laid.edges ?? []).map((edge: ElkExtendedEdge) => ({
      ...edges[Number(edge.id)],
      points: (edge.sections ?? []).flatMap(({ startPoint, bendPoints = [], endPoint }) => [
        startPoint,
        ...bendPoints,
        endPoint,
      ]),
    })),
  };
}
