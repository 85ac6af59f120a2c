import { FORM, KIND } from '../facts/fileFacts.ts';
import type { ElementTable } from '../contracts/linked.ts';
import type { Arrangement } from './arrangement.ts';

/** What stands in an open group. With `groups`, what a group holds itself is one. */
export const grains = ['groups', 'files', 'types', 'routines'] as const;
export type Grain = (typeof grains)[number];

/**
 * The finest parts of a picture. Each element that counts belongs to one: to the innermost element of the grain that it
 * is or stands in. What stands in none (routines beside the types of a file) is one with the file, or the type, around it.
 */
export interface Units {
  grain: Grain;
  count: number;
  /** The element of each unit; -1 where the unit is what a group holds itself. */
  element: Int32Array;
  /** The group that each unit stands in. */
  group: Int32Array;
  /** 1 for a unit that is of the grain, 0 for what is left over around such. */
  isOfGrain: Uint8Array;
  /** 1 for a unit that is all that its element holds, 0 where parts of it are units of their own. */
  isWhole: Uint8Array;
  /** The unit of each element; -1 for elements that do not count, for folders and externals. */
  unitOf: Int32Array;
}

/**
 * Units at a grain. `counts` marks the elements that count with 1: without tests, say. A unit is there when any of its
 * elements counts. Units are numbered in the order of their elements (or groups). O(elements).
 */
export function unitsAt(
  elements: ElementTable,
  { count: groups, groupOf }: Arrangement,
  grain: Grain,
  counts: Uint8Array,
): Units {
  const carrier = carriers(elements, grain);
  const size = grain === 'groups' ? groups : elements.count;
  const holderOf = (e: number): number => (grain === 'groups' ? groupOf[e] : carrier[e]);
  const isPresent = new Uint8Array(size);
  for (let e = 0; e < elements.firstExternal; e++)
    if (counts[e] === 1 && elements.file[e] >= 0) isPresent[holderOf(e)] = 1;
  const numberOf = new Int32Array(size).fill(-1);
  let count = 0;
  for (let holder = 0; holder < size; holder++) if (isPresent[holder]) numberOf[holder] = count++;
  const unitOf = new Int32Array(elements.count).fill(-1);
  for (let e = 0; e < elements.firstExternal; e++)
    if (counts[e] === 1 && elements.file[e] >= 0) unitOf[e] = numberOf[holderOf(e)];
  const units: Units = {
    grain,
    count,
    element: new Int32Array(count).fill(-1),
    group: new Int32Array(count),
    isOfGrain: new Uint8Array(count).fill(1),
    isWhole: new Uint8Array(count).fill(1),
    unitOf,
  };
  for (let holder = 0; holder < size; holder++) {
    const unit = numberOf[holder];
    if (unit < 0) continue;
    units.group[unit] = grain === 'groups' ? holder : groupOf[holder];
    if (grain === 'groups') continue;
    units.element[unit] = holder;
    units.isOfGrain[unit] = isOfGrain(elements, holder, grain) ? 1 : 0;
  }
  if (grain !== 'groups') markParts(elements, units, numberOf);
  return units;
}

/**
 * An element whose inside holds another unit is no whole one. `unitAt` is the unit that an element carries, whether it counts
 * itself or only what it holds.
 */
function markParts({ parent, file }: ElementTable, units: Units, unitAt: Int32Array): void {
  for (const element of units.element)
    for (let above = parent[element]; above >= 0 && file[above] >= 0; above = parent[above])
      if (unitAt[above] >= 0) units.isWhole[unitAt[above]] = 0;
}

function isOfGrain({ kind, form }: ElementTable, e: number, grain: Grain): boolean {
  // A namespace holds types, but is none.
  if (grain === 'types') return kind[e] === KIND.type && form[e] !== FORM.namespace;
  return kind[e] === (grain === 'routines' ? KIND.routine : KIND.file);
}

/** For each element in a file, the innermost element around it (or itself) that carries a unit. */
function carriers(elements: ElementTable, grain: Grain): Int32Array {
  const { firstExternal, kind, form, parent, file } = elements;
  const carrier = new Int32Array(elements.count).fill(-1);
  for (let e = 0; e < firstExternal; e++) {
    if (file[e] < 0) continue;
    const carries =
      file[e] === e ||
      isOfGrain(elements, e, grain) ||
      // Beside routines, types carry what they hold besides.
      (grain === 'routines' && kind[e] === KIND.type && form[e] !== FORM.namespace);
    carrier[e] = carries ? e : carrier[parent[e]];
  }
  return carrier;
}
