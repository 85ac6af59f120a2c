import { CERTAINTY, dependencyKinds, firstRow, type DependencyTable } from '../contracts/linked.ts';
import type { LanguageDefinition } from '../contracts/language.ts';
import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import { throwIfCancelledAtStep } from '../graph/cancellation.ts';
import { membersOf, typeHierarchy, type TypeHierarchy } from '../hierarchy/typeHierarchy.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { bodiesByDeclaration } from './bodies.ts';

/** Marks all that runs, or may run, when some elements do, beside what is marked already. */
export type Reach = (reached: Uint8Array, begun: Iterable<number>) => void;

/** What is the same for every walk over one survey. */
export interface Reaching {
  /** Follows exact and inferred references alone. */
  firm: Reach;
  /** Follows references that may mean one of several as well. */
  all: Reach;
}

const PASSED_ON = dependencyKinds.indexOf('reExport');
const NAMED = dependencyKinds.indexOf('named');
const RUNNING: ReadonlySet<number> = new Set(
  (['call', 'construct', 'initialize'] as const).map((kind) => dependencyKinds.indexOf(kind)),
);
/** Beside these, what a macro is given at the top of a file is read there. */
const RUN_AT_TOP: ReadonlySet<number> = new Set([...RUNNING, dependencyKinds.indexOf('read')]);
const USES_TYPE = dependencyKinds.indexOf('typeUse');

/** A type with parents: its members with those that they take the place of, and whether any of its parents is outside. */
interface Heir {
  overrides: [own: number, taken: number][];
  hasOuterParent: boolean;
}

/**
 * Mark and sweep from what is entered. A file that is reached runs what stands at its top, its variables' initialisers among it; what is referred to is reached, with what it
 * stands in; a declaration leads to its definitions; a routine that takes the place of one that is reached, whose type has parents
 * outside, or that the language runs without naming it, is reached with its type; so is what a routine makes without a name.
 * O(elements + dependencies + members that may take the place of others) a walk.
 */
export function reaching(
  survey: SurveyedCodebase,
  languageOf: (file: number) => LanguageDefinition | undefined,
): Reaching {
  const heirs = heirsOf(survey);
  const takenBy = ownByTaken(heirs);
  const bodiesOf = bodiesByDeclaration(survey);
  const isSettled = meantForSure(survey);
  const walk =
    (mostUnsure: number): Reach =>
    (reached, begun) => {
      const queue: number[] = [];
      const mark = marker(survey, reached, queue);
      for (const element of begun) mark(element);
      for (let e = queue.pop(), step = 0; e !== undefined; e = queue.pop()) {
        throwIfCancelledAtStep(step++);
        implied(survey, e, { mark, bodiesOf, language: languageOf(survey.elements.file[e]) });
        referred(survey, e, { mostUnsure, isSettled }, mark);
        // A member takes the place of another once both its type and the other are reached, whichever comes last.
        for (const { own, type } of takenBy.get(e) ?? []) if (reached[type] === 1) mark(own);
        const heir = heirs.get(e);
        if (heir) inherited(survey, e, heir, reached, mark);
      }
    };
  return { firm: walk(CERTAINTY.inferred), all: walk(CERTAINTY.ambiguous) };
}

/** All of an element: itself, and what stands in it. */
export function whole({ elements }: SurveyedCodebase, element: number): number[] {
  return Array.from({ length: elements.subtreeEnd[element] - element }, (_, i) => element + i);
}

function marker(
  { elements }: SurveyedCodebase,
  reached: Uint8Array,
  queue: number[],
): (element: number) => void {
  return (element) => {
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
}

/** What comes with an element that is reached, though nothing refers to it. */
function implied(
  survey: SurveyedCodebase,
  e: number,
  {
    mark,
    bodiesOf,
    language,
  }: {
    mark: (element: number) => void;
    bodiesOf: ReadonlyMap<number, readonly number[]>;
    language: LanguageDefinition | undefined;
  },
): void {
  const { elements } = survey;
  bodiesOf.get(e)?.forEach(mark);
  // What a value is made of, as the routines of an object, goes with it.
  if (elements.kind[e] === KIND.field) whole(survey, e).forEach(mark);
  if (elements.kind[e] === KIND.file) initialised(survey, e, language).forEach(mark);
  const isRoutine = elements.kind[e] === KIND.routine;
  if (!isRoutine && (elements.kind[e] !== KIND.type || elements.form[e] === FORM.namespace)) return;
  for (let own = e + 1; own < elements.subtreeEnd[e]; own = elements.subtreeEnd[own]) {
    // What is made runs its constructor, however that is called; a type within a routine, or an object's routine, is there to be made
    // when that runs.
    // A type is made of its fields, of the types that these have and of what they are initialised with.
    const isRun = isRoutine
      ? elements.kind[own] !== KIND.field && elements.form[own] !== FORM.function
      : elements.kind[own] === KIND.field ||
        elements.form[own] === FORM.constructor ||
        language?.runUnnamed?.test(elements.name[own]) === true;
    if (isRun && isRoutine) whole(survey, own).forEach(mark);
    else if (isRun) mark(own);
  }
}

/** What runs when a file is loaded beside its own statements: its namespaces, and variables at the top that something is called for. */
function initialised(
  { elements, dependencies }: SurveyedCodebase,
  file: number,
  language: LanguageDefinition | undefined,
): number[] {
  const found: number[] = [];
  // What is called may lie outside, and keep the routines that it is given.
  const isRun = (row: number): boolean =>
    RUNNING.has(dependencies.kind[row]) ||
    (language?.initialisesByCalls === true && elements.kind[dependencies.to[row]] === KIND.routine);
  for (let e = file + 1; e < elements.subtreeEnd[file];) {
    const isNamespace = elements.form[e] === FORM.namespace;
    if (isNamespace || (elements.kind[e] === KIND.field && hasRow(dependencies, e, isRun))) found.push(e);
    e = isNamespace ? e + 1 : elements.subtreeEnd[e];
  }
  return found;
}

/** True for a file with statements, or with variables that something is called for, which run when it is loaded. */
export function runsWhenLoaded(
  survey: SurveyedCodebase,
  file: number,
  language: LanguageDefinition | undefined,
): boolean {
  const { elements, dependencies } = survey;
  const isAtTop = (row: number): boolean => RUN_AT_TOP.has(dependencies.kind[row]);
  return [file, ...initialised(survey, file, language)].some(
    (e) => elements.kind[e] === KIND.field || hasRow(dependencies, e, isAtTop),
  );
}

function hasRow(dependencies: DependencyTable, element: number, isMeant: (row: number) => boolean): boolean {
  for (let row = firstRow(dependencies.from, element); dependencies.from[row] === element; row++)
    if (isMeant(row)) return true;
  return false;
}

function referred(
  survey: SurveyedCodebase,
  e: number,
  { mostUnsure, isSettled }: { mostUnsure: number; isSettled: Uint8Array },
  mark: (element: number) => void,
): void {
  const { dependencies } = survey;
  for (let row = firstRow(dependencies.from, e); dependencies.from[row] === e; row++) {
    if (dependencies.certainty[row] > mostUnsure && isSettled[row] === 0) continue;
    mark(dependencies.to[row]);
    // What is passed on as a whole is offered by whoever passes it on.
    if (dependencies.kind[row] === PASSED_ON) offeredBy(survey, dependencies.to[row]).forEach(mark);
    // What is loaded by its name is run by whoever loads it.
    if (dependencies.kind[row] === NAMED) openMembers(survey, dependencies.to[row]).forEach(mark);
  }
}

/** What a type that is reached brings along, of its own members: those that take the place of reached ones, or answer to the outside. */
function inherited(
  survey: SurveyedCodebase,
  type: number,
  { overrides, hasOuterParent }: Heir,
  reached: Uint8Array,
  mark: (element: number) => void,
): void {
  for (const [own, taken] of overrides) if (reached[taken] === 1) mark(own);
  if (hasOuterParent) openMembers(survey, type).forEach(mark);
}

/** The members of a type that are not private; nothing for what is no type. */
function openMembers({ elements }: SurveyedCodebase, type: number): number[] {
  if (elements.kind[type] !== KIND.type) return [];
  const found: number[] = [];
  for (let own = type + 1; own < elements.subtreeEnd[type]; own = elements.subtreeEnd[own])
    if (!(elements.flags[own] & FLAG.private)) found.push(own);
  return found;
}

/** Members that may take the place of each, with their types. */
function ownByTaken(heirs: ReadonlyMap<number, Heir>): Map<number, { own: number; type: number }[]> {
  const found = new Map<number, { own: number; type: number }[]>();
  for (const [type, { overrides }] of heirs)
    for (const [own, taken] of overrides) {
      const known = found.get(taken);
      if (known) known.push({ own, type });
      else found.set(taken, [{ own, type }]);
    }
  return found;
}

/** What a file has at its top for others, with the open members of its types; nothing for what is no file. */
function offeredBy(survey: SurveyedCodebase, file: number): number[] {
  const { elements } = survey;
  if (elements.kind[file] !== KIND.file) return [];
  const found: number[] = [];
  for (let e = file + 1; e < elements.subtreeEnd[file]; e = elements.subtreeEnd[e])
    if (elements.flags[e] & FLAG.exported) found.push(e, ...openMembers(survey, e));
  return found;
}

/** Rows of references that may mean one routine or macros of its name, marked 1: builds that define those call the routine under another name. */
function meantForSure({ elements, dependencies }: SurveyedCodebase): Uint8Array {
  const isSure = new Uint8Array(dependencies.count);
  for (let row = 0; row < dependencies.count;) {
    const from = dependencies.from[row];
    const routines = new Map<number, number[]>();
    for (; row < dependencies.count && dependencies.from[row] === from; row++) {
      const to = dependencies.to[row];
      if (dependencies.certainty[row] !== CERTAINTY.ambiguous || elements.form[to] === FORM.macro) continue;
      const place = placeOf(dependencies, row);
      routines.set(place, [...(routines.get(place) ?? []), row]);
    }
    for (const rows of routines.values()) if (rows.length === 1) isSure[rows[0]] = 1;
  }
  return isSure;
}

/** The first place of a row as one number. */
function placeOf({ line, column, placeStart }: DependencyTable, row: number): number {
  return line[placeStart[row]] * 65_536 + column[placeStart[row]];
}

function heirsOf(survey: SurveyedCodebase): Map<number, Heir> {
  const hierarchy = typeHierarchy(survey);
  return new Map(
    [...hierarchy.parents.keys()].map((type) => {
      const ancestors = nearestAncestors(survey, hierarchy.parents, type);
      const hasOuterParent = ancestors.some((e) => e >= survey.elements.firstExternal);
      return [type, { overrides: overridesOf(survey, type, ancestors), hasOuterParent }];
    }),
  );
}

/** More ancestors than any type has that somebody wrote by hand. */
const MOST_ANCESTORS = 500;

/** The types and externals above a type, the nearest first, up to a bound: chains of thousands would cost their square. */
function nearestAncestors(
  survey: SurveyedCodebase,
  parents: TypeHierarchy['parents'],
  type: number,
): number[] {
  const found = new Set([type]);
  // A set gives out what is added to it while it is walked.
  for (const at of found) {
    for (const { element } of parents.get(at) ?? []) found.add(element);
    // What is a parent by another name is one.
    if (survey.elements.form[at] === FORM.alias) typesUsed(survey, at).forEach((used) => found.add(used));
    if (found.size > MOST_ANCESTORS) break;
  }
  found.delete(type);
  return [...found];
}

function typesUsed({ dependencies }: SurveyedCodebase, element: number): number[] {
  const found: number[] = [];
  for (let row = firstRow(dependencies.from, element); dependencies.from[row] === element; row++)
    if (dependencies.kind[row] === USES_TYPE) found.push(dependencies.to[row]);
  return found;
}

/**
 * Members of a type that may take the place of one of an ancestor: by its name, and as many parameters where both have some. Which of
 * several overloads that is is not decided: whichever is run, none of them is called unused for it.
 */
function overridesOf(
  survey: SurveyedCodebase,
  type: number,
  ancestors: readonly number[],
): [own: number, taken: number][] {
  const { elements, figures } = survey;
  const own = new Map<string, number[]>();
  for (const member of membersOf(survey, type))
    own.set(elements.name[member], [...(own.get(elements.name[member]) ?? []), member]);
  const isRoutine = (e: number): boolean => elements.kind[e] === KIND.routine;
  return ancestors
    .filter((ancestor) => ancestor < elements.firstExternal)
    .flatMap((ancestor) => membersOf(survey, ancestor))
    .flatMap((taken) => {
      const named = own.get(elements.name[taken]) ?? [];
      const fitting = named.filter(
        (e) => !isRoutine(e) || !isRoutine(taken) || figures.parameters[e] === figures.parameters[taken],
      );
      // With parameters that have values of their own, or that are packed, the only one of the name is meant.
      return (fitting.length === 0 && named.length === 1 ? named : fitting).map((e): [number, number] => [
        e,
        taken,
      ]);
    });
}
