import { useMemo, useRef, useState } from 'react';
import { edgePaths } from '../../../core/layout/edgePaths.ts';
import type { MoreLinks } from '../../../server/views/graph/drawnGraph.ts';
import { graphLegend } from '../../../server/views/graph/graphLegend.ts';
import type { GraphQuery } from '../../../server/views/graph/graphQuery.ts';
import type { GraphNode, GraphPicture } from '../../../server/views/graph/graphView.ts';
import { useNameOf } from '../../frame/names/Names.tsx';
import { OpenMenu } from '../../frame/parts.ts';
import { isTyping } from '../../frame/useFrameKeys.ts';
import { usePicture } from '../../state/usePicture.ts';
import { GraphBox } from './GraphBox.tsx';
import { GraphInset } from './GraphInset.tsx';
import { GraphLink } from './GraphLink.tsx';
import { nearestBox } from './nearestBox.ts';
import { useBoxDrag } from './useBoxDrag.ts';
import { useGraphEdits, type GraphEdits } from './useGraphEdits.ts';
import { isInBox, useLighting } from './useLighting.ts';
import { around, meets, useSeenArea } from './useSeenArea.ts';
import { useSheetZoom, type SheetZoom } from './useSheetZoom.ts';

/** So many pixels a box goes by a key. */
const BY_KEY = 20;

/** The drawing: boxes, and curves between them; it is dragged, and zoomed with Ctrl and the wheel. */
export function GraphSheet({
  picture,
  query,
  wanted,
  chosen,
  onChoose,
}: {
  picture: GraphPicture;
  query: GraphQuery;
  /** What is looked for in names, in small letters; '' for nothing. */
  wanted: string;
  /** Ends of the boxes that were chosen to be treated together. */
  chosen: ReadonlySet<string>;
  onChoose: (end: string) => void;
}) {
  const { nodes, edges, width, height, largest, flow, tint, bar } = picture;
  const { focus, from: openFrom, to: openTo, showEvidence, change } = usePicture();
  const nameOf = useNameOf();
  const [pointed, setPointed] = useState<number | null>(null);
  const [more, setMore] = useState<{
    of: string;
    links: MoreLinks;
    where: 'users' | 'used';
    at: Element;
  } | null>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const world = useRef<HTMLDivElement>(null);
  const home = nodes.find(({ key }) => key === query.around) ?? null;
  const top = nodes.reduce<GraphNode | null>(
    (best, node) => (node.isOpen || (best !== null && best.y <= node.y) ? best : node),
    null,
  );
  const zoom = useSheetZoom(sheet, { width, height, home, top });
  const edits = useGraphEdits(picture, query);
  const paths = useMemo(() => edgePaths(nodes, edges, flow), [nodes, edges, flow]);
  const focused = nodes.findIndex(({ key, members }) =>
    members === null ? key === focus : members.some((member) => member.key === focus),
  );
  useLighting(world, picture, pointed ?? (focused >= 0 ? focused : null));
  const press = useBoxDrag(zoom.scale, (at, dx, dy) => edits.put(nodes[at], dx, dy));
  const startDrag = (event: React.PointerEvent): void => {
    const box = (event.target as Element).closest<HTMLElement>('.graph-box:not(.open), .graph-name');
    const at = Number(box?.closest<HTMLElement>('[data-box]')?.dataset.box ?? -1);
    if (at < 0 || (event.target as Element).closest('.graph-more, .graph-out, .graph-toggle')) return;
    const all = [...(world.current?.querySelectorAll<HTMLElement>('[data-box]') ?? [])];
    press(
      event,
      at,
      all.filter(({ dataset }) => isInBox(nodes, Number(dataset.box), at)),
    );
  };
  const choose = (event: React.MouseEvent): void => {
    if (!event.ctrlKey && !event.metaKey) return;
    const at = (event.target as Element).closest<HTMLElement>('[data-box]')?.dataset.box;
    if (at === undefined || nodes[Number(at)].isOpen) return;
    event.preventDefault();
    event.stopPropagation();
    onChoose(nodes[Number(at)].end);
  };

  const area = useSeenArea(zoom.view, nodes.length + edges.length);
  // What is drawn does not change when the sheet is moved or pointed at.
  const drawn = useMemo(() => {
    const boxAt = (at: number) => {
      const node = nodes[at];
      return (
        <GraphBox
          key={node.end}
          node={node}
          at={at}
          scales={{ tint, bar }}
          isFound={wanted !== '' && nameOf(node).toLowerCase().includes(wanted)}
          isChosen={chosen.has(node.end)}
          onToggle={() => edits.toggle(node)}
          onPoint={(isAt) => setPointed(isAt ? at : null)}
          onLeaveOut={() => edits.leaveOut([node])}
          onMore={(links, where, button) =>
            links.strongest.length < links.count
              ? setMore({ of: node.end, links, where, at: button })
              : edits.add(links.strongest)
          }
        />
      );
    };
    const isWalked = (from: string, to: string): boolean => from === openFrom && to === openTo;
    const seen = nodes.map((node) => area === null || meets(node, area));
    return (
      <>
        {nodes.map((node, at) => node.isOpen && seen[at] && boxAt(at))}
        <svg className="graph-edges" width={width} height={height} aria-hidden="true">
          {paths.map(({ edge, path, middle }) => {
            const link = edges[edge];
            const [from, to] = [nodes[link.from], nodes[link.to]];
            if (area !== null && !meets(around(from, to), area)) return null;
            return (
              <GraphLink
                key={`${from.end} ${to.end}`}
                link={link}
                at={edge}
                ends={[from, to]}
                path={path}
                middle={middle}
                largest={largest}
                isWalked={isWalked(from.end, to.end)}
                onOpen={() =>
                  // What is gone is looked up where it was.
                  link.references === 0 && query.since !== null
                    ? change({ survey: String(query.since), since: null, from: from.end, to: to.end })
                    : showEvidence(from.end, to.end)
                }
              />
            );
          })}
        </svg>
        {nodes.map((node, at) => !node.isOpen && seen[at] && boxAt(at))}
      </>
    );
    // The rest follows from these; functions are others at each drawing and do the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [picture, paths, wanted, chosen, focus, openFrom, openTo, edits, area]);

  const onKey = (event: React.KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
    if (!keyIn(event, { nodes, focused, edits, zoom, onChoose })) return;
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
      onPointerDown={startDrag}
      onClickCapture={choose}
    >
      <div
        className={`graph-world${query.since === null ? '' : ' compared'}`}
        ref={world}
        style={{ width, height, transform: zoom.transform }}
      >
        {drawn}
      </div>
      <p className="graph-legend faded">{graphLegend(picture).join(' · ')}</p>
      <GraphInset picture={picture} view={zoom.view} onGo={zoom.centre} />
      {more && <OpenMenu at={more.at} entries={edits.choices(more)} onClose={() => setMore(null)} />}
    </div>
  );
}

const arrows = {
  ArrowUp: ['up', 0, -1],
  ArrowDown: ['down', 0, 1],
  ArrowLeft: ['left', -1, 0],
  ArrowRight: ['right', 1, 0],
} as const;

/** Does what a key means in the drawing; false for one that means nothing there. */
function keyIn(
  { key, shiftKey }: React.KeyboardEvent,
  {
    nodes,
    focused,
    edits,
    zoom,
    onChoose,
  }: {
    nodes: readonly GraphNode[];
    focused: number;
    edits: GraphEdits;
    zoom: SheetZoom;
    onChoose: (end: string) => void;
  },
): boolean {
  const node = focused < 0 ? undefined : nodes[focused];
  if (key in arrows) {
    const [direction, dx, dy] = arrows[key as keyof typeof arrows];
    if (shiftKey) {
      if (node) edits.put(node, BY_KEY * dx, BY_KEY * dy);
      return node !== undefined;
    }
    const next = nearestBox(nodes, focused, direction);
    if (next >= 0) {
      edits.focusOn(nodes[next]);
      zoom.reveal(nodes[next]);
    }
    return true;
  }
  switch (key.toLowerCase()) {
    case '+':
      zoom.by(1.25);
      return true;
    case '-':
      zoom.by(0.8);
      return true;
    case '0':
      zoom.whole();
      return true;
  }
  if (!node) return false;
  switch (key.toLowerCase()) {
    case 'enter':
      if (!node.opens && !node.isOpen) return false;
      edits.toggle(node);
      return true;
    case 'g':
      edits.drawAround(node);
      return true;
    case 'u':
      if (node.users) edits.add(node.users.strongest);
      return true;
    case 'd':
      if (node.used) edits.add(node.used.strongest);
      return true;
    case 'x':
      onChoose(node.end);
      return true;
    case 'backspace':
    case 'delete':
      edits.leaveOut([node]);
      return true;
    default:
      return false;
  }
}
