import { byBuildModules } from '../arrangement/buildModules.ts';
import type { EntryPoint } from '../contracts/language.ts';
import { CERTAINTY, dependencyKinds, isImportKind } from '../contracts/linked.ts';
import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import { throwIfCancelledAtStep } from '../graph/cancellation.ts';
import { incomingRows, type IncomingRows } from '../graph/incoming.ts';
import { languageNamed } from '../languages/registry.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { nativeFiles } from './bodies.ts';
import { reaching, runsWhenLoaded, whole, type Reaching } from './reached.ts';
import type { Doubt, UnusedClass } from './unusedClasses.ts';

/** A file, type or routine that no entry point reaches. What stands in one that is told is not told by itself. */
export interface Unreached {
  element: number;
  class: UnusedClass;
  /** Null where it is not doubtful. */
  doubt: Doubt | null;
}

export interface UnreachedCode {
  found: Unreached[];
  /** So many files stand in a part without a program of its own, of which all that is public counts as used. */
  libraries: number;
}

/** Languages in which only what is exported is seen outside of its file. */
const EXPORTS: ReadonlySet<string> = new Set(['typescript', 'javascript']);
const INITIALIZED = dependencyKinds.indexOf('initialize');

/**
 * What no entry point reaches, neither a found one nor a file for which `isEntry` is true; {@link reaching} says what reaches what. O(elements
 * + dependencies), a few times.
 */
export function unreachedCode(
  survey: SurveyedCodebase,
  entryPoints: readonly EntryPoint[],
  { isEntry, isTest }: { isEntry: (path: string) => boolean; isTest: Uint8Array },
): UnreachedCode {
  const { elements, files } = survey;
  const { begun, libraries } = beginnings(survey, entryPoints, { isEntry, isTest });
  const languageOf = new Map(files.map(({ element, language }) => [element, languageNamed(language)]));
  const reach = reaching(survey, (file) => languageOf.get(file));
  const tests = files
    .filter(({ element }) => isTest[element] === 1)
    .flatMap(({ element }) => whole(survey, element));
  const marks = marksOf(survey, reach, begun, tests);
  const incoming = incomingRows(survey.dependencies, elements.count);
  const isVariant = variantsOfReached(survey, marks.all);
  const found: Unreached[] = [];
  for (const { element: file } of files) {
    if (isTest[file] === 1) continue;
    for (let e = file; e < elements.subtreeEnd[file];) {
      throwIfCancelledAtStep(e);
      const own = classOf(survey, e, { marks, incoming, isVariant });
      if (own === null) {
        e++;
        continue;
      }
      found.push({ element: e, ...own });
      e = elements.subtreeEnd[e];
    }
  }
  return { found, libraries };
}

/** Elements with which the code is entered. */
function beginnings(
  survey: SurveyedCodebase,
  entryPoints: readonly EntryPoint[],
  { isEntry, isTest }: { isEntry: (path: string) => boolean; isTest: Uint8Array },
): { begun: number[]; libraries: number } {
  const { elements, files } = survey;
  const entryOf = new Map(entryPoints.map((entry) => [entry.path, entry]));
  const partOf = partsByBuild(survey);
  const isBegin = ({ path, element }: (typeof files)[number]): boolean =>
    isTest[element] === 0 && (entryOf.has(path) || isEntry(path));
  // What stands beside a library, to show or to measure it, makes no program of it.
  const withEntry = new Set(
    files
      .filter((file) => isBegin(file) && !entryOf.get(file.path)?.isBeside)
      .map(({ element }) => partOf(element)),
  );
  const begun: number[] = mentionedOnce(survey);
  let libraries = 0;
  for (const file of files) {
    const { element, path, language } = file;
    if (isTest[element] === 1) continue;
    const definition = languageNamed(language);
    const { enteredByName: entered, madeByMacro, namesOnly } = definition ?? {};
    if (namesOnly) {
      begun.push(element);
      continue;
    }
    // A build that lists it loads it, though nothing includes it.
    if (definition?.standsAlone?.(path) && runsWhenLoaded(survey, element, definition)) begun.push(element);
    for (let e = element + 1; e < elements.subtreeEnd[element]; e++)
      if (elements.kind[e] === KIND.routine && elements.form[e] !== FORM.macro) {
        const name = elements.name[e];
        const isAtLoad = (elements.flags[e] & FLAG.atLoad) !== 0;
        if (isAtLoad || entered?.test(name) || madeByMacro?.test(name)) begun.push(e);
      }
    const isLibrary = !withEntry.has(partOf(element));
    if (isLibrary) libraries++;
    else if (!isBegin(file)) continue;
    begun.push(element);
    const role = entryOf.get(path)?.role;
    const isStarted = role === 'program' || role === 'script';
    for (let e = element + 1; e < elements.subtreeEnd[element]; e++) {
      const isMain = isStarted && /^main$/i.test(elements.name[e]);
      if (isMain || ((isLibrary || !isStarted) && isPublic(survey, e, EXPORTS.has(language)))) begun.push(e);
    }
  }
  return { begun, libraries };
}

/** What code that is not read names, where only one type or routine is called so. O(elements). */
function mentionedOnce({ elements, mentionedNames }: SurveyedCodebase): number[] {
  const mentioned = new Set(mentionedNames);
  const byName = new Map<string, number>();
  for (let e = 0; mentioned.size > 0 && e < elements.firstExternal; e++) {
    const isDeclared = elements.kind[e] === KIND.type || elements.kind[e] === KIND.routine;
    // A prototype and its definition are one, and so are a type and what makes it.
    const isWhole = !(elements.flags[e] & FLAG.bodiless) && elements.form[e] !== FORM.constructor;
    if (!isDeclared || !isWhole || !mentioned.has(elements.name[e])) continue;
    byName.set(elements.name[e], byName.has(elements.name[e]) ? -1 : e);
  }
  return [...byName.values()].filter((e) => e >= 0);
}

/** The innermost build module that a file stands in, as a number; -1 for none. */
function partsByBuild(survey: SurveyedCodebase): (file: number) => number {
  const { groupOf } = byBuildModules(survey);
  return (file) => groupOf[file];
}

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

/** What is reached by what is sure, by what may be meant, by what may be called by its name, and by tests as well. */
interface Marks {
  firm: Uint8Array;
  all: Uint8Array;
  byName: Uint8Array;
  /** What itself may be called by its name. */
  named: Uint8Array;
  withTests: Uint8Array;
}

function marksOf(
  survey: SurveyedCodebase,
  reach: Reaching,
  begun: readonly number[],
  tests: readonly number[],
): Marks {
  const { count } = survey.elements;
  const firm = new Uint8Array(count);
  reach.firm(firm, begun);
  // From the beginning: what is marked already would not be walked from, and its unsure references were passed over.
  const all = new Uint8Array(count);
  reach.all(all, begun);
  const withTests = all.slice();
  reach.all(withTests, tests);
  return { firm, all, withTests, ...reachedByName(survey, reach, all) };
}

/**
 * What may be called by its name: by something that is used, or by what may be called itself. Of a name that stands in code that is unused,
 * nothing follows. O(elements) and a walk for each round, of which there are as many as such names lead to others.
 */
function reachedByName(
  survey: SurveyedCodebase,
  reach: Reaching,
  all: Uint8Array,
): Pick<Marks, 'byName' | 'named'> {
  const { elements } = survey;
  const saidBy = new Map(survey.unresolvedNames.map(({ name, from }) => [name, from]));
  const mentioned = new Set(survey.mentionedNames);
  const renamed = renamedByMacros(survey);
  const byName = all.slice();
  const named = new Uint8Array(elements.count);
  const isSaid = (e: number): boolean => {
    const from = saidBy.get(elements.name[e]);
    if (mentioned.has(elements.name[e]) || renamed.has(e) || from?.length === 0) return true;
    return (
      from?.some((other) => byName[other] === 1 && !(e <= other && other < elements.subtreeEnd[e])) === true
    );
  };
  let left = [...all.keys()].filter(
    (e) => all[e] === 0 && (renamed.has(e) || mayBeCalled(survey, e, saidBy, mentioned)),
  );
  for (let found = left.filter(isSaid); found.length > 0; found = left.filter(isSaid)) {
    for (const e of found) named[e] = 1;
    reach.all(byName, found);
    left = left.filter((e) => named[e] === 0);
  }
  return { byName, named };
}

/** True for what may be meant where its name stands and it is not known what is; nobody names what stands in a routine from outside. */
function mayBeCalled(
  { elements }: SurveyedCodebase,
  e: number,
  saidBy: ReadonlyMap<string, readonly number[]>,
  mentioned: ReadonlySet<string>,
): boolean {
  const isDeclared = elements.kind[e] === KIND.type || elements.kind[e] === KIND.routine;
  const name = elements.name[e];
  return (
    isDeclared &&
    elements.kind[elements.parent[e]] !== KIND.routine &&
    (saidBy.has(name) || mentioned.has(name))
  );
}

/** Routines of C and C++ that a macro may give another name, by which they are called then. O(declarations). */
function renamedByMacros(survey: SurveyedCodebase): ReadonlySet<number> {
  const { elements } = survey;
  const macros = new Set<string>();
  const routines: number[] = [];
  for (const { element } of nativeFiles(survey))
    for (let e = element + 1; e < elements.subtreeEnd[element]; e++) {
      const isMacro = elements.form[e] === FORM.macro;
      if (!isMacro && elements.kind[e] === KIND.routine) routines.push(e);
      if (isMacro && elements.kind[e] === KIND.field) macros.add(elements.name[e]);
    }
  return new Set(routines.filter((e) => macros.has(elements.name[e])));
}

/**
 * In C and C++, what has the name and the place of something that is reached: conditions of a build, or arguments that are not known, may
 * choose the one or the other. O(declarations).
 */
function variantsOfReached(survey: SurveyedCodebase, reached: Uint8Array): ReadonlySet<number> {
  const { elements } = survey;
  const variants = new Map<string, number[]>();
  const own = nativeFiles(survey);
  const each = (visit: (e: number, name: string) => void): void => {
    for (const { element } of own)
      for (let e = element + 1; e < elements.subtreeEnd[element]; e++)
        if (elements.kind[e] !== KIND.field) visit(e, elements.key[e].replace(/~\d+$/, ''));
  };
  each((e, name) => {
    if (name !== elements.key[e]) variants.set(name, []);
  });
  each((e, name) => variants.get(name)?.push(e));
  return new Set([...variants.values()].filter((group) => group.some((e) => reached[e] === 1)).flat());
}

/** Of what has no name, or only that of a statement which a macro made look like a routine. */
const isNameless = /^(\(.*|if|for|while|switch)$/;

/** What kind of unused code an element is; null where it is none, or only part of what is told. */
function classOf(
  survey: SurveyedCodebase,
  e: number,
  { marks, incoming, isVariant }: { marks: Marks; incoming: IncomingRows; isVariant: ReadonlySet<number> },
): Omit<Unreached, 'element'> | null {
  const { elements } = survey;
  // A namespace is told by what it holds, and what has no name by what it stands in.
  const isTold =
    elements.kind[e] !== KIND.field &&
    elements.form[e] !== FORM.namespace &&
    !(elements.flags[e] & FLAG.bodiless) &&
    !isNameless.test(elements.name[e]);
  if (!isTold || marks.firm[e] === 1) return null;
  const end = elements.subtreeEnd[e];
  const users = usersOf(survey, e, incoming);
  if (marks.all[e] === 1)
    // What only such code leads on to may be used as well; it is told by what leads there.
    return users.some(({ from, isUnsure }) => isUnsure && marks.all[from] === 1) &&
      !isPartly(marks.firm, e, end) &&
      !isChosenByBuild(survey, e)
      ? { class: 'doubtful', doubt: 'candidate' }
      : null;
  if (marks.named[e] === 1) return { class: 'doubtful', doubt: 'byName' };
  // What only that leads on to is told by what leads there, and what holds it by its parts.
  if (marks.byName[e] === 1) return null;
  // Of variants that a condition chooses from, another build uses the other.
  if (isVariant.has(e)) return isChosenByBuild(survey, e) ? null : { class: 'doubtful', doubt: 'candidate' };
  if (marks.withTests[e] === 1) return { class: 'byTests', doubt: null };
  if (elements.kind[e] === KIND.file && end === e + 1) return { class: 'doubtful', doubt: 'declaresNothing' };
  return { class: users.length > 0 ? 'byUnused' : 'notReferenced', doubt: null };
}

const isChosenByBuild = ({ elements }: SurveyedCodebase, e: number): boolean =>
  (elements.flags[e] & FLAG.conditional) !== 0;

const isPartly = (marks: Uint8Array, from: number, end: number): boolean =>
  marks.subarray(from, end).includes(1);

/** What refers to an element, or to what stands in it, from outside of it; what follows from another reference aside. */
function usersOf(
  { elements, dependencies }: SurveyedCodebase,
  element: number,
  incoming: IncomingRows,
): { from: number; isUnsure: boolean }[] {
  const end = elements.subtreeEnd[element];
  const found: { from: number; isUnsure: boolean }[] = [];
  for (let at = incoming.start[element]; at < incoming.start[end]; at++) {
    const row = incoming.rows[at];
    const from = dependencies.from[row];
    if ((from >= element && from < end) || dependencies.kind[row] === INITIALIZED) continue;
    const isUnsure =
      dependencies.certainty[row] === CERTAINTY.ambiguous && isImportKind[dependencies.kind[row]] === 0;
    found.push({ from, isUnsure });
  }
  return found;
}
