import { isWithin, type Arrangement } from '../arrangement/arrangement.ts';
import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import { passes, type DependencyFilter } from '../graph/rollUp.ts';
import type { ElementTable } from '../contracts/linked.ts';
import type { SurveyedCodebase } from '../survey.ts';

/** An element of a module that others use. */
export interface UsedMember {
  element: number;
  references: number;
  /** The groups that use it, with their references, those with the most first. */
  users: { group: number; references: number }[];
  /** False where it would have to become public if the module stood alone. */
  isOpen: boolean;
}

/** What a module is to others. */
export interface ModuleInterface {
  /** Those that are used from outside, the most used first. */
  used: UsedMember[];
  /** Public types, routines and the like at the top of files, which nobody outside uses; in the order of the code. */
  unused: number[];
  /** Of all that is public at the top of files: how many, and how many are used from outside, themselves or by what they hold. */
  open: number;
  openUsed: number;
}

/**
 * Which elements of a group those outside of it use. A file counts where it is included or imported and none of what it
 * declares is used. `counts` marks what counts with 1. O(elements + dependencies).
 */
export function moduleInterface(
  { elements, dependencies }: Pick<SurveyedCodebase, 'elements' | 'dependencies'>,
  arrangement: Arrangement,
  group: number,
  { counts, filter }: { counts: Uint8Array; filter: DependencyFilter },
): ModuleInterface {
  const { groupOf } = arrangement;
  const isOwn = (e: number): boolean =>
    counts[e] === 1 && elements.file[e] >= 0 && isWithin(arrangement, groupOf[e], group);
  const usedBy = new Map<number, Map<number, number>>();
  for (let row = 0; row < dependencies.count; row++) {
    const [from, to] = [dependencies.from[row], dependencies.to[row]];
    if (!isOwn(to) || counts[from] !== 1 || isOwn(from) || elements.file[from] < 0) continue;
    if (!passes(dependencies, row, filter)) continue;
    const users = usedBy.get(to) ?? new Map<number, number>();
    const places = dependencies.placeStart[row + 1] - dependencies.placeStart[row];
    usedBy.set(to, users.set(groupOf[from], (users.get(groupOf[from]) ?? 0) + places));
  }
  // What is used by what it holds is used itself.
  const isTouched = new Uint8Array(elements.count);
  for (const element of usedBy.keys())
    for (let at = element; at >= 0 && isTouched[at] === 0; at = elements.parent[at]) isTouched[at] = 1;
  const used = [...usedBy]
    .filter(([element]) => elements.kind[element] !== KIND.file || !holdsUsed(elements, element, usedBy))
    .map(([element, users]): UsedMember => ({
      element,
      references: [...users.values()].reduce((sum, each) => sum + each, 0),
      users: [...users]
        .map(([user, references]) => ({ group: user, references }))
        .sort((a, b) => b.references - a.references || a.group - b.group),
      isOpen: isOpen(elements, element),
    }))
    .sort((a, b) => b.references - a.references || a.element - b.element);
  const open: number[] = [];
  for (let e = 0; e < elements.firstExternal; e++)
    if (isOwn(e) && isAtTop(elements, e) && isOpen(elements, e)) open.push(e);
  const unused = open.filter((e) => isTouched[e] === 0);
  return { used, unused, open: open.length, openUsed: open.length - unused.length };
}

function holdsUsed(
  { subtreeEnd }: ElementTable,
  file: number,
  usedBy: ReadonlyMap<number, unknown>,
): boolean {
  for (let e = file + 1; e < subtreeEnd[file]; e++) if (usedBy.has(e)) return true;
  return false;
}

/** Declared at the top of a file, in namespaces perhaps. */
function isAtTop({ kind, parent, form }: ElementTable, e: number): boolean {
  if (kind[e] === KIND.file || isNamespace(form[e])) return false;
  let above = parent[e];
  while (above >= 0 && isNamespace(form[above])) above = parent[above];
  return above >= 0 && kind[above] === KIND.file;
}

/** True for what others may use: itself, and all around it up to the file, is kept to nobody. */
export function isOpen({ kind, parent, flags, form }: ElementTable, element: number): boolean {
  for (let e = element; e >= 0 && kind[e] !== KIND.file; e = parent[e]) {
    if ((flags[e] & (FLAG.private | FLAG.protected | FLAG.internal)) !== 0) return false;
    if (kind[parent[e]] === KIND.file && !isNamespace(form[e]) && (flags[e] & FLAG.exported) === 0)
      return false;
  }
  return true;
}

const isNamespace = (form: number): boolean => form === FORM.namespace;
