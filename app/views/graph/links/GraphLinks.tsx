import { memo, useMemo, type RefObject } from 'react';
import { pathOf } from '../../../../core/layout/curves.ts';
import { edgePaths, type Box } from '../../../../core/layout/edgePaths.ts';
import { bundlesOf, endsOfBundle, together } from '../../../../server/views/graph/bundles.ts';
import { changeOf, changeSigns } from '../../../../server/views/graph/graphLegend.ts';
import { linkLook } from '../../../../server/views/graph/linkLook.ts';
import { withSignPlaces } from '../../../../server/views/graph/signPlaces.ts';
import type { GraphQuery } from '../../../../server/views/graph/graphQuery.ts';
import type { GraphEdge, GraphPicture } from '../../../../server/views/graph/graphView.ts';
import { useSheetColours } from '../../../theme/useSheetColours.ts';
import { litBy } from '../useLighting.ts';
import { GraphLink } from './GraphLink.tsx';
import { LinkCanvas } from './LinkCanvas.tsx';
import type { PaintedLink } from './paintLinks.ts';
import { usePointedCurve } from './usePointedCurve.ts';

interface Drawn {
  picture: GraphPicture;
  query: GraphQuery;
  /** The step of a way that is read, by the ends of its boxes. */
  walked: { from: string | null; to: string | null };
  /** Opens the places of all links between two ends; with none in this survey, in the one that had them. */
  onOpen: (from: string, to: string, references: number) => void;
}

/** A curve that can be pressed: a link, or several of a bundle. */
interface OwnCurve {
  link: GraphEdge;
  /** The place of a link; null for a bundle. */
  at: number | null;
  /** How many links it stands for. */
  count: number;
  path: string;
  middle: { x: number; y: number };
  /** The ends of what it claims; null where its places cannot be told. */
  ends: [from: string, to: string] | null;
}

/** The links of a drawing, each to be pressed: all as curves of their own. */
export const FewLinks = memo(function FewLinks(drawn: Drawn) {
  const { nodes, edges, flow } = drawn.picture;
  const curves = useMemo(
    () =>
      withSignPlaces(
        edgePaths(nodes, edges, flow).map((each) => ({ ...each, link: edges[each.edge] })),
        nodes,
      ).map(({ edge, link, path, middle }): OwnCurve => {
        const ends: OwnCurve['ends'] = [nodes[link.from].end, nodes[link.to].end];
        return { link, at: edge, count: 1, path, middle, ends };
      }),
    [nodes, edges, flow],
  );
  return <Curves {...drawn} curves={curves} />;
});

/**
 * The links of a drawing that has more than a page can move as elements: bundled and painted on one image, those that are lit on
 * another one, and as curves of their own only what is pointed at and the link that is read.
 */
export function ManyLinks({
  world,
  area,
  scale,
  lit,
  ...drawn
}: Drawn & { world: RefObject<HTMLElement | null>; area: Box; scale: number; lit: number | null }) {
  const { picture, query, walked } = drawn;
  const { nodes, edges, largest } = picture;
  const colours = useSheetColours();
  const { bundles, along } = useMemo(() => bundlesOf(picture), [picture]);
  const painted = useMemo(
    () =>
      bundles.map(({ link, curve, middle }): PaintedLink => {
        const change = changeOf(link);
        const look = linkLook(link, { largest, count: bundles.length }, colours);
        return {
          ...{ curve, look, middle },
          isNotched: link.isAgainst,
          broken: link.broken && colours.against,
          sign: change === null ? '' : changeSigns[change],
        };
      }),
    [bundles, largest, colours],
  );
  const raised = useMemo(() => {
    if (lit === null) return [];
    const isLit = new Set(litBy(nodes, edges, lit).links);
    return bundles.flatMap(({ edges: places, curve, middle }) => {
      const links = places.filter((at) => isLit.has(at)).map((at) => edges[at]);
      if (links.length === 0) return [];
      const link = together(links);
      const look = { ...linkLook(link, { largest, count: 1 }, colours), opacity: 0.95 };
      return [
        { curve, look, middle, isNotched: link.isAgainst, broken: link.broken && colours.against, sign: '' },
      ];
    });
  }, [nodes, edges, lit, bundles, largest, colours]);
  const curves = useMemo(() => bundles.map(({ curve }) => curve), [bundles]);
  const pointed = usePointedCurve(world, curves, scale);
  const linkAt = (at: number): OwnCurve => {
    const pieces = along[at].map((piece) => bundles[piece]);
    const { middle } = pieces[Math.floor(pieces.length / 2)];
    const { from, to } = edges[at];
    return {
      ...{ link: edges[at], at, count: 1, path: pathOf(pieces.map(({ curve }) => curve)), middle },
      ends: [nodes[from].end, nodes[to].end],
    };
  };
  const own: OwnCurve[] = edges.flatMap((_, at) =>
    isWalked(picture, edges[at], walked) ? [linkAt(at)] : [],
  );
  if (pointed >= 0) {
    const { link, edges: places, curve, middle } = bundles[pointed];
    const ends = endsOfBundle(picture, query, bundles[pointed]);
    own.push(
      places.length === 1
        ? linkAt(places[0])
        : { link, at: null, count: places.length, path: pathOf([curve]), middle, ends },
    );
  }
  return (
    <>
      <LinkCanvas className="graph-image" links={painted} area={area} scale={scale} />
      <LinkCanvas className="graph-image lit" links={raised} area={area} scale={scale} />
      <Curves {...drawn} curves={own} />
    </>
  );
}

const isWalked = (
  { nodes }: GraphPicture,
  link: GraphEdge,
  { from, to }: { from: string | null; to: string | null },
): boolean => nodes[link.from].end === from && nodes[link.to].end === to;

function Curves({ picture, curves, walked, onOpen }: Drawn & { curves: readonly OwnCurve[] }) {
  const { nodes, width, height, largest } = picture;
  return (
    <svg className="graph-edges" width={width} height={height} aria-hidden="true">
      {curves.map(({ link, at, count, path, middle, ends }) => {
        const [from, to] = [nodes[link.from], nodes[link.to]];
        return (
          <GraphLink
            key={`${from.end} ${to.end}`}
            link={link}
            at={at}
            count={count}
            ends={[from, to]}
            path={path}
            middle={middle}
            largest={largest}
            isWalked={isWalked(picture, link, walked)}
            onOpen={ends === null ? undefined : () => onOpen(...ends, link.references)}
          />
        );
      })}
    </svg>
  );
}
