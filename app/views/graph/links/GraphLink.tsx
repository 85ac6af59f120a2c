import { breakPath } from '../../../../server/export/sheetLook.ts';
import { changeOf, changeSigns } from '../../../../server/views/graph/graphLegend.ts';
import type { GraphEdge, GraphNode } from '../../../../server/views/graph/graphView.ts';
import { thicknessOf } from '../../../../server/views/graph/linkLook.ts';
import { breaksInWords } from '../../../state/words.ts';
import { counted } from '../../../state/figures.ts';

/** All references from one box to another, or from within one into another, as a curve, as thick as they are many; pressed, it opens them. */
export function GraphLink({
  link,
  at,
  count,
  ends,
  path,
  middle,
  largest,
  isWalked,
  onOpen,
}: {
  link: GraphEdge;
  /** Its place among the links; null for a bundle of several. */
  at: number | null;
  /** How many links it stands for. */
  count: number;
  ends: [from: GraphNode, to: GraphNode];
  path: string;
  middle: { x: number; y: number };
  largest: number;
  /** True for the step of a way that is read. */
  isWalked: boolean;
  onOpen: (() => void) | undefined;
}) {
  const { references, was, isAgainst, isInferred, broken } = link;
  const [from, to] = ends;
  const change = changeOf(link);
  const states = [
    'graph-edge',
    ...(isAgainst ? ['against'] : []),
    ...(isInferred ? ['inferred'] : []),
    ...(change === null ? [] : [change]),
    ...(isWalked ? ['walked'] : []),
  ];
  const before = was === null || was === references ? '' : `, ${was} before`;
  return (
    <g className={states.join(' ')} data-edge={at ?? undefined} onClick={onOpen}>
      <title>
        {`${from.name} uses ${to.name}: ${counted(references, 'reference')}${before}${count > 1 ? ` in ${counted(count, 'link')}` : ''}` +
          `${isAgainst ? ', against the order' : ''}${isInferred ? ', all inferred' : ''}` +
          (broken === null ? '' : `; ${breaksInWords(broken)}`)}
      </title>
      <path d={path} strokeWidth={thicknessOf(link, largest)} />
      {isAgainst && <path d={`M${middle.x - 5} ${middle.y}h10`} strokeWidth={2} />}
      {broken !== null && <path d={breakPath(middle.x, middle.y)} className="graph-break" strokeWidth={2} />}
      {change !== null && (
        <text x={middle.x + 6} y={middle.y + 5} className="graph-change">
          {changeSigns[change]}
        </text>
      )}
      <path d={path} className="graph-reach" />
    </g>
  );
}
