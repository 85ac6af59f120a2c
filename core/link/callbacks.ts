import { EXPRESSION, FLAG, FORM, KIND, placeOfCallback } from '../facts/fileFacts.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import { instanceOf, type Declared, type Value } from '../contracts/values.ts';
import { constructorsIn } from './constructors.ts';
import type { TypeArguments } from './typeArguments.ts';

interface CallbackContext {
  files: readonly FactsOfFile[];
  evaluate(file: number, expression: number): Value | null;
  expandAlias(value: Value): Value;
  typeArguments: TypeArguments;
}

/** Aliases of aliases are given up beyond this. */
const MOST_ALIASES = 80;

/** What the function at a place among a routine's arguments is given, as the routine's own parameters say. */
export function givenTo(context: CallbackContext, callee: Value | null, place: number): Value | null {
  if (callee?.tag !== 'declared') return null;
  const { argument, parameter } = placeOfCallback(place);
  const { declarations, expressions } = context.files[callee.file].facts;
  const { facts } = context.files[callee.file];
  const made = (d: number): number[] => (declarations.kind[d] === KIND.type ? constructorsIn(facts, d) : []);
  for (const d of callee.declarations.flatMap((each) => [each, ...made(each)])) {
    if (declarations.kind[d] !== KIND.routine || declarations.parameters[d] === 0) continue;
    const type = cellOf(context, callee.file, expressions.b[declarations.parameters[d]], argument);
    const taken = functionType(context, callee.file, type, 0);
    const reached = callee.args ? { ...callee, through: callee } : callee;
    const asReached = (value: Value | null): Value | null => context.typeArguments.asReached(reached, value);
    if (taken) {
      const list = context.files[taken.file].facts.expressions.b[taken.parameters];
      const given = asReached(context.evaluate(taken.file, cellOf(context, taken.file, list, parameter)));
      if (given) return instanceOf(context.expandAlias(given), true);
    } else {
      const asked = asReached(context.evaluate(callee.file, type));
      const given = asked?.tag === 'declared' ? givenToInterface(context, asked, parameter) : null;
      if (given) return instanceOf(given, true);
    }
  }
  return null;
}

/** What the only routine of an interface is given, which a function without a name may stand for. */
function givenToInterface(context: CallbackContext, asked: Declared, parameter: number): Value | null {
  const { declarations, expressions } = context.files[asked.file].facts;
  const [type] = asked.declarations;
  if (declarations.form[type] !== FORM.interface) return null;
  let only = -1;
  for (let d = type + 1; d < declarations.count; d++) {
    if (declarations.parent[d] !== type || declarations.kind[d] !== KIND.routine) continue;
    if (!(declarations.flags[d] & FLAG.bodiless)) continue;
    if (only >= 0) return null;
    only = d;
  }
  if (only < 0 || declarations.parameters[only] === 0) return null;
  const list = expressions.b[declarations.parameters[only]];
  const given = context.evaluate(asked.file, cellOf(context, asked.file, list, parameter));
  return context.typeArguments.asReached({ ...asked, through: asked }, given);
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
