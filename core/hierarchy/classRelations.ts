import { KIND } from '../facts/fileFacts.ts';
import {
  certainties,
  dependencyKinds,
  isDerivedKind,
  isImportKind,
  type Certainty,
} from '../contracts/linked.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { typePartsOf } from '../typeParts.ts';
import type { TypeHierarchy } from './typeHierarchy.ts';

/**
 * How one type of a set stands to another: it inherits from it or implements it; a field of it holds one
 * (`association`); or it uses it in any other way (`dependency`). The strongest only.
 */
export interface ClassRelation {
  from: number;
  to: number;
  kind: 'inherit' | 'implement' | 'association' | 'dependency';
  certainty: Certainty;
}

const typeUse = dependencyKinds.indexOf('typeUse');

/** O(dependencies). */
export function classRelations(
  survey: SurveyedCodebase,
  { parents }: TypeHierarchy,
  types: readonly number[],
): ClassRelation[] {
  const { elements, dependencies } = survey;
  const typeOf = owningTypes(survey, types);
  const found = new Map<string, ClassRelation>();
  for (const from of types)
    for (const { element, kind, certainty } of parents.get(from) ?? [])
      if (typeOf[element] === element)
        found.set(`${from} ${element}`, { from, to: element, kind, certainty });
  for (let row = 0; row < dependencies.count; row++) {
    const from = typeOf[dependencies.from[row]];
    const to = typeOf[dependencies.to[row]];
    if (from < 0 || to < 0 || from === to) continue;
    if (isImportKind[dependencies.kind[row]] || isDerivedKind[dependencies.kind[row]]) continue;
    const key = `${from} ${to}`;
    const known = found.get(key);
    const isHeld = dependencies.kind[row] === typeUse && elements.kind[dependencies.from[row]] === KIND.field;
    if (known && !(isHeld && known.kind === 'dependency')) continue;
    const kind = isHeld ? 'association' : 'dependency';
    found.set(key, { from, to, kind, certainty: certainties[dependencies.certainty[row]] });
  }
  return [...found.values()];
}

/** By element: the type of the set in which it stands, itself included; -1 for none. */
function owningTypes(survey: SurveyedCodebase, types: readonly number[]): Int32Array {
  const { elements } = survey;
  const typeOf = new Int32Array(elements.count).fill(-1);
  const { others } = typePartsOf(survey);
  // A type within another comes later, and is its own.
  for (const type of [...types].sort((a, b) => a - b))
    for (const part of [type, ...(others.get(type) ?? [])])
      typeOf.fill(type, part, elements.subtreeEnd[part]);
  return typeOf;
}
