import { EXPRESSION, FORM, KIND, placeOfCallback } from '../facts/fileFacts.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import { instanceOf, type Value } from '../contracts/values.ts';

interface CallbackContext {
  files: readonly FactsOfFile[];
  evaluate(file: number, expression: number): Value | null;
  expandAlias(value: Value): Value;
}

/** Aliases of aliases are given up beyond this. */
const MOST_ALIASES = 80;

/** What the function at a place among a routine's arguments is given, as the routine's own parameters say. */
export function givenTo(context: CallbackContext, callee: Value | null, place: number): Value | null {
  if (callee?.tag !== 'declared') return null;
  const { argument, parameter } = placeOfCallback(place);
  const { declarations, expressions } = context.files[callee.file].facts;
  for (const d of callee.declarations) {
    if (declarations.kind[d] !== KIND.routine || declarations.parameters[d] === 0) continue;
    const type = cellOf(context, callee.file, expressions.b[declarations.parameters[d]], argument);
    const taken = functionType(context, callee.file, type, 0);
    if (!taken) continue;
    const list = context.files[taken.file].facts.expressions.b[taken.parameters];
    const given = context.evaluate(taken.file, cellOf(context, taken.file, list, parameter));
    if (given) return instanceOf(context.expandAlias(given), true);
  }
  return null;
}

/** The parameters that a type of functions states, itself or by the alias that it names. */
function functionType(
  context: CallbackContext,
  file: number,
  type: number,
  steps: number,
): { file: number; parameters: number } | null {
  if (type === 0 || steps > MOST_ALIASES) return null;
  if (context.files[file].facts.expressions.operation[type] === EXPRESSION.parameters)
    return { file, parameters: type };
  const alias = context.evaluate(file, type);
  if (alias?.tag !== 'declared') return null;
  const { declarations } = context.files[alias.file].facts;
  const d = alias.declarations.find((each) => declarations.form[each] === FORM.alias);
  return d === undefined ? null : functionType(context, alias.file, declarations.value[d], steps + 1);
}

/** The expression in a place of a list; 0 when the list is shorter. */
function cellOf({ files }: CallbackContext, file: number, list: number, place: number): number {
  const { operation, a, b } = files[file].facts.expressions;
  let cell = list;
  for (let i = 0; i < place && operation[cell] === EXPRESSION.list; i++) cell = b[cell];
  return operation[cell] === EXPRESSION.list ? a[cell] : 0;
}
