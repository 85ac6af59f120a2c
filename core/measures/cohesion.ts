import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import { EVERYTHING_RESOLVED, passes } from '../graph/rollUp.ts';
import { membersOf } from '../hierarchy/typeHierarchy.ts';
import { dependencyKinds } from '../contracts/linked.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { definitions } from './definitions.ts';
import { ofTypes, wholeTypes } from './types.ts';
import type { Measure } from './measure.ts';

const uses = (['call', 'read', 'write'] as const).reduce(
  (kinds, kind) => kinds | (1 << dependencyKinds.indexOf(kind)),
  0,
);

/** What the routines of one type have to do with its fields and with each other. */
interface Inside {
  /** Routines with a body, and fields, as elements. */
  routines: number[];
  fields: number[];
  /** By routine: the fields that it reads or writes, and the routines of the type that it calls or takes. */
  touched: Map<number, Set<number>>;
  joined: Map<number, Set<number>>;
}

const known = new WeakMap<SurveyedCodebase, Map<number, Inside>>();

/** The inside of each type, worked out once for a survey: three measures rest on it. O(elements + dependencies). */
function insides(survey: SurveyedCodebase): Map<number, Inside> {
  let found = known.get(survey);
  if (!found) known.set(survey, (found = insidesOf(survey)));
  return found;
}

function insidesOf(survey: SurveyedCodebase): Map<number, Inside> {
  const { elements, dependencies } = survey;
  const definedBy = definitions(survey);
  const found = new Map<number, Inside>();
  /** The member that an element is or stands in, wherever that is defined; and the type of each member. */
  const memberOf = new Int32Array(elements.count).fill(-1);
  const typeOf = new Map<number, number>();
  for (const type of wholeTypes(survey)) {
    const inside: Inside = { routines: [], fields: [], touched: new Map(), joined: new Map() };
    for (const member of membersOf(survey, type)) {
      const body = definedBy.get(member) ?? member;
      typeOf.set(member, type);
      for (const place of new Set([member, body]))
        for (let e = place; e < elements.subtreeEnd[place]; e++)
          if (memberOf[e] < 0 && elements.kind[e] !== KIND.type) memberOf[e] = member;
      if (elements.kind[member] === KIND.field) inside.fields.push(member);
      else if (!(elements.flags[body] & FLAG.bodiless)) inside.routines.push(member);
    }
    found.set(type, inside);
  }
  for (let row = 0; row < dependencies.count; row++) {
    const from = memberOf[dependencies.from[row]];
    const to = memberOf[dependencies.to[row]];
    if (from < 0 || to < 0 || from === to || typeOf.get(from) !== typeOf.get(to)) continue;
    if (!passes(dependencies, row, { ...EVERYTHING_RESOLVED, kinds: uses })) continue;
    const { touched, joined } = found.get(typeOf.get(from)!)!;
    if (elements.kind[from] !== KIND.routine) continue;
    enter(elements.kind[to] === KIND.field ? touched : joined, from, to);
  }
  return found;
}

function enter(sets: Map<number, Set<number>>, from: number, to: number): void {
  const set = sets.get(from);
  if (set) set.add(to);
  else sets.set(from, new Set([to]));
}

/** A value of each class that has something to be cohesive; NaN for others. */
function ofInsides(
  survey: SurveyedCodebase,
  value: (inside: Inside, survey: SurveyedCodebase) => number,
): Float64Array {
  const found = insides(survey);
  const { form } = survey.elements;
  return ofTypes(survey, (type) =>
    form[type] === FORM.interface || form[type] === FORM.alias || form[type] === FORM.enum
      ? NaN
      : value(found.get(type)!, survey),
  );
}

/** LCOM4: components of the routines, constructors left out, that share a field or call one another. */
function components({ routines, touched, joined }: Inside, { elements }: SurveyedCodebase): number {
  const own = routines.filter((routine) => elements.form[routine] !== FORM.constructor);
  if (own.length === 0) return NaN;
  const groupOf = new Map(own.map((routine) => [routine, routine]));
  const whole = (of: number): number => {
    let at = of;
    for (let above = groupOf.get(at)!; above !== at; above = groupOf.get(at)!) at = above;
    return at;
  };
  const join = (a: number, b: number): void => void groupOf.set(whole(a), whole(b));
  const firstToTouch = new Map<number, number>();
  for (const routine of own) {
    for (const field of touched.get(routine) ?? []) {
      const first = firstToTouch.get(field);
      if (first === undefined) firstToTouch.set(field, routine);
      else join(routine, first);
    }
    for (const other of joined.get(routine) ?? []) if (groupOf.has(other)) join(routine, other);
  }
  return own.filter((routine) => whole(routine) === routine).length;
}

/** LCOM*: ((Σ μ(a)) / f − m) / (1 − m) of m routines and f fields, μ(a) of which touch field a. */
function lackOfCohesion({ routines, fields, touched }: Inside): number {
  const [m, f] = [routines.length, fields.length];
  if (m < 2 || f === 0) return NaN;
  const touches = routines.reduce((sum, routine) => sum + (touched.get(routine)?.size ?? 0), 0);
  return (m - touches / f) / (m - 1);
}

/** TCC: of the pairs of routines that others see, those that touch a common field, themselves or by what they call. */
function tightCohesion(inside: Inside, { elements }: SurveyedCodebase): number {
  const seen = inside.routines.filter(
    (routine) => elements.form[routine] !== FORM.constructor && !(elements.flags[routine] & FLAG.private),
  );
  if (seen.length < 2) return NaN;
  const reached = seen.map((routine) => touchedBy(inside, routine));
  let pairs = 0;
  for (let a = 0; a < seen.length; a++)
    for (let b = 0; b < a; b++) if (shareOne(reached[a], reached[b])) pairs++;
  return (2 * pairs) / (seen.length * (seen.length - 1));
}

/** The fields that a routine touches, itself or through routines of its type. */
function touchedBy({ touched, joined }: Inside, routine: number): Set<number> {
  const fields = new Set<number>();
  const passed = new Set([routine]);
  for (const at of passed) {
    for (const field of touched.get(at) ?? []) fields.add(field);
    for (const next of joined.get(at) ?? []) passed.add(next);
  }
  return fields;
}

function shareOne(a: ReadonlySet<number>, b: ReadonlySet<number>): boolean {
  const [small, large] = a.size < b.size ? [a, b] : [b, a];
  for (const field of small) if (large.has(field)) return true;
  return false;
}

const ofType = { unit: '', appliesTo: ['type'] } as const;

export const cohesionMeasures: Measure[] = [
  {
    ...ofType,
    id: 'lcom4',
    name: 'LCOM4',
    more: 'worse',
    decimals: 0,
    definition:
      'Parts into which its routines fall, constructors left out, when those that share a field or of which one calls the other belong together.',
    source: 'Hitz and Montazeri 1995',
    compute: (survey) => ofInsides(survey, components),
  },
  {
    ...ofType,
    id: 'lcom96',
    name: 'LCOM*',
    more: 'worse',
    decimals: 2,
    definition:
      '((Σ μ(a)) / f − m) / (1 − m) of m routines and f fields, μ(a) of which touch field a: 0 is cohesive, above 1 alarming.',
    source: 'Henderson-Sellers 1996',
    compute: (survey) => ofInsides(survey, lackOfCohesion),
  },
  {
    ...ofType,
    id: 'tcc',
    name: 'TCC',
    more: 'better',
    decimals: 2,
    definition:
      'Pairs of its routines that are not private, constructors left out, which touch a common field, themselves or through routines of the type / all such pairs.',
    source: 'Bieman and Kang 1995',
    compute: (survey) => ofInsides(survey, tightCohesion),
  },
];
