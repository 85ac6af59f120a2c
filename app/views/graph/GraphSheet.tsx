import { useMemo, useRef, useState } from 'react';
import { edgePaths } from '../../../core/layout/edgePaths.ts';
import type { GraphQuery } from '../../../server/views/graph/graphQuery.ts';
import type { GraphNode, GraphPicture } from '../../../server/views/graph/graphView.ts';
import { useNameOf } from '../../frame/names/Names.tsx';
import { isTyping } from '../../frame/useFrameKeys.ts';
import { counted } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { GraphBox } from './GraphBox.tsx';
import { GraphInset } from './GraphInset.tsx';
import { inkOf } from './ink.ts';
import { nearestBox } from './nearestBox.ts';
import { useSheetZoom } from './useSheetZoom.ts';

/** The drawing: boxes, and curves between them; it is dragged, and zoomed with Ctrl and the wheel. */
export function GraphSheet({
  picture,
  query,
  wanted,
}: {
  picture: GraphPicture;
  query: GraphQuery;
  /** What is looked for in names, in small letters; '' for nothing. */
  wanted: string;
}) {
  const { nodes, edges, width, height, largest } = picture;
  const { focus, focusOn, change, showEvidence } = usePicture();
  const nameOf = useNameOf();
  const [pointed, setPointed] = useState<number | null>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const home = nodes.find(({ key }) => key === query.around) ?? null;
  const zoom = useSheetZoom(sheet, { width, height, home });
  const paths = useMemo(() => edgePaths(nodes, edges), [nodes, edges]);
  const focused = nodes.findIndex(({ key }) => key === focus);
  const lit = pointed ?? (focused >= 0 ? focused : null);
  const beside = useMemo(() => {
    const near = new Set<number>();
    if (lit !== null)
      for (const { from, to } of edges) {
        if (isIn(nodes, from, lit)) near.add(to);
        if (isIn(nodes, to, lit)) near.add(from);
      }
    return near;
  }, [lit, edges, nodes]);
  const openGroup = (node: GraphNode): void => {
    const key = node.end;
    const open = node.isOpen ? picture.open.filter((own) => own !== key) : [...picture.open, key];
    change({ open: open.length === 0 ? '' : open });
  };
  const add = (keys: readonly string[]): void => change({ with: [...query.added, ...keys] });
  const leaveOut = ({ end }: GraphNode): void => change({ without: [...query.without, end], focus: null });
  const drawAround = ({ key }: GraphNode): void =>
    change({ around: key, until: null, up: null, down: null, with: null, without: null, focus: key });

  const boxAt = (at: number) => {
    const node = nodes[at];
    return (
      <GraphBox
        key={node.end}
        node={node}
        state={stateOf(at, lit, beside, wanted, nameOf(node))}
        onToggle={() => openGroup(node)}
        onPoint={(isAt) => setPointed(isAt ? at : null)}
        onLeaveOut={() => leaveOut(node)}
        onAdd={add}
      />
    );
  };

  const onKey = (event: React.KeyboardEvent): void => {
    const { key } = event;
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
    const node = focused < 0 ? undefined : nodes[focused];
    if (key.startsWith('Arrow')) {
      const next = nearestBox(nodes, focused, key.slice(5).toLowerCase() as 'up' | 'down' | 'left' | 'right');
      if (next >= 0) {
        focusOn(nodes[next].key);
        zoom.reveal(nodes[next]);
      }
    } else if (key === '+' || key === '-') zoom.by(key === '+' ? 1.25 : 0.8);
    else if (key === '0') zoom.whole();
    else if (!node) return;
    else if (key === 'Enter' && (node.opens || node.isOpen)) openGroup(node);
    else if (key.toLowerCase() === 'g') drawAround(node);
    else if (key.toLowerCase() === 'u' && node.users) add(node.users.strongest);
    else if (key.toLowerCase() === 'd' && node.used) add(node.used.strongest);
    else if (key === 'Backspace' || key === 'Delete') leaveOut(node);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div
      className="graph-sheet"
      ref={sheet}
      data-picture
      tabIndex={0}
      role="application"
      aria-label="Who uses whom"
      onKeyDown={onKey}
    >
      <div className="graph-world" style={{ width, height, transform: zoom.transform }}>
        {nodes.map((node, at) => node.isOpen && boxAt(at))}
        <svg className="graph-edges" width={width} height={height} aria-hidden="true">
          {paths.map(({ edge, path, middle }) => {
            const { from, to, references, isAgainst, isInferred } = edges[edge];
            const isLit = lit !== null && (isIn(nodes, from, lit) || isIn(nodes, to, lit));
            const state = lit === null ? '' : isLit ? ' lit' : ' dim';
            return (
              <g
                key={`${nodes[from].end} ${nodes[to].end}`}
                className={`graph-edge${isAgainst ? ' against' : ''}${isInferred ? ' inferred' : ''}${state}`}
                onClick={() => showEvidence(nodes[from].end, nodes[to].end)}
              >
                <title>
                  {`${nodes[from].name} uses ${nodes[to].name}: ${counted(references, 'reference')}` +
                    `${isAgainst ? ', against the order' : ''}${isInferred ? ', all inferred' : ''}`}
                </title>
                <path d={path} strokeWidth={inkOf(references, largest)} />
                {isAgainst && <path d={`M${middle.x - 5} ${middle.y}h10`} strokeWidth={2} />}
                <path d={path} className="graph-reach" />
              </g>
            );
          })}
        </svg>
        {nodes.map((node, at) => !node.isOpen && boxAt(at))}
      </div>
      <Legend picture={picture} />
      <GraphInset picture={picture} view={zoom.view} onGo={zoom.centre} />
    </div>
  );
}

/** True for a box that is another, or stands in it. */
function isIn(nodes: readonly GraphNode[], at: number, outer: number): boolean {
  for (let box = at; box >= 0; box = nodes[box].parent) if (box === outer) return true;
  return false;
}

function stateOf(
  at: number,
  lit: number | null,
  beside: ReadonlySet<number>,
  wanted: string,
  name: string,
): 'lit' | 'beside' | 'found' | '' {
  if (wanted !== '' && name.toLowerCase().includes(wanted)) return 'found';
  if (at === lit) return 'lit';
  return beside.has(at) ? 'beside' : '';
}

/** What marks mean, of those that are there. */
function Legend({ picture: { edges, nodes, largest } }: { picture: GraphPicture }) {
  const parts = [
    'lower boxes are used by those above',
    largest > 1 ? `the thickest link is ${counted(largest, 'reference')}` : null,
    edges.some(({ isAgainst }) => isAgainst) ? 'red and notched: against the order' : null,
    edges.some(({ isInferred }) => isInferred) ? 'dashed: inferred' : null,
    nodes.some(({ cycle }) => cycle !== null) ? '⟨ ⟩ takes part in a cycle' : null,
  ];
  return <p className="graph-legend faded">{parts.filter(Boolean).join(' · ')}</p>;
}
