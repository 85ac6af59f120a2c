import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { groupKey, groupWithKey } from '../../../core/arrangement/arrangement.ts';
import { endOfNode, subjectOf } from '../../../core/arrangement/ends.ts';
import { nodeOfUnit } from '../../../core/arrangement/nodes.ts';
import { goesAgainst } from '../../../core/arrangement/order.ts';
import { rollUpUnits } from '../../../core/graph/rollUp.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { elementOf } from '../surveyAccess/elements.ts';
import { groupLabel, nodeLabel } from '../graphQuery/labels.ts';
import type { DrawnGraph, DrawnLink, DrawnNode } from './drawnGraph.ts';
import type { DrawnUnits } from './drawnUnits.ts';

/** An older survey of the same codebase, arranged as the newer is. */
export interface Before {
  survey: SurveyedCodebase;
  picture: ArrangedSurvey;
  /** What of it the query draws; null for all. */
  chosen: DrawnUnits | null;
}

/**
 * A drawing with what an older survey has beside it: what came is marked, what is gone is drawn where it stood, and each link has
 * the references that the older one counts between the same two. Nothing else is moved into another box. `scope` is the key of
 * the group that is drawn. O(units · depth + links).
 */
export function withBefore(drawn: DrawnGraph, before: Before, scope: string): DrawnGraph {
  const { survey, picture } = before;
  const nodes = drawn.nodes.map((node): DrawnNode => ({
    ...node,
    news: node.isOpen || isThere(before, node) ? null : 'came',
  }));
  const rowOf = rowsOfOld(nodes, before, scope);
  const old = rollUpUnits(picture.graph, rowOf, nodes.length);
  const was = new Map<string, number>();
  for (let from = 0; from < old.count; from++)
    for (let edge = old.start[from]; edge < old.start[from + 1]; edge++)
      was.set(`${from} ${old.to[edge]}`, old.weight[edge]);
  const links = drawn.links.map((link): DrawnLink => {
    const key = `${link.from} ${link.to}`;
    const count = was.get(key) ?? 0;
    was.delete(key);
    return { ...link, was: count };
  });
  const nodeOf = (at: number): number => oldNode(survey, picture, nodes[at].end);
  for (const [key, count] of was) {
    const [from, to] = key.split(' ').map(Number);
    const [a, b] = [nodeOf(from), nodeOf(to)];
    const isAgainst = a >= 0 && b >= 0 && goesAgainst(picture.order, a, b);
    links.push({ from, to, references: 0, was: count, isAgainst, isInferred: false, broken: null });
  }
  return { nodes, links };
}

/** The node of an older survey that an end means; -1 for none. */
function oldNode(survey: SurveyedCodebase, { arrangement, units }: ArrangedSurvey, end: string): number {
  const key = subjectOf(end);
  const group = groupWithKey(arrangement, key);
  if (group !== undefined) return group;
  const element = elementOf(survey, key);
  const unit = element === undefined ? -1 : units.unitOf[element];
  return unit < 0 ? -1 : arrangement.count + unit;
}

/** True for what the older survey has under the same key. */
function isThere({ survey, picture }: Before, { end }: DrawnNode): boolean {
  const key = subjectOf(end);
  const group = groupWithKey(picture.arrangement, key);
  if (group !== undefined) return picture.children[group].length > 0;
  return elementOf(survey, key) !== undefined;
}

/**
 * For each unit of the older survey the drawn node that it stands in, -1 for none. What stood in an open group and is not drawn is
 * added to the nodes as gone: a group as a whole where all of it is.
 */
function rowsOfOld(nodes: DrawnNode[], { survey, picture, chosen }: Before, scope: string): Int32Array {
  const { arrangement, units } = picture;
  const known = new Map<string, number>();
  nodes.forEach(({ end, key, isRest }, at) => {
    known.set(end, at);
    if (!isRest) known.set(key, at);
  });
  const scopeGroup = groupWithKey(arrangement, scope);
  const drawnAlone = new Set(chosen?.units);
  const rowOf = new Int32Array(units.count).fill(-1);
  for (let unit = 0; unit < units.count; unit++) {
    if (chosen !== null && !drawnAlone.has(unit) && !known.has(endOfUnit(unit))) continue;
    const path: number[] = [];
    let group = units.group[unit];
    for (; group > 0 && group !== scopeGroup; group = arrangement.parent[group]) path.unshift(group);
    if (scopeGroup !== undefined && group !== scopeGroup) continue;
    rowOf[unit] = standsIn([...path, nodeOfUnit(picture, unit)]);
  }
  return rowOf;

  function endOfUnit(unit: number): string {
    return endOfNode(picture, survey.elements, nodeOfUnit(picture, unit));
  }

  /** Goes down a path of nodes as far as open boxes are drawn. */
  function standsIn(path: readonly number[]): number {
    let parent = -1;
    for (const node of path) {
      const end = endOfNode(picture, survey.elements, node);
      const at = known.get(end);
      if (at !== undefined && !nodes[at].isOpen) return at;
      if (at !== undefined) parent = at;
      // A group of a chain is drawn as one with the last of it.
      else if (node >= arrangement.count || !isAbove(node)) return gone(node, parent);
    }
    return -1;
  }

  /** True for a group of which a drawn one stands in a chain. */
  function isAbove(group: number): boolean {
    const key = groupKey(arrangement, group);
    for (let below = group + 1; below < arrangement.subtreeEnd[group]; below++) {
      const at = known.get(groupKey(arrangement, below));
      if (at !== undefined && nodes[at].chain.length > 0) return true;
      if (at !== undefined) return false;
    }
    return key === scope;
  }

  function gone(node: number, parent: number): number {
    const isGroup = node < arrangement.count;
    const label = isGroup
      ? { ...groupLabel(arrangement, node), end: groupKey(arrangement, node), isRest: false }
      : nodeLabel(survey, picture, node);
    nodes.push({
      ...label,
      chain: [],
      parent,
      isOpen: false,
      opens: false,
      holds: null,
      cycle: null,
      users: null,
      used: null,
      // As high among the others as it stood.
      place: picture.order.place[node],
      members: null,
      news: 'gone',
    });
    known.set(label.end, nodes.length - 1);
    return nodes.length - 1;
  }
}
