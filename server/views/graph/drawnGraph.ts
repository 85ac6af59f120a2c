import { joinedBreaks, type BrokenLink } from '../../../core/judge/brokenLinks.ts';
import type { NodeLabel } from '../graphQuery/labels.ts';

/** Links of a node that lead to what is not drawn. */
export interface MoreLinks {
  count: number;
  /** Keys of those with the most references. */
  strongest: string[];
  /** How many of them stand in which large group; one entry where all stand in the same. */
  groups: { key: string; name: string; count: number }[];
}

/** A group or an element that is drawn, before it has a place. */
export interface DrawnNode extends NodeLabel {
  /** Names of the groups of a chain that it stands for, the outermost first. */
  chain: string[];
  /** The place of the open group that it stands in; -1 for none. */
  parent: number;
  isOpen: boolean;
  /** A group that could be opened, or is. */
  opens: boolean;
  /** Of a closed group in a drawing of a choice, how many of what was chosen it holds; null for every other. */
  holds: number | null;
  /** The cycle that it takes part in, as every view calls it; null for none. */
  cycle: string | null;
  /** What uses it and what it uses that is not drawn; null where all is. */
  users: MoreLinks | null;
  used: MoreLinks | null;
  /** Its place in the one order: what is used comes first. */
  place: number;
  /** Of a box that stands for several that could stand alone, a cycle or the lesser externals, what these are; null for every other. */
  members: NodeLabel[] | null;
  /** Where two surveys are drawn: whether only the newer has it, or only the older. */
  news: 'came' | 'gone' | null;
}

/** All references from one node to another. */
export interface DrawnLink {
  from: number;
  to: number;
  references: number;
  isAgainst: boolean;
  /** Those of its references that break rules, and which; null for none. */
  broken: BrokenLink | null;
  /** True where no reference of it is exact. */
  isInferred: boolean;
  /** Where two surveys are drawn: the references that the older has; null where one is. */
  was: number | null;
}

/** What is drawn, without places: an open group comes before what stands in it. */
export interface DrawnGraph {
  nodes: DrawnNode[];
  links: DrawnLink[];
}

/**
 * The same with nodes left out or brought together: `newPlace` says for each node which one of `nodes` it now is, -1 for one that
 * is gone with its links. Links that are then between the same two are one.
 */
export function rejoined(
  links: readonly DrawnLink[],
  newPlace: ArrayLike<number>,
  nodes: DrawnNode[],
): DrawnGraph {
  const joined = new Map<string, DrawnLink>();
  for (const link of links) {
    const [from, to] = [newPlace[link.from], newPlace[link.to]];
    if (from < 0 || to < 0 || from === to) continue;
    const key = `${from} ${to}`;
    const known = joined.get(key);
    if (!known) joined.set(key, { ...link, from, to });
    else {
      known.references += link.references;
      known.isAgainst ||= link.isAgainst;
      known.broken = joinedBreaks(known.broken, link.broken);
      known.isInferred &&= link.isInferred;
      if (known.was !== null && link.was !== null) known.was += link.was;
    }
  }
  return { nodes, links: [...joined.values()] };
}

/** Without the nodes that are meant, and without open groups in which nothing is left. */
export function withoutSome({ nodes, links }: DrawnGraph, isGone: (at: number) => boolean): DrawnGraph {
  const stays = nodes.map((node, at) => !node.isOpen && !isGone(at));
  // What stands in a group comes after it.
  for (let at = nodes.length - 1; at >= 0; at--)
    if (stays[at] && nodes[at].parent >= 0) stays[nodes[at].parent] = true;
  const newPlace = new Int32Array(nodes.length).fill(-1);
  let count = 0;
  stays.forEach((isKept, at) => {
    if (isKept) newPlace[at] = count++;
  });
  const kept = nodes.filter((_, at) => stays[at]);
  return rejoined(
    links,
    newPlace,
    kept.map((node) => ({ ...node, parent: node.parent < 0 ? -1 : newPlace[node.parent] })),
  );
}
