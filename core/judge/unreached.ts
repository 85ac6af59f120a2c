import { byBuildModules } from '../arrangement/buildModules.ts';
import type { EntryPoint } from '../contracts/language.ts';
import { CERTAINTY, dependencyKinds, firstRow, isImportKind } from '../contracts/linked.ts';
import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import { giveUpAtStep } from '../graph/giveUp.ts';
import { incomingRows, type IncomingRows } from '../graph/incoming.ts';
import { inheritedMembers } from '../hierarchy/overrides.ts';
import { relatives, typeHierarchy } from '../hierarchy/typeHierarchy.ts';
import type { SurveyedCodebase } from '../survey.ts';

/** How sure it is that nothing needs an element, from the most. */
export const unreachedCertainties = ['sure', 'likely', 'doubtful'] as const;
/**
 * `sure`: nothing refers to it at all. `likely`: only what is not reached itself does. `doubtful`: something that is reached may, or
 * it may be called by its name alone, or be linked to from outside.
 */
export type UnreachedCertainty = (typeof unreachedCertainties)[number];

/** A file, type or routine that no entry point reaches. What stands in one that is told is not told by itself. */
export interface Unreached {
  element: number;
  certainty: UnreachedCertainty;
  /** True for what tests reach, and nothing else. */
  onlyTests: boolean;
}

export interface UnreachedCode {
  found: Unreached[];
  /** So many files stand in a build module without an entry point, of which all that is public counts as one. */
  libraries: number;
}

/** Languages in which a routine of a type may be called on what is not known to be of it. */
const BY_NAME: ReadonlySet<string> = new Set(['python', 'javascript']);
/** Languages in which only what is exported is seen outside of its file. */
const EXPORTS: ReadonlySet<string> = new Set(['typescript', 'javascript']);
/** Languages in which what is not of its file alone may be linked to by anybody. */
const LINKED: ReadonlySet<string> = new Set(['c', 'cpp']);
const PASSED_ON = dependencyKinds.indexOf('reExport');
const INITIALIZED = dependencyKinds.indexOf('initialize');

/**
 * What no entry point reaches, neither a found one nor a file for which `isEntry` is true. A file that is reached runs what stands at
 * its top; what is referred to is reached, with what it stands in; a routine that takes the place of one that is reached, or whose
 * type has parents outside, is reached with its type. Mark and sweep, O(elements + dependencies + members of types with parents).
 */
export function unreachedCode(
  survey: SurveyedCodebase,
  entryPoints: readonly EntryPoint[],
  { isEntry, isTest }: { isEntry: (path: string) => boolean; isTest: Uint8Array },
): UnreachedCode {
  const { elements, files } = survey;
  const roleOf = new Map(entryPoints.map(({ path, role }) => [path, role]));
  const isBegin = ({ path, element }: (typeof files)[number]): boolean =>
    isTest[element] === 0 && (roleOf.has(path) || isEntry(path));
  const partOf = partsByBuild(survey);
  const withEntry = new Set(files.filter(isBegin).map(({ element }) => partOf(element)));
  const begun: number[] = [];
  let libraries = 0;
  for (const file of files) {
    const { element, path, language } = file;
    if (isTest[element] === 1) continue;
    const isLibrary = !withEntry.has(partOf(element));
    if (isLibrary) libraries++;
    else if (!isBegin(file)) continue;
    begun.push(element);
    const role = roleOf.get(path);
    const isStarted = !isLibrary && (role === 'program' || role === 'script');
    for (let e = element + 1; e < elements.subtreeEnd[element]; e++)
      if (isStarted ? /^main$/i.test(elements.name[e]) : isPublic(survey, e, EXPORTS.has(language)))
        begun.push(e);
  }
  const incoming = incomingRows(survey.dependencies, elements.count);
  const heirs = heirsOf(survey);
  const reached = new Uint8Array(elements.count);
  reach(survey, heirs, reached, begun);
  const withTests = reached.slice();
  reach(
    survey,
    heirs,
    withTests,
    files.filter(({ element }) => isTest[element] === 1).flatMap(({ element }) => whole(survey, element)),
  );
  const found: Unreached[] = [];
  for (const { element: file, language } of files) {
    if (isTest[file] === 1) continue;
    for (let e = file; e < elements.subtreeEnd[file];) {
      giveUpAtStep(e);
      const isTold =
        reached[e] === 0 && elements.kind[e] !== KIND.field && !(elements.flags[e] & FLAG.bodiless);
      if (!isTold) {
        e++;
        continue;
      }
      const certainty = certaintyOf(survey, e, { incoming, reached, language });
      found.push({ element: e, certainty, onlyTests: withTests[e] === 1 });
      e = elements.subtreeEnd[e];
    }
  }
  return { found, libraries };
}

/** The innermost build module that a file stands in, as a number; -1 for none. */
function partsByBuild(survey: SurveyedCodebase): (file: number) => number {
  const { groupOf } = byBuildModules(survey);
  return (file) => groupOf[file];
}

/** What a file has at its top for others; nothing for what is no file. */
function offeredBy({ elements }: SurveyedCodebase, file: number): number[] {
  if (elements.kind[file] !== KIND.file) return [];
  const found: number[] = [];
  for (let e = file + 1; e < elements.subtreeEnd[file]; e = elements.subtreeEnd[e])
    if (elements.flags[e] & FLAG.exported) found.push(e);
  return found;
}

const whole = ({ elements }: SurveyedCodebase, element: number): number[] =>
  Array.from({ length: elements.subtreeEnd[element] - element }, (_, i) => element + i);

/**
 * True for what others may use, as far as its declaration and those around it say; `isByExport` for languages in which only what is
 * exported is seen outside of its file.
 */
function isPublic({ elements }: SurveyedCodebase, e: number, isByExport: boolean): boolean {
  for (let at = e; elements.kind[at] > KIND.file; at = elements.parent[at]) {
    const around = elements.kind[elements.parent[at]];
    if (elements.flags[at] & (FLAG.private | FLAG.internal) || around === KIND.routine) return false;
    if (isByExport && around === KIND.file && !(elements.flags[at] & FLAG.exported)) return false;
  }
  return true;
}

/** A type with parents: its members with those that they take the place of, and whether any of its parents is outside. */
interface Heir {
  type: number;
  overrides: [own: number, taken: number][];
  hasOuterParent: boolean;
}

function heirsOf(survey: SurveyedCodebase): Heir[] {
  const hierarchy = typeHierarchy(survey);
  return [...hierarchy.parents.keys()].map((type) => ({
    type,
    overrides: [...inheritedMembers(survey, hierarchy, type).overrides],
    hasOuterParent: [...relatives(hierarchy.parents, type).keys()].some(
      (e) => e >= survey.elements.firstExternal,
    ),
  }));
}

/** Marks all that is reached from some elements, beside what is reached already. */
function reach(
  survey: SurveyedCodebase,
  heirs: readonly Heir[],
  reached: Uint8Array,
  begun: readonly number[],
): void {
  const { elements, dependencies } = survey;
  const queue: number[] = [];
  const mark = (element: number): void => {
    for (
      let e = element;
      e >= 0 && e < elements.firstExternal && elements.kind[e] !== KIND.folder;
      e = elements.parent[e]
    ) {
      if (reached[e] === 1) return;
      reached[e] = 1;
      queue.push(e);
    }
  };
  begun.forEach(mark);
  for (let isSettled = false; !isSettled;) {
    for (let e = queue.pop(); e !== undefined; e = queue.pop()) {
      // What a value is made of, as the routines of an object, goes with it.
      if (elements.kind[e] === KIND.field) whole(survey, e).forEach(mark);
      // What is made runs its constructor, however that is called.
      if (elements.kind[e] === KIND.type)
        for (let own = e + 1; own < elements.subtreeEnd[e]; own = elements.subtreeEnd[own])
          if (elements.form[own] === FORM.constructor) mark(own);
      for (
        let row = firstRow(dependencies.from, e);
        row < dependencies.count && dependencies.from[row] === e;
        row++
      )
        if (dependencies.certainty[row] !== CERTAINTY.ambiguous) {
          mark(dependencies.to[row]);
          // What is passed on as a whole is offered by whoever passes it on.
          if (dependencies.kind[row] === PASSED_ON) offeredBy(survey, dependencies.to[row]).forEach(mark);
        }
    }
    for (const { type, overrides, hasOuterParent } of heirs) {
      if (reached[type] === 0) continue;
      for (const [own, taken] of overrides) if (reached[taken] === 1 && reached[own] === 0) mark(own);
      if (!hasOuterParent) continue;
      for (let own = type + 1; own < elements.subtreeEnd[type]; own = elements.subtreeEnd[own])
        if (reached[own] === 0 && !(elements.flags[own] & FLAG.private)) mark(own);
    }
    isSettled = queue.length === 0;
  }
}

function certaintyOf(
  survey: SurveyedCodebase,
  element: number,
  { incoming, reached, language }: { incoming: IncomingRows; reached: Uint8Array; language: string },
): UnreachedCertainty {
  const { elements, dependencies } = survey;
  const end = elements.subtreeEnd[element];
  let isReferred = false;
  for (let at = incoming.start[element]; at < incoming.start[end]; at++) {
    const row = incoming.rows[at];
    const from = dependencies.from[row];
    if (from >= element && from < end) continue;
    if (dependencies.kind[row] === INITIALIZED) continue;
    isReferred = true;
    // Only what could not be told apart leads here from what is reached.
    if (reached[from] === 1 && isImportKind[dependencies.kind[row]] === 0) return 'doubtful';
  }
  // What declares nothing has nothing to be referred to.
  if (elements.kind[element] === KIND.file && end === element + 1) return 'doubtful';
  const isMember =
    elements.kind[element] === KIND.routine && elements.kind[elements.parent[element]] === KIND.type;
  if (BY_NAME.has(language) && isMember && !(elements.flags[element] & FLAG.private)) return 'doubtful';
  const isLinkable = (e: number): boolean =>
    elements.kind[e] === KIND.routine && !(elements.flags[e] & (FLAG.static | FLAG.private));
  if (LINKED.has(language) && whole(survey, element).some(isLinkable)) return 'doubtful';
  return isReferred ? 'likely' : 'sure';
}
