import { FORM, KIND } from '../facts/fileFacts.ts';
import { instanceOf, type Declared, type Value } from '../contracts/values.ts';
import { constructorsTaking } from './constructors.ts';
import type { OverloadContext } from './overloads.ts';
import { parameterTypes } from './parameters.ts';
import type { Results } from './results.ts';
import { TypeRelations } from './typeRelations.ts';

/**
 * The constructors that run by themselves where a routine takes objects of a type and is given something else, which one of the
 * type's constructors takes (`f("x")` of `void f(const Text&)`); only those that can be told, of one declaration each. Of an operator
 * that is a member (`isApplied`) `args` is what it is applied to, of which it takes all but the first.
 */
export type ConversionsRun = (
  routine: Declared,
  file: number,
  args: number,
  isApplied?: boolean,
) => Declared[];

export function createConversions(context: OverloadContext, fitting: Results['fitting']): ConversionsRun {
  const { files, listOf } = context;

  /** An enumeration's own value as one of that type; every other as it is. */
  function ofItsEnumeration(value: Value | null): Value | null {
    if (value?.tag !== 'declared') return value;
    const { kind, parent, form } = files[value.file].facts.declarations;
    const [named] = value.declarations;
    const type = parent[named];
    if (kind[named] !== KIND.field || type < 0 || form[type] !== FORM.enum) return value;
    return instanceOf({ tag: 'declared', file: value.file, declarations: [type], inferred: false }, false);
  }

  return (routine, file, args, isApplied = false) => {
    const language = context.languageOf(file);
    if (args === 0 || language.conversions?.byConstructors !== true) return [];
    const relations = new TypeRelations(context, language);
    const values = listOf(file, files[file].facts.expressions.b[args]);
    const types = parameterTypes(context, routine, routine.declarations[0]);
    // One that stands free may be another than was found, which takes it as it is.
    if (isApplied && types.length !== values.length - 1) return [];
    const first = isApplied ? 1 : 0;
    return types.flatMap((parameter, i): Declared[] => {
      const value = ofItsEnumeration(values[first + i] ?? null);
      const able = constructorsTaking(context, relations, parameter, value);
      if (able === null) return [];
      const meant = able.declarations.length === 1 ? [able] : fitting(able, file, [value]);
      return meant.length === 1 && meant[0].declarations.length === 1 ? meant : [];
    });
  };
}
