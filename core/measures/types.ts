import { FLAG, FORM, KIND } from '../facts/fileFacts.ts';
import { CALL_KINDS, EVERYTHING_RESOLVED, passes } from '../graph/rollUp.ts';
import { membersOf, typeHierarchy } from '../hierarchy/typeHierarchy.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { typePartsOf } from '../typeParts.ts';
import { definitions, isTypeItself } from './definitions.ts';
import { noValues, type Measure } from './measure.ts';

const ck = 'Chidamber and Kemerer 1994';

/** Values of types; where a type goes on in other places, its main part has the value of all. */
export function ofTypes(survey: SurveyedCodebase, value: (element: number) => number): Float64Array {
  const values = noValues(survey);
  for (const type of wholeTypes(survey)) values[type] = value(type);
  return values;
}

/** Every type once, by its main part. */
export function wholeTypes(survey: SurveyedCodebase): number[] {
  const { firstExternal } = survey.elements;
  const { wholeOf } = typePartsOf(survey);
  const types: number[] = [];
  for (let e = 0; e < firstExternal; e++) if (isTypeItself(survey, e) && !wholeOf.has(e)) types.push(e);
  return types;
}

/** The innermost type an element stands in or is a member of, itself included; -1 for none. */
function enclosingTypes(survey: SurveyedCodebase): Int32Array {
  const { firstExternal, count, kind, parent, subtreeEnd } = survey.elements;
  const typeOf = new Int32Array(count).fill(-1);
  for (let e = 0; e < firstExternal; e++) {
    typeOf[e] = isTypeItself(survey, e) ? e : parent[e] >= 0 ? typeOf[parent[e]] : -1;
  }
  const { wholeOf } = typePartsOf(survey);
  if (wholeOf.size > 0)
    for (let e = 0; e < firstExternal; e++) typeOf[e] = wholeOf.get(typeOf[e]) ?? typeOf[e];
  for (const [declared, definition] of definitions(survey)) {
    for (let e = definition; e < subtreeEnd[definition]; e++)
      if (kind[e] !== KIND.type) typeOf[e] = typeOf[declared];
  }
  return typeOf;
}

/** The members of a kind that a type holds, in all its parts. */
function members(survey: SurveyedCodebase, type: number, kind: number): number[] {
  return membersOf(survey, type).filter((member) => survey.elements.kind[member] === kind);
}

/**
 * The longest path of parents to a root, of classes by classes and of interfaces by interfaces; an external parent counts 1, be it the one or
 * the other.
 */
function inheritanceDepth(survey: SurveyedCodebase, ofInterfaces: boolean): Float64Array {
  const { parents } = typeHierarchy(survey);
  const { firstExternal, form } = survey.elements;
  const isMeasured = (type: number): boolean =>
    type >= firstExternal || (form[type] === FORM.interface) === ofInterfaces;
  const depths = new Map<number, number>();
  const depthOf = (type: number): number => {
    if (type >= firstExternal) return 0;
    const known = depths.get(type);
    if (known !== undefined) return known;
    depths.set(type, 0); // A type that inherits from itself has no root.
    const depth = (parents.get(type) ?? [])
      .filter(({ element, kind }) => isMeasured(element) && (ofInterfaces || kind === 'inherit'))
      .reduce((max, { element }) => Math.max(max, 1 + depthOf(element)), 0);
    depths.set(type, depth);
    return depth;
  };
  return ofTypes(survey, (type) => (isMeasured(type) ? depthOf(type) : NaN));
}

/** Distinct types (or externals) coupled with each type: those it uses, those that use it, or both. */
function coupledTypes(survey: SurveyedCodebase, direction: 'uses' | 'usedBy' | 'either'): Float64Array {
  const { dependencies } = survey;
  const typeOf = enclosingTypes(survey);
  const coupled = new Map<number, Set<number>>();
  const note = (type: number, other: number): void => {
    let set = coupled.get(type);
    if (!set) coupled.set(type, (set = new Set()));
    set.add(other);
  };
  for (let row = 0; row < dependencies.count; row++) {
    const from = typeOf[dependencies.from[row]];
    const to = typeOf[dependencies.to[row]];
    if (from < 0 || to < 0 || from === to || !passes(dependencies, row, EVERYTHING_RESOLVED)) continue;
    if (direction !== 'usedBy') note(from, to);
    if (direction !== 'uses') note(to, from);
  }
  return ofTypes(survey, (e) => coupled.get(e)?.size ?? 0);
}

function responseSet(survey: SurveyedCodebase): Float64Array {
  const { dependencies, elements } = survey;
  const typeOf = enclosingTypes(survey);
  const called = new Map<number, Set<number>>();
  for (let row = 0; row < dependencies.count; row++) {
    const type = typeOf[dependencies.from[row]];
    const to = dependencies.to[row];
    if (type < 0 || typeOf[to] === type || elements.kind[to] !== KIND.routine) continue;
    if (!passes(dependencies, row, { ...EVERYTHING_RESOLVED, kinds: CALL_KINDS })) continue;
    let set = called.get(type);
    if (!set) called.set(type, (set = new Set()));
    set.add(to);
  }
  return ofTypes(survey, (e) => members(survey, e, KIND.routine).length + (called.get(e)?.size ?? 0));
}

function typeMeasure(
  id: string,
  name: string,
  definition: string,
  compute: Measure['compute'],
  extra: Partial<Measure> = {},
): Measure {
  return {
    id,
    name,
    unit: '',
    appliesTo: ['type'],
    more: 'worse',
    decimals: 0,
    definition,
    source: ck,
    compute,
    ...extra,
  };
}

export const typeMeasures: Measure[] = [
  typeMeasure(
    'wmc',
    'WMC',
    'Sum of the cyclomatic complexity of its routines.',
    (survey) => {
      const definedBy = definitions(survey);
      const { cyclomatic } = survey.figures;
      return ofTypes(survey, (e) =>
        members(survey, e, KIND.routine).reduce((sum, m) => sum + cyclomatic[definedBy.get(m) ?? m], 0),
      );
    },
    { ordinary: 60 },
  ),
  typeMeasure(
    'dit',
    'DIT',
    'Longest path of classes to a root of inheritance; an external parent counts 1, and interfaces are no parents here.',
    (survey) => inheritanceDepth(survey, false),
  ),
  typeMeasure(
    'interfaceDepth',
    'Interface depth',
    'Longest path of interfaces to a root of inheritance; an external parent counts 1.',
    (survey) => inheritanceDepth(survey, true),
    { source: 'Yletope, measures: types' },
  ),
  typeMeasure(
    'noc',
    'NOC',
    'Types that inherit from it directly.',
    (survey) => {
      const { children } = typeHierarchy(survey);
      return ofTypes(survey, (e) => children.get(e)?.length ?? 0);
    },
    { more: 'neutral' },
  ),
  typeMeasure('cbo', 'CBO', 'Distinct types it is coupled with, either way.', (survey) =>
    coupledTypes(survey, 'either'),
  ),
  typeMeasure(
    'rfc',
    'RFC',
    'Its own routines + distinct routines of others that they call, constructors among both.',
    responseSet,
  ),
  typeMeasure('usesTypes', 'Uses types', 'Distinct types it uses.', (survey) => coupledTypes(survey, 'uses')),
  typeMeasure(
    'usedByTypes',
    'Used by types',
    'Distinct types that use it.',
    (survey) => coupledTypes(survey, 'usedBy'),
    { more: 'neutral' },
  ),
  typeMeasure(
    'fields',
    'Fields',
    'Fields, properties and enumeration members.',
    (survey) => ofTypes(survey, (e) => members(survey, e, KIND.field).length),
    { more: 'neutral', source: 'Yletope, measures: types' },
  ),
  typeMeasure(
    'publicShare',
    'Public share',
    'Routines and fields that are neither private nor protected / all of them.',
    (survey) =>
      ofTypes(survey, (e) => {
        const all = membersOf(survey, e);
        const open = all.filter((m) => !(survey.elements.flags[m] & (FLAG.private | FLAG.protected)));
        return (100 * open.length) / all.length;
      }),
    { unit: '%', more: 'neutral', source: 'Yletope, measures: types' },
  ),
];
