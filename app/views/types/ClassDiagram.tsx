import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { useNavigate } from 'react-router';
import type { HierarchyPage, TypeNode } from '../../../server/views/hierarchy/hierarchyView.ts';
import { BOX, classBox, roomIn, type BoxLine, type ClassBox } from '../../../core/layout/classBoxes.ts';
import { cutMiddle } from '../../../server/views/graphQuery/cut.ts';
import { namesApart } from '../../../server/views/graphQuery/namesApart.ts';
import { useElementMenu } from '../../frame/ElementMenu.tsx';
import { useElementLinks } from '../../frame/elementLinks.ts';
import { useMarks } from '../../frame/marks/Marks.tsx';
import { chosenColour } from '../../theme/useSheetColours.ts';
import type { TypesState } from '../../../server/views/typesQuery.ts';
import { counted } from '../../state/figures.ts';
import { usePicture } from '../../state/usePicture.ts';
import { figuresFace, type SheetColours } from '../../../server/export/sheetLook.ts';
import { saveFile } from '../../state/saveFile.ts';
import { useSheetColours } from '../../theme/useSheetColours.ts';
import { visibilityMarks } from '../../state/words.ts';
import { layOut, type PlacedDiagram } from './layOut.ts';

const EDGE = 14;
/** Smaller, names cannot be read: the drawing is then moved instead. */
const LEAST_SCALE = 0.75;
const FIRST_ROOM = { width: 900, height: 600 };
/** More members of a type are a number: they are in its dossier, and in the list. */
const MOST_MEMBERS = 4;
/** Of more links than this only those of inheritance and of what types hold are drawn. */
const MOST_LINKS = 12;
const MOST_OF_FOCUS = 16;

/** Types as UML boxes, what is inherited from above what inherits. */
export function ClassDiagram({
  page,
  members,
  codebaseId,
  caption,
}: {
  page: HierarchyPage;
  members: TypesState['members'];
  codebaseId: string;
  /** The sentence that is printed under an exported picture. */
  caption: string;
}) {
  const boxes = useMemo(() => {
    const names = namesApart(page.nodes);
    return page.nodes.map((node, i) =>
      boxOf(node, names[i], { members, most: node.key === page.focus?.key ? MOST_OF_FOCUS : MOST_MEMBERS }),
    );
  }, [page, members]);
  /** What is drawn, until what is asked for now has been laid out. */
  const [laid, setLaid] = useState<{ placed: PlacedDiagram; nodes: ReadonlyMap<string, TypeNode> } | null>(
    null,
  );
  const placed = laid?.placed ?? null;
  const [failed, setFailed] = useState(false);
  /** Null for as large as fits the page. */
  const [chosenScale, setScale] = useState<number | null>(null);
  const host = useRef<HTMLDivElement>(null);
  const [available, setAvailable] = useState(FIRST_ROOM);
  const drawing = useRef<SVGSVGElement>(null);
  const colours = useSheetColours();
  useEffect(() => {
    let wanted = true;
    layOut(boxes, drawnEdges(page)).then(
      (drawing) =>
        wanted && setLaid({ placed: drawing, nodes: new Map(page.nodes.map((node) => [node.key, node])) }),
      () => wanted && setFailed(true),
    );
    return () => {
      wanted = false;
    };
  }, [boxes, page]);
  useEffect(() => {
    if (!host.current) return;
    const observer = new ResizeObserver(([{ contentRect }]) =>
      setAvailable({ width: contentRect.width, height: contentRect.height }),
    );
    observer.observe(host.current);
    return () => observer.disconnect();
  }, [placed]);
  const focused = page.focus?.key;
  useEffect(() => {
    const box = placed?.boxes.find(({ key }) => key === focused);
    const drawn = host.current;
    if (!box || !drawn) return;
    const now = drawing.current!.clientWidth / (placed!.width + 2 * EDGE);
    drawn.scrollTo({
      left: (box.x + box.width / 2) * now - drawn.clientWidth / 2,
      top: box.y * now - drawn.clientHeight / 3,
    });
  }, [placed, focused]);
  if (failed) return <p className="empty">The diagram could not be drawn. The list shows the same.</p>;
  if (!laid || !placed) return <p className="empty faded">Laying out {boxes.length} types…</p>;
  const width = placed.width + 2 * EDGE;
  const height = placed.height + 2 * EDGE;
  const fitting = Math.min(1, (available.width - 24) / width, (available.height - 24) / height);
  const scale = chosenScale ?? Math.max(LEAST_SCALE, fitting);
  return (
    <>
      <div className="types-drawing" ref={host}>
        <svg
          ref={drawing}
          xmlns="http://www.w3.org/2000/svg"
          width={width * scale}
          height={height * scale}
          viewBox={`${-EDGE} ${-EDGE} ${width} ${height}`}
          role="group"
          aria-label={caption}
          fontFamily={figuresFace}
          fontSize={11}
        >
          <Heads colours={colours} />
          {placed.lines.map((line, index) => (
            <Line key={index} line={line} colours={colours} />
          ))}
          {placed.boxes.map((box) => (
            <Box
              key={box.key}
              box={box}
              node={laid.nodes.get(box.key)!}
              colours={colours}
              codebaseId={codebaseId}
            />
          ))}
        </svg>
      </div>
      <div className="reading">
        <span className="legend">
          <span>──▷ inherits</span>
          <span>╌╌▷ implements</span>
          {page.edges.some(({ link }) => link === 'association') && <span>──› holds</span>}
          {drawnEdges(page).some(({ link }) => link === 'dependency') && <span>╌╌› uses</span>}
          {drawnEdges(page).length < page.edges.length && (
            <span>{counted(page.edges.length - drawnEdges(page).length, 'use')} not drawn</span>
          )}
          {page.edges.some(({ certainty }) => certainty !== 'exact') && (
            <span className="caution">not exact</span>
          )}
          <span>+ public, ~ internal, # protected, − private</span>
        </span>
        <span className="push" />
        <button type="button" className="chip" aria-label="Smaller" onClick={() => setScale(scale / 1.25)}>
          −
        </button>
        <button type="button" className="chip" onClick={() => setScale(chosenScale === null ? 1 : null)}>
          {Math.round(scale * 100)} %{chosenScale === null && ', fit'}
        </button>
        <button type="button" className="chip" aria-label="Larger" onClick={() => setScale(scale * 1.25)}>
          +
        </button>
        <button
          type="button"
          className="chip"
          onClick={() => saveDrawing(drawing.current!, { width, height, caption, colours })}
        >
          Save as SVG
        </button>
      </div>
    </>
  );
}

function drawnEdges({ edges }: HierarchyPage): HierarchyPage['edges'] {
  return edges.length <= MOST_LINKS ? edges : edges.filter(({ link }) => link !== 'dependency');
}

function boxOf(
  node: TypeNode,
  name: string,
  { members, most }: { members: TypesState['members']; most: number },
): ClassBox {
  const shown = node.members.filter(
    ({ visibility }) => members === 'all' || (members === 'public' && visibility === 'public'),
  );
  const line = (member: TypeNode['members'][number]): BoxLine => ({
    text: `${visibilityMarks[member.visibility]} ${member.name}${member.isRoutine ? `(${member.parameters || ''})` : ''}`,
    key: member.key,
    isAbstract: member.isAbstract,
    isStatic: member.isStatic,
  });
  const isClass = node.form === 'class';
  const head: BoxLine[] = [
    ...(isClass ? [] : [{ text: `«${node.form}»`, key: null, isAbstract: false, isStatic: false }]),
    { text: name, key: node.key, isAbstract: node.isAbstract, isStatic: false },
  ];
  const chosen = chooseMembers(shown, most);
  const left = shown.length - chosen.length;
  const rest: BoxLine[] =
    left === 0 ? [] : [{ text: `${left} more`, key: node.key, isAbstract: false, isStatic: false }];
  return classBox(node.key, [
    head,
    chosen.filter(({ isRoutine }) => !isRoutine).map(line),
    chosen.filter(({ isRoutine }) => isRoutine).map(line),
    rest,
  ]);
}

/** The members that say most of a type: those that others see first, of routines the more complex, in the order of the code. */
function chooseMembers(members: TypeNode['members'], most: number): TypeNode['members'] {
  if (members.length <= most + 1) return members;
  const rank = (member: TypeNode['members'][number]): number =>
    (member.visibility === 'public' ? 1_000_000 : 0) +
    (member.isRoutine ? 1_000 + (member.cyclomatic ?? 0) : 0);
  const chosen = new Set([...members].sort((a, b) => rank(b) - rank(a)).slice(0, most));
  return members.filter((member) => chosen.has(member));
}

function Box({
  box,
  node,
  colours,
  codebaseId,
}: {
  box: PlacedDiagram['boxes'][number];
  node: TypeNode;
  colours: SheetColours;
  codebaseId: string;
}) {
  const { focus, focusOn } = usePicture();
  const openMenu = useElementMenu();
  const navigate = useNavigate();
  const links = useElementLinks(codebaseId);
  const isFocus = focus === node.key;
  const mark = useMarks().markOf(node.key);
  const goIn = (): void => {
    const source = links.source(node);
    if (source !== null) void navigate(source);
  };
  const room = roomIn(box);
  let y = 0;
  return (
    <g
      transform={`translate(${box.x} ${box.y})`}
      tabIndex={0}
      role="button"
      aria-label={`${node.form} ${node.name}`}
      className="type-box"
      onDoubleClick={goIn}
      onClick={() => focusOn(node.key)}
      onKeyDown={(event: KeyboardEvent) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        if (isFocus) goIn();
        else focusOn(node.key);
      }}
      onContextMenu={(event) => {
        event.preventDefault();
        openMenu(node, { left: event.clientX, top: event.clientY });
      }}
    >
      <title>{mark === null ? node.key : `${node.key}\nmarked: ${mark.name}`}</title>
      {mark?.manner === 'frame' && (
        <rect
          className="type-mark frame"
          style={chosenColour(mark.colour)}
          x={-3}
          y={-3}
          width={box.width + 6}
          height={box.height + 6}
        />
      )}
      <rect
        width={box.width}
        height={box.height}
        fill={colours.panel}
        stroke={isFocus ? colours.accent : colours.ink}
        strokeWidth={isFocus ? 2.2 : 1}
        strokeDasharray={node.kind === 'external' ? '2 2' : undefined}
      />
      {mark !== null && mark.manner !== 'frame' && (
        <rect
          className={`type-mark ${mark.manner}`}
          style={chosenColour(mark.colour)}
          y={mark.manner === 'line' ? box.height - 3 : 0}
          width={box.width}
          height={mark.manner === 'line' ? 3 : box.height}
        />
      )}
      {box.compartments.map((lines, index) => {
        const top = y;
        y += lines.length * BOX.line + 2 * BOX.padding;
        return (
          <g key={index}>
            {index > 0 && <line x2={box.width} y1={top} y2={top} stroke={colours.hairline} />}
            {lines.map((line, at) => (
              <text
                key={at}
                x={index === 0 ? box.width / 2 : BOX.side}
                y={top + BOX.padding + at * BOX.line + 11}
                textAnchor={index === 0 ? 'middle' : 'start'}
                fill={line.key === null ? colours.faded : colours.ink}
                fontWeight={index === 0 && line.key !== null ? 600 : 400}
                fontStyle={line.isAbstract ? 'italic' : 'normal'}
                textDecoration={line.isStatic ? 'underline' : undefined}
                className={line.key !== null && index > 0 ? 'type-member' : undefined}
                onClick={(event) => {
                  if (line.key === null) return;
                  event.stopPropagation();
                  focusOn(line.key);
                }}
              >
                {cutMiddle(line.text, room)}
              </text>
            ))}
          </g>
        );
      })}
    </g>
  );
}

function Line({ line, colours }: { line: PlacedDiagram['lines'][number]; colours: SheetColours }) {
  const isDashed = line.link === 'implement' || line.link === 'dependency';
  const isTriangle = line.link === 'inherit' || line.link === 'implement';
  const colour = line.certainty === 'exact' ? colours.ink : colours.caution;
  return (
    <polyline
      points={line.points.map(({ x, y }) => `${x},${y}`).join(' ')}
      fill="none"
      stroke={colour}
      strokeWidth={1}
      strokeDasharray={isDashed ? '5 3' : undefined}
      markerEnd={`url(#head-${isTriangle ? 'triangle' : 'open'}${line.certainty === 'exact' ? '' : '-doubt'})`}
    >
      <title>{`${line.from} → ${line.to}: ${line.link}, ${line.certainty}`}</title>
    </polyline>
  );
}

function Heads({ colours }: { colours: SheetColours }) {
  const heads = [
    ['', colours.ink],
    ['-doubt', colours.caution],
  ];
  return (
    <defs>
      {heads.map(([name, colour]) => (
        <g key={name}>
          <marker
            id={`head-triangle${name}`}
            markerWidth="12"
            markerHeight="12"
            refX="11"
            refY="6"
            orient="auto"
          >
            <path d="M1,1 L11,6 L1,11 Z" fill={colours.sheet} stroke={colour} />
          </marker>
          <marker id={`head-open${name}`} markerWidth="10" markerHeight="10" refX="8" refY="5" orient="auto">
            <path d="M1,1 L8,5 L1,9" fill="none" stroke={colour} />
          </marker>
        </g>
      ))}
    </defs>
  );
}

const CAPTION_ROOM = 26;

/** Hands the picture over as a file, with its sentence under it. */
function saveDrawing(
  drawing: SVGSVGElement,
  {
    width,
    height,
    caption,
    colours,
  }: { width: number; height: number; caption: string; colours: SheetColours },
): void {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(height + CAPTION_ROOM));
  copy.setAttribute('viewBox', `${-EDGE} ${-EDGE} ${width} ${height + CAPTION_ROOM}`);
  const name = 'http://www.w3.org/2000/svg';
  const sheet = document.createElementNS(name, 'rect');
  for (const [key, value] of Object.entries({ x: -EDGE, y: -EDGE, width, height: height + CAPTION_ROOM }))
    sheet.setAttribute(key, String(value));
  sheet.setAttribute('fill', colours.sheet);
  copy.prepend(sheet);
  const words = document.createElementNS(name, 'text');
  words.setAttribute('x', '0');
  words.setAttribute('y', String(height + 2));
  words.setAttribute('fill', colours.faded);
  words.textContent = caption;
  copy.append(words);
  const file = new Blob([new XMLSerializer().serializeToString(copy)], { type: 'image/svg+xml' });
  saveFile(file, 'types.svg');
}
