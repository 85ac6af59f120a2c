import type { ElementTable } from '../contracts/linked.ts';

/** Arrangements that code has by itself; `modules` are those of its build, `modulePackages` the packages in each of them. */
export const builtArrangements = ['folders', 'packages', 'modules', 'modulePackages'] as const;
/** A plan of modules arranges it as well, as somebody would have it. */
export const arrangementIds = [...builtArrangements, 'plan'] as const;
export type BuiltArrangement = (typeof builtArrangements)[number];
export type ArrangementId = (typeof arrangementIds)[number];

/**
 * A tree of groups over the elements of a survey, by which pictures are drawn. Groups stand in preorder of their tree:
 * a group's descendants are the groups after it, up to `subtreeEnd`. Group 0 is the whole. What a group holds is told
 * by `groupOf` alone; no group need be one stretch of elements.
 */
export interface Arrangement {
  id: ArrangementId;
  count: number;
  /** Unique in the arrangement and the same in every survey: the folder's key, the package's name; '' for the whole. */
  name: string[];
  /** The last part of the name, as it is shown under its parent. */
  label: string[];
  parent: Int32Array;
  /** One past the last descendant. */
  subtreeEnd: Int32Array;
  /** The group of each element; -1 for folders where they are no groups, and for externals. */
  groupOf: Int32Array;
  /** The group that stands for what belongs nowhere (“no package”); -1 when everything belongs somewhere. */
  rest: number;
  /** The place of each group among its siblings, 1 on top, where somebody ordered them; 0 for none. Undefined where nobody did. */
  byHand?: Int32Array;
}

/** Name of the group that holds what belongs to no other; no package and no build module is called so. */
export const REST = '(none)';

/** A group by its path of names from the top, and the elements that are assigned to it. */
export interface GroupTree {
  /** The group with a name, made with those above it when it is new. `above` is the name one step up. */
  group(name: string, label: string, above: string): number;
  assign(element: number, group: number): void;
}

/** Puts together an arrangement from groups named in any order. */
export function arrange(
  id: ArrangementId,
  elements: ElementTable,
  build: (tree: GroupTree) => void,
): Arrangement {
  const names = [''];
  const labels = [''];
  const parents = [-1];
  const known = new Map([['', 0]]);
  const own = new Int32Array(elements.count).fill(-1);
  build({
    group(name, label, above) {
      let group = known.get(name);
      if (group === undefined) {
        known.set(name, (group = names.length));
        names.push(name);
        labels.push(label);
        parents.push(known.get(above) ?? 0);
      }
      return group;
    },
    assign: (element, group) => (own[element] = group),
  });
  const belongs = inherited(elements, own);
  if (belongs.some((group, e) => group < 0 && elements.file[e] >= 0)) {
    const rest = names.length;
    names.push(REST);
    labels.push(REST);
    parents.push(0);
    for (let e = 0; e < elements.firstExternal; e++)
      if (belongs[e] < 0 && elements.file[e] >= 0) belongs[e] = rest;
  }
  return inPreorder(id, { names, labels, parents, groupOf: belongs });
}

/** An element without an assignment of its own belongs where what contains it belongs. O(elements). */
function inherited({ firstExternal, parent }: ElementTable, own: Int32Array): Int32Array {
  const groupOf = own.slice();
  // Containers come before what they hold.
  for (let e = 0; e < firstExternal; e++)
    if (groupOf[e] < 0 && parent[e] >= 0) groupOf[e] = groupOf[parent[e]];
  return groupOf;
}

/** Renumbers groups so that each is followed by its descendants, siblings by name, what belongs nowhere last. */
function inPreorder(
  id: ArrangementId,
  loose: { names: string[]; labels: string[]; parents: number[]; groupOf: Int32Array },
): Arrangement {
  const { names, labels, parents } = loose;
  const children: number[][] = names.map(() => []);
  for (let group = 1; group < names.length; group++) children[parents[group]].push(group);
  const count = names.length;
  const placeOf = new Int32Array(count);
  const order: number[] = [];
  const subtreeEnd = new Int32Array(count);
  const open: { group: number; next: number }[] = [];
  const enter = (group: number): void => {
    placeOf[group] = order.length;
    order.push(group);
    children[group].sort(
      (a, b) =>
        Number(names[a] === REST) - Number(names[b] === REST) ||
        (labels[a] < labels[b] ? -1 : labels[a] > labels[b] ? 1 : 0),
    );
    open.push({ group, next: 0 });
  };
  enter(0);
  while (open.length > 0) {
    const at = open[open.length - 1];
    if (at.next < children[at.group].length) enter(children[at.group][at.next++]);
    else {
      subtreeEnd[placeOf[at.group]] = order.length;
      open.pop();
    }
  }
  const restIn = names.indexOf(REST);
  return {
    id,
    count,
    name: order.map((group) => names[group]),
    label: order.map((group) => labels[group]),
    parent: Int32Array.from(order, (group) => (parents[group] < 0 ? -1 : placeOf[parents[group]])),
    subtreeEnd,
    groupOf: loose.groupOf.map((group) => (group < 0 ? -1 : placeOf[group])),
    rest: restIn < 0 ? -1 : placeOf[restIn],
  };
}

/** True when a group is another or stands below it. */
export function isWithin({ subtreeEnd }: Arrangement, group: number, outer: number): boolean {
  return group >= outer && group < subtreeEnd[outer];
}

/** The groups directly below one. */
export function subgroups({ subtreeEnd }: Arrangement, group: number): number[] {
  const found: number[] = [];
  for (let g = group + 1; g < subtreeEnd[group]; g = subtreeEnd[g]) found.push(g);
  return found;
}

/**
 * A group's key, which carries its arrangement: `packages:canal.tolls`. A folder is an element as well and has the same
 * key as a group as it has as an element.
 */
export function groupKey(arrangement: Arrangement, group: number): string {
  return arrangement.id === 'folders'
    ? arrangement.name[group]
    : `${arrangement.id}:${arrangement.name[group]}`;
}

/** The arrangement and the name that a group's key says; null for the key of an element. */
export function parseGroupKey(key: string): { id: ArrangementId; name: string } | null {
  const id = arrangementIds.find((each) => each !== 'folders' && key.startsWith(`${each}:`));
  return id === undefined ? null : { id, name: key.slice(id.length + 1) };
}

/** The group of an arrangement that a key means; undefined for that of an element, or of a group of another arrangement. */
export function groupWithKey(arrangement: Arrangement, key: string): number | undefined {
  const { id, name } = parseGroupKey(key) ?? { id: 'folders', name: key };
  return id === arrangement.id ? groupNamed(arrangement, name) : undefined;
}

const byName = new WeakMap<Arrangement, Map<string, number>>();

/** The group with a name; undefined when there is none. */
export function groupNamed(arrangement: Arrangement, name: string): number | undefined {
  let known = byName.get(arrangement);
  if (!known)
    byName.set(arrangement, (known = new Map(arrangement.name.map((each, group) => [each, group]))));
  return known.get(name);
}
