import { ANY_NUMBER, KIND, parameterRange } from '../facts/fileFacts.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Declared, Value } from '../contracts/values.ts';
import type { TypeArguments } from './typeArguments.ts';

export interface ParameterContext {
  files: readonly FactsOfFile[];
  /** The values of a list of expressions. */
  listOf(file: number, list: number): (Value | null)[];
  typeArguments: TypeArguments;
}

/** Types of what a routine takes, as they are seen through the type by which it is reached; none where it does not say. */
export function parameterTypes(
  { files, listOf, typeArguments }: ParameterContext,
  routine: Declared,
  declaration: number,
): (Value | null)[] {
  const { declarations, expressions } = files[routine.file].facts;
  const parameters = declarations.parameters[declaration];
  if (parameters === 0) return [];
  return listOf(routine.file, expressions.b[parameters]).map((type) =>
    typeArguments.asReached(routine, type),
  );
}

/** True when a routine takes that number of arguments. */
export function takes(
  { facts: { declarations, expressions } }: FactsOfFile,
  d: number,
  given: number,
): boolean {
  if (declarations.kind[d] !== KIND.routine) return false;
  const parameters = declarations.parameters[d];
  if (parameters === 0) return true;
  const { least, most } = parameterRange(expressions.a[parameters]);
  return given >= least && (most === ANY_NUMBER || given <= most);
}
