import { parseGroupKey, type ArrangementId } from '../../../core/arrangement/arrangement.ts';
import { packageInModule } from '../../../core/arrangement/packageInModule.ts';
import { folderOf } from '../../../core/contracts/fileTree.ts';
import type { ElementLabel } from '../surveyAccess/elements.ts';
import { groupText } from './groupText.ts';

/** What is named: an element or a group, or what is left of one when its parts stand for themselves. */
export interface Named extends ElementLabel {
  isRest?: boolean;
}

/** One step of a name, from the telling end backward, and what joins it to the step before. */
interface Step {
  text: string;
  joint: string;
}

/** So many steps between the first and the last of a name are left out, where what is left still tells. */
const LEFT_OUT = 2;

/**
 * The shortest name of each by which it is told from the others of a list, in their order: the name alone, or as much of
 * the path before it as it takes; overloads with the types that they take. What stands in `within` (a key) does not repeat
 * that. `least` asks for so many steps at least. O(names × steps).
 */
export function namesApart(
  all: readonly Named[],
  { within = '', least = () => 1 }: { within?: string; least?: (named: Named, index: number) => number } = {},
): string[] {
  const isAlone = aloneIn(all);
  const steps = all.map((named) => stepsOf(named, within, isAlone(named)));
  const kept = all.map((named, i) =>
    Math.min(steps[i].length, Math.max(least(named, i), leastSteps(named, within))),
  );
  const taken = [...kept];
  const texts = steps.map((own, i) => joined(own, taken[i]));
  const identity = (i: number): string => `${all[i].key} ${all[i].isRest ?? false}`;
  for (let isApart = false; !isApart;) {
    isApart = true;
    for (const same of alike(texts, identity))
      for (const i of same) {
        if (taken[i] >= steps[i].length) continue;
        texts[i] = joined(steps[i], ++taken[i]);
        isApart = false;
      }
  }
  shorten(texts, steps, { taken, kept });
  return texts.map((text, i) => text + ending(all[i]));
}

/** True for what no other of a list shares all of its name with, so that nobody asks which of several it is. */
function aloneIn(all: readonly Named[]): (named: Named) => boolean {
  const bare = ({ key }: Named): string => key.replace(/~\d+$/, '');
  const keys = new Map<string, Set<string>>();
  for (const named of all) {
    const same = keys.get(bare(named));
    if (same) same.add(named.key);
    else keys.set(bare(named), new Set([named.key]));
  }
  return (named) => keys.get(bare(named))!.size === 1;
}

/** The name of an element that stands alone: a member with what holds it. */
export function nameAlone(named: Named, within = ''): string {
  return namesApart([named], { within })[0];
}

/** A routine as it is named beside others in little room: overloads by how many things they take, where that is enough. */
export function shortNames(all: readonly Named[], within: (named: Named) => string): string[] {
  const full = all.map((named) => nameAlone(named, within(named)));
  const short = all.map(({ takes }, i) =>
    takes === undefined || takes === ''
      ? full[i]
      : full[i].replace(/\([^]*\)(?=~?\d*$)/, `(${countOf(takes)})`),
  );
  const holders = new Map<string, number>();
  const placed = short.map((text, i) => `${within(all[i])} ${text}`);
  for (const text of placed) holders.set(text, (holders.get(text) ?? 0) + 1);
  return short.map((text, i) => (holders.get(placed[i]) === 1 ? text : full[i]));
}

/** How many types a list of them names, those within brackets not counted. */
function countOf(types: string): number {
  let depth = 0;
  let count = 1;
  for (const sign of types) {
    if ('<([{'.includes(sign)) depth++;
    else if ('>)]}'.includes(sign)) depth--;
    else if (sign === ',' && depth === 0) count++;
  }
  return count;
}

/** Places in the list that have one text and are not the same thing. */
function alike(texts: readonly string[], identity: (i: number) => string): number[][] {
  const byText = new Map<string, number[]>();
  texts.forEach((text, i) => {
    const same = byText.get(text);
    if (same) same.push(i);
    else byText.set(text, [i]);
  });
  return [...byText.values()].filter(
    (same) => same.length > 1 && same.some((i) => identity(i) !== identity(same[0])),
  );
}

/** Leaves out the middle of long names where the first step and the last still tell them apart. */
function shorten(
  texts: string[],
  steps: readonly Step[][],
  { taken, kept }: { taken: readonly number[]; kept: readonly number[] },
): void {
  const known = new Map<string, number>();
  for (const text of texts) known.set(text, (known.get(text) ?? 0) + 1);
  texts.forEach((_, i) => {
    if (taken[i] - kept[i] < LEFT_OUT + 1) return;
    const first = steps[i][taken[i] - 1];
    const short = `${first.text}${first.joint}…${first.joint}${joined(steps[i], kept[i])}`;
    if (known.has(short)) return;
    known.set(short, 1);
    texts[i] = short;
  });
}

function joined(steps: readonly Step[], count: number): string {
  let text = steps[0].text;
  for (let at = 1; at < count; at++) text = steps[at].text + steps[at].joint + text;
  return text;
}

/** Members are named with what holds them, unless that is what the list is of. */
function leastSteps({ key, kind }: Named, within: string): number {
  if (kind !== 'routine' && kind !== 'field') return 1;
  const path = key.slice(key.indexOf('#') + 1);
  return path.includes('.') && !isIn(key, within) ? 2 : 1;
}

function isIn(key: string, within: string): boolean {
  return within !== '' && key.startsWith(within) && /^[/#.]/.test(key.slice(within.length));
}

/** The steps of a name from its end, down to what it stands in. */
function stepsOf(named: Named, within: string, isAlone: boolean): Step[] {
  const { key, kind, name } = named;
  const group = parseGroupKey(key);
  if (kind === 'external') return [{ text: name, joint: '' }];
  if (group) return stepsOfGroup(named, group);
  if (key === '') return [{ text: 'the whole codebase', joint: '' }];
  const own = isIn(key, within) ? key.slice(within.length + 1) : key;
  const isMemberOfWithin = isIn(key, within) && key[within.length] !== '/';
  const hash = own.indexOf('#');
  const path = isMemberOfWithin ? '' : hash < 0 ? own : own.slice(0, hash);
  const members = isMemberOfWithin ? own : hash < 0 ? '' : own.slice(hash + 1);
  const pathSteps = path === '' ? [] : steps(path, '/');
  if (members === '') return pathSteps;
  const memberSteps = membersOf(members, named, isAlone);
  if (pathSteps.length > 0) pathSteps[0] = { ...pathSteps[0], joint: '#' };
  return [...memberSteps, ...pathSteps];
}

/** A package by its dots; of build modules that are called alike, and of their packages, the folder is said before. */
function stepsOfGroup(named: Named, { id, name }: { id: ArrangementId; name: string }): Step[] {
  if (name === '' || name.startsWith('(')) return [{ text: groupText(named), joint: '' }];
  const inModule = id === 'modulePackages' ? packageInModule(name) : null;
  const packageName = id === 'packages' ? name : inModule?.packageName;
  const own = packageName === undefined ? [{ text: named.name, joint: '' }] : steps(packageName, '.');
  const isOfModule = id === 'modules' || id === 'modulePackages';
  const folder = isOfModule ? folderOf(inModule?.module ?? name) : '';
  return folder === '' ? own : [...own, { text: folder, joint: ': ' }];
}

function steps(path: string, joint: string): Step[] {
  return path
    .split(joint)
    .map((text) => ({ text, joint }))
    .reverse();
}

/** The last one bears the types that it takes, or which of several of its name it is. */
function membersOf(members: string, { name, takes }: Named, isAlone: boolean): Step[] {
  // A name may hold dots itself; what stands before it is what holds it.
  const ordinal = /~\d+$/.exec(members)?.[0] ?? '';
  const bare = members.slice(0, members.length - ordinal.length);
  const holder = bare.endsWith(name) ? bare.slice(0, bare.length - name.length).replace(/\.$/, '') : '';
  const which = isAlone ? '' : ordinal;
  const told = takes === undefined ? which : takes === '' ? `()${which}` : `(${takes})`;
  const last = { text: (bare.endsWith(name) ? name : bare) + told, joint: '.' };
  return holder === '' ? [last] : [last, ...steps(holder.replace(/~\d+/g, ''), '.')];
}

/** What is left of a thing when its parts stand for themselves. */
function ending({ isRest, kind }: Named): string {
  if (!isRest) return '';
  return kind === 'folder' || kind === 'group' ? ' (direct members)' : ', the rest';
}
