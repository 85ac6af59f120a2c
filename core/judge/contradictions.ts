import { joinEdges } from '../graph/rollUp.ts';
import { stronglyConnectedComponents } from '../graph/components.ts';
import type { OrderRule } from './kinds/order/orderRule.ts';
import type { Rule } from './kinds/registry.ts';
import type { UseRule } from './kinds/uses/index.ts';

/** Rules that cannot all be kept. */
export interface Contradiction {
  rules: string[];
  /** Groups of orders, each of which one of the rules puts above the next, and the last above the first; or who may alone and may not use what. */
  about: string[];
}

/** So many are told; the next show when these are mended. */
const MOST = 20;

/**
 * Sets of rules that cannot be kept by code that needs what they are about: orders that put groups above each other in a ring, two or more
 * of them together, and who alone may use what it may not use. O(what the rules say), for each ring that is found.
 */
export function contradictions(rules: readonly Rule[]): Contradiction[] {
  const orders = rules.filter((rule): rule is OrderRule => rule.sort === 'order');
  const uses = rules.filter((rule): rule is UseRule => rule.sort === 'uses');
  return [...ringsOf(orders), ...alone(uses)].slice(0, MOST);
}

/** Rings of groups, each found after what made the ones before was left out. */
function ringsOf(orders: readonly OrderRule[]): Contradiction[] {
  const found: Contradiction[] = [];
  let left = orders;
  while (found.length < MOST && left.length > 1) {
    const ring = shortestRing(left);
    if (ring === null) break;
    found.push(ring);
    const last = ring.rules.at(-1);
    left = left.filter(({ name }) => name !== last);
  }
  return found;
}

/** A ring with the fewest steps through one of its groups; null where all orders agree. Between two ranks stands a node of its own, so that ranks of many groups cost no more than they say. */
function shortestRing(orders: readonly OrderRule[]): Contradiction | null {
  const groups = new Map<string, number>();
  for (const { ranks } of orders)
    for (const id of ranks.flat()) if (!groups.has(id)) groups.set(id, groups.size);
  const names = [...groups.keys()];
  /** The order of each node between two ranks. */
  const orderOf: number[] = [];
  const edges: [from: number, to: number][] = [];
  orders.forEach(({ ranks }, order) => {
    for (let rank = 0; rank + 1 < ranks.length; rank++) {
      const between = names.length + orderOf.length;
      orderOf.push(order);
      for (const id of ranks[rank]) edges.push([groups.get(id)!, between]);
      for (const id of ranks[rank + 1]) edges.push([between, groups.get(id)!]);
    }
  });
  const graph = joinEdges(names.length + orderOf.length, (join) => {
    for (const [from, to] of edges) join(from, to, 1);
  });
  const { componentOf } = stronglyConnectedComponents(graph);
  const sizes = new Map<number, number>();
  for (const component of componentOf) sizes.set(component, (sizes.get(component) ?? 0) + 1);
  const start = names.findIndex((_, node) => sizes.get(componentOf[node])! > 1);
  if (start < 0) return null;
  const before = new Map<number, number>();
  const queue = [start];
  for (let at = 0; !before.has(start); at++)
    for (let edge = graph.start[queue[at]]; edge < graph.start[queue[at] + 1]; edge++) {
      const next = graph.to[edge];
      if (before.has(next)) continue;
      before.set(next, queue[at]);
      queue.push(next);
    }
  const about: string[] = [];
  const said: number[] = [];
  // From the end to the beginning: a group, and what stands between it and the one above it.
  for (let at = start; at !== start || about.length === 0; at = before.get(before.get(at)!)!) {
    const order = orderOf[before.get(at)! - names.length];
    // Groups between two that one order puts above each other say nothing more.
    if (said[0] === order) about.shift();
    else said.unshift(order);
    about.unshift(names[before.get(before.get(at)!)!]);
  }
  return { about, rules: [...new Set(said)].map((order) => orders[order].name) };
}

/** Rules by which all that alone may use something may not use it. O(rules that allow · rules that forbid). */
function alone(uses: readonly UseRule[]): Contradiction[] {
  const forbidding = uses
    .filter(({ isOnly }) => !isOnly)
    .map((rule) => ({ rule, from: new Set(rule.from), to: new Set(rule.to) }));
  const holds = (set: ReadonlySet<string>, patterns: readonly string[]): boolean =>
    set.has('**') || patterns.every((pattern) => set.has(pattern));
  return uses
    .filter(({ isOnly }) => isOnly)
    .flatMap((only) =>
      forbidding
        .filter(({ from, to }) => holds(from, only.from) && holds(to, only.to))
        .map(({ rule }) => ({
          rules: [only.name, rule.name],
          about: [only.from.join(', '), only.to.join(', ')],
        })),
    );
}
