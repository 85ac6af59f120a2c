import { passes, type DependencyFilter } from '../graph/rollUp.ts';
import type { DependencyTable, ElementTable } from '../contracts/linked.ts';
import { groupKey, groupWithKey, type Arrangement } from './arrangement.ts';
import { unitOfNode, type UnitTree } from './nodes.ts';

/**
 * The ends of a claim are named by keys. A group's or an element's key means it with all it holds; with `/.` after it,
 * it without what stands in the same picture by itself; with `/=`, the element alone.
 */
const OWN = '/.';
const EXACT = '/=';
/** Between the ends that are meant together; no name of a file holds it. */
const BESIDE = '\u001f';

/** The key by which a row or a member of a cycle is named as an end. */
export function endOfNode(tree: UnitTree, elements: ElementTable, node: number): string {
  const { arrangement, units, children } = tree;
  const unit = unitOfNode(tree, node);
  if (unit < 0) return groupKey(arrangement, node);
  const element = units.element[unit];
  if (element >= 0) return elements.key[element] + (units.isWhole[unit] ? '' : OWN);
  const group = units.group[unit];
  return groupKey(arrangement, group) + (children[group].length === 1 ? '' : OWN);
}

/** The key by which a group is named as an end that is only what it holds itself, not what the groups in it do. */
export function endOfOwn(arrangement: Arrangement, group: number): string {
  return groupKey(arrangement, group) + (arrangement.subtreeEnd[group] > group + 1 ? OWN : '');
}

/** The key by which an element is named as an end that stands for itself alone. */
export function endOfElement(elements: ElementTable, element: number): string {
  return elements.subtreeEnd[element] === element + 1 ? elements.key[element] : elements.key[element] + EXACT;
}

/** One end that means all that several do. */
export function joinedEnds(ends: readonly string[]): string {
  return ends.join(BESIDE);
}

/** The ends that one means together. */
export function endsIn(end: string): string[] {
  return end.split(BESIDE);
}

/** An end without the marks after it: the key of the group or element that is meant. */
export function subjectOf(end: string): string {
  return end.endsWith(OWN) || end.endsWith(EXACT) ? end.slice(0, -OWN.length) : end;
}

/**
 * The elements that an end means, of those that count: 1 for each. Null when the survey has no such group or element, and where
 * several are meant, when it has none of them. O(elements · ends).
 */
export function elementsOfEnd(
  tree: UnitTree,
  elements: ElementTable,
  elementOf: (key: string) => number | undefined,
  end: string,
): Uint8Array | null {
  const marks = new Uint8Array(elements.count);
  let isThere = false;
  for (const own of endsIn(end))
    isThere = markEnd(marks, tree, elements, elementOf(subjectOf(own)), own) || isThere;
  return isThere ? marks : null;
}

/** Marks what one end means; false where it is not there. */
function markEnd(
  marks: Uint8Array,
  tree: UnitTree,
  elements: ElementTable,
  element: number | undefined,
  end: string,
): boolean {
  const { arrangement, units, counts } = tree;
  const group = groupWithKey(arrangement, subjectOf(end));
  if (group !== undefined) {
    const last = end.endsWith(OWN) ? group + 1 : arrangement.subtreeEnd[group];
    markUnits(tree, marks, (unit) => units.group[unit] >= group && units.group[unit] < last);
    return true;
  }
  if (element === undefined) return false;
  if (end.endsWith(OWN)) {
    markUnits(tree, marks, (unit) => units.element[unit] === element);
    return true;
  }
  const last = end.endsWith(EXACT) ? element + 1 : elements.subtreeEnd[element];
  for (let e = element; e < last; e++) if (counts[e] === 1) marks[e] = 1;
  return true;
}

function markUnits({ units }: UnitTree, marks: Uint8Array, isMeant: (unit: number) => boolean): void {
  const meant = Uint8Array.from({ length: units.count }, (_, unit) => (isMeant(unit) ? 1 : 0));
  for (let e = 0; e < marks.length; e++) if (units.unitOf[e] >= 0 && meant[units.unitOf[e]]) marks[e] = 1;
}

/** Rows of dependencies that lead from one set of elements to another, and not inside what both have. O(dependencies). */
export function* rowsBetween(
  dependencies: DependencyTable,
  filter: DependencyFilter,
  from: Uint8Array,
  to: Uint8Array,
): Generator<number> {
  for (let row = 0; row < dependencies.count; row++) {
    const a = dependencies.from[row];
    const b = dependencies.to[row];
    if (from[a] === 0 || to[b] === 0 || (to[a] === 1 && from[b] === 1)) continue;
    if (passes(dependencies, row, filter)) yield row;
  }
}
