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

/** What is inherited from stands above what inherits; in a worker. */
export async function layOut(boxes: readonly ClassBox[], edges: readonly TypeEdge[]): Promise<PlacedDiagram> {
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
