import { EXPRESSION, KIND, parameterPlace, type CallSiteColumns } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { argumentsIn } from './contents.ts';
import { decoratorsOf } from './declare.ts';
import { valueExpression } from './expressions.ts';
import { fixturesIn } from './fixtures.ts';
import type { PythonReading } from './reading.ts';
import { F, K, kindSet } from './vocabulary.ts';

/** What a parameter is given wherever its routine is called; 0 for one that stands in no routine, or takes what is left over. */
export function argumentExpression(reading: PythonReading, parameter: number, list: number): number {
  const { table, expressions, declarations, declarationAt } = reading;
  const routine = declarationAt.get(table.parent[list]);
  const place = placeAmong(reading, list, parameter);
  if (routine === undefined || place === null) return 0;
  const cls = declarations[routine].parent;
  const isMethod = cls >= 0 && declarations[cls].kind === KIND.type;
  const isCalledOn = isMethod && !decoratorsOf(reading, table.parent[list]).includes('staticmethod');
  const index = place - (isCalledOn ? 1 : 0);
  if (index < 0) return 0;
  const name = expressions.name(textOf(reading, parameter));
  return expressions.add(EXPRESSION.callSiteType, parameterPlace(routine, index), name);
}

/** Which of the parameters that can be given by their place a name is; null for another. */
function placeAmong({ table }: PythonReading, list: number, parameter: number): number | null {
  let place = 0;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const kind = table.kind[child];
    if (child === parameter || (kind === K.default_parameter && child + 1 === parameter)) return place;
    if (takesOne[kind]) place++;
  }
  return null;
}

const takesOne = kindSet(K.identifier, K.default_parameter, K.typed_parameter, K.typed_default_parameter);

/** Notes the arguments of a call, as far as they are known to be more than a text or a number. */
export function noteCallSite(reading: PythonReading, call: number, callee: number): void {
  const list = childIn(reading.table, call, F.arguments);
  if (callee === 0 || list < 0 || reading.table.kind[list] !== K.argument_list) return;
  const values = argumentValues(reading, list);
  if (values.some((value) => value !== 0))
    reading.callSites.push({ callee, values: reading.expressions.list(values) });
}

function argumentValues(reading: PythonReading, list: number): number[] {
  const { table, expressions } = reading;
  const byPlace: number[] = [];
  const byName: number[] = [];
  let isCounted = true;
  for (const child of argumentsIn(reading, list)) {
    const kind = table.kind[child];
    if (kind === K.keyword_argument) {
      const value = argumentValue(reading, childIn(table, child, F.value));
      const name = expressions.name(textOf(reading, childIn(table, child, F.name)));
      if (value !== 0) byName.push(expressions.add(EXPRESSION.entry, value, name));
    } else if (kind === K.list_splat || kind === K.dictionary_splat) {
      // How many there are is known at run time alone.
      isCounted = false;
    } else if (isCounted) byPlace.push(argumentValue(reading, child));
  }
  while (byPlace.length > 0 && byPlace.at(-1) === 0) byPlace.pop();
  return [...byPlace, ...byName];
}

function argumentValue(reading: PythonReading, node: number): number {
  const value = node < 0 ? 0 : valueExpression(reading, node);
  return reading.expressions.isOf(value, EXPRESSION.literal) ? 0 : value;
}

export function callSiteColumns(reading: PythonReading): CallSiteColumns {
  const { callSites } = reading;
  return {
    fixtures: fixturesIn(reading),
    callee: Int32Array.from(callSites, ({ callee }) => callee),
    values: Int32Array.from(callSites, ({ values }) => values),
  };
}
