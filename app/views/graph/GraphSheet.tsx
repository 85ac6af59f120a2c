import { useCallback, useMemo, useRef, useState } from 'react';
import { boxesMeet } from '../../../core/layout/boxesMeet.ts';
import type { MoreLinks } from '../../../server/views/graph/drawnGraph.ts';
import { isBundled } from '../../../server/views/graph/bundles.ts';
import { graphLegend } from '../../../server/views/graph/graphLegend.ts';
import type { GraphQuery } from '../../../server/views/graph/graphQuery.ts';
import type { GraphNode, GraphPicture } from '../../../server/views/graph/graphView.ts';
import { useNameOf } from '../../frame/names/Names.tsx';
import { OpenMenu } from '../../frame/parts.ts';
import { isTyping } from '../../frame/useFrameKeys.ts';
import { usePicture } from '../../state/usePicture.ts';
import { GraphBox } from './GraphBox.tsx';
import { GraphInset } from './GraphInset.tsx';
import { FewLinks, ManyLinks } from './links/GraphLinks.tsx';
import { nearestBox } from './nearestBox.ts';
import { useBoxDrag } from './useBoxDrag.ts';
import { useGraphEdits, type GraphEdits } from './useGraphEdits.ts';
import { isInBox, useLighting } from './useLighting.ts';
import { useSeenArea } from './useSeenArea.ts';
import { useSheetZoom, type SheetZoom } from './useSheetZoom.ts';

/** So many boxes are drawn whether they are seen or not. */
const FEW = 800;
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
  const { nodes, width, height, tint, bar } = picture;
  const { by, focus, from: openFrom, to: openTo, showEvidence, change } = usePicture();
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
  const subject = [query.around, query.until, query.cycle, by].join('\n');
  const zoom = useSheetZoom(sheet, { width, height, home, top, subject });
  const edits = useGraphEdits(picture, query);
  const focused = nodes.findIndex(({ key, members }) =>
    members === null ? key === focus : members.some((member) => member.key === focus),
  );
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

  const area = useSeenArea(zoom.view, isBundled(picture) || nodes.length > FEW);
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
    const seen = nodes.map((node) => area === null || boxesMeet(node, area));
    return (
      <>
        {nodes.map((node, at) => node.isOpen && seen[at] && boxAt(at))}
        {nodes.map((node, at) => !node.isOpen && seen[at] && boxAt(at))}
      </>
    );
    // The rest follows from these; functions are others at each drawing and do the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [picture, wanted, chosen, focus, edits, area]);
  const onOpen = useCallback(
    (from: string, to: string, references: number): void => {
      // What is gone is looked up where it was.
      if (references === 0 && query.since !== null)
        change({ survey: String(query.since), since: null, from, to });
      else showEvidence(from, to);
    },
    [query.since, change, showEvidence],
  );
  const walked = useMemo(() => ({ from: openFrom, to: openTo }), [openFrom, openTo]);
  const lit = pointed ?? (focused >= 0 ? focused : null);
  useLighting(world, picture, lit);
  const links = { picture, query, walked, onOpen };

  const onKey = (event: React.KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
    if (!keyIn(event, { nodes, focused, edits, zoom, onChoose })) return;
    event.preventDefault();
    event.stopPropagation();
  };
  /** What is reached by Tab is brought into view; what is clicked is there. */
  const onFocus = ({ target }: React.FocusEvent): void => {
    const at = target.closest<HTMLElement>('[data-box]')?.dataset.box;
    if (at !== undefined && target.matches(':focus-visible')) zoom.reveal(nodes[Number(at)]);
  };
  return (
    <>
      <div className="graph-room">
        <div
          className="graph-sheet"
          ref={sheet}
          data-picture
          tabIndex={0}
          role="application"
          aria-label="Who uses whom"
          onKeyDown={onKey}
          onFocus={onFocus}
          onPointerDown={startDrag}
          onClickCapture={choose}
        >
          <div
            className={`graph-world${query.since === null ? '' : ' compared'}`}
            ref={world}
            style={{ width, height, transform: zoom.transform }}
          >
            {drawn}
            {area === null || !isBundled(picture) ? (
              <FewLinks {...links} />
            ) : (
              <ManyLinks {...links} world={world} area={area} scale={zoom.scale} lit={lit} />
            )}
          </div>
          {more && <OpenMenu at={more.at} entries={edits.choices(more)} onClose={() => setMore(null)} />}
        </div>
        <GraphInset picture={picture} view={zoom.view} onGo={zoom.centre} />
      </div>
      <p className="reading graph-legend faded">{graphLegend(picture).join(' · ')}</p>
    </>
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
