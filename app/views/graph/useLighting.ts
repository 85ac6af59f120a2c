import { useEffect, type RefObject } from 'react';
import type { GraphEdge, GraphNode } from '../../../server/views/graph/graphView.ts';

/** True for a box that is another, or stands in it. */
export function isInBox(nodes: readonly Pick<GraphNode, 'parent'>[], at: number, outer: number): boolean {
  for (let box = at; box >= 0; box = nodes[box].parent) if (box === outer) return true;
  return false;
}

/** The links of a box and of what stands in it, and the boxes at their other ends. */
export function litBy(
  nodes: readonly Pick<GraphNode, 'parent'>[],
  edges: readonly Pick<GraphEdge, 'from' | 'to'>[],
  lit: number,
): { links: number[]; beside: number[] } {
  const links: number[] = [];
  const beside = new Set<number>();
  edges.forEach(({ from, to }, at) => {
    const [begins, ends] = [isInBox(nodes, from, lit), isInBox(nodes, to, lit)];
    if (!begins && !ends) return;
    links.push(at);
    if (!ends) beside.add(to);
    if (!begins) beside.add(from);
  });
  return { links, beside: [...beside] };
}

/**
 * Lights the links of one box, or of none: by classes on what is drawn, since thousands of boxes that are drawn anew whenever the
 * pointer moves would not keep up with it.
 */
export function useLighting(
  world: RefObject<HTMLElement | null>,
  { nodes, edges }: { nodes: readonly GraphNode[]; edges: readonly GraphEdge[] },
  lit: number | null,
): void {
  useEffect(() => {
    const element = world.current;
    if (!element || lit === null) return;
    const { links, beside } = litBy(nodes, edges, lit);
    const marked: [Element, string][] = [[element, 'has-lit']];
    const known = new Map<string, Element>();
    for (const each of element.querySelectorAll<HTMLElement | SVGElement>('[data-box], [data-edge]'))
      known.set(
        each.dataset.box === undefined ? `edge ${each.dataset.edge}` : `box ${each.dataset.box}`,
        each,
      );
    const mark = (id: string, name: string): void => {
      const found = known.get(id);
      if (found) marked.push([found, name]);
    };
    mark(`box ${lit}`, 'lit');
    for (const at of beside) mark(`box ${at}`, 'beside');
    for (const at of links) mark(`edge ${at}`, 'lit');
    for (const [found, name] of marked) found.classList.add(name);
    return () => {
      for (const [found, name] of marked) found.classList.remove(name);
    };
  });
}
