import { FORM, KIND, type FileFacts } from '../facts/fileFacts.ts';
import type { Declared, Value } from '../contracts/values.ts';
import { parameterTypes, takes, type ParameterContext } from './parameters.ts';
import type { TypeContext, TypeRelations } from './typeRelations.ts';

/** The constructors that a type states in its own file; O(declarations in it). */
export function constructorsIn({ declarations }: FileFacts, type: number): number[] {
  const found: number[] = [];
  // What stands in a type comes after it, before all that begins behind its end.
  for (
    let d = type + 1;
    d < declarations.count && declarations.startLine[d] <= declarations.endLine[type];
    d++
  )
    if (declarations.parent[d] === type && declarations.form[d] === FORM.constructor) found.push(d);
  return found;
}

/**
 * A type that a value is not of, with those of its constructors that take the value alone, be it of a type below theirs; null where
 * there is none, or it cannot be told.
 */
export function constructorsTaking(
  context: TypeContext & ParameterContext,
  relations: TypeRelations,
  parameter: Value | null,
  value: Value | null,
): Declared | null {
  const type = parameter && context.expandAlias(parameter);
  if (!value || type?.tag !== 'declared' || type.others !== undefined) return null;
  const { facts } = context.files[type.file];
  const [first] = type.declarations;
  if (facts.declarations.kind[first] !== KIND.type) return null;
  const fits = relations.fit(value, type);
  if (fits > 0) return null;
  // What may be of the type for all that is known becomes one only by what takes its very type.
  const isTaken = (taken: Value | null): boolean =>
    fits < 0 ? relations.fit(value, taken) === 1 : relations.isSame(value, taken);
  const declarations = constructorsIn(facts, first).filter(
    (d) => takes(context.files[type.file], d, 1) && isTaken(parameterTypes(context, type, d)[0] ?? null),
  );
  return declarations.length === 0 ? null : { ...type, declarations };
}
