import { ANY_NUMBER, EXPRESSION } from '../../facts/fileFacts.ts';
import type { Reading } from '../reading/reading.ts';
import { receiverAt } from '../reading/stating.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import type { ScriptReading } from './reading.ts';
import { typeExpression } from './typeExpressions.ts';
import { valueExpression } from './valueExpressions.ts';
import { F, K, kindSet } from './vocabulary.ts';

export const isFunctionValue = kindSet(K.function_expression, K.generator_function, K.arrow_function);

/**
 * What a list of parameters takes, by their declared types, and last what it is called on where it says so; 0 when none of them
 * says anything, unless how many there are matters.
 */
export function statedParameters(
  reading: ScriptReading,
  list: number,
  depth = 0,
  numberMatters = false,
): number {
  const { table, expressions } = reading;
  if (list < 0 || table.kind[list] !== K.formal_parameters) return 0;
  const types: number[] = [];
  let calledOn = 0;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind !== K.required_parameter && kind !== K.optional_parameter) continue;
    const annotation = childIn(table, child, F.type);
    const type = annotation < 0 ? 0 : typeExpression(reading, annotation, depth + 1);
    if (table.kind[childIn(table, child, F.pattern)] === K.this)
      calledOn = expressions.add(EXPRESSION.calledOn, type);
    else types.push(type);
  }
  if (calledOn !== 0) types.push(calledOn);
  const isSaid = types.some((type) => type !== 0) || (numberMatters && types.length > 0);
  return isSaid ? expressions.parameters(0, ANY_NUMBER, types) : 0;
}

/** The type of functions that a node of such a type, or a signature without a name, states. */
export function statedFunction(reading: ScriptReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const parameters = statedParameters(reading, childIn(table, node, F.parameters), depth + 1, true);
  const type = childIn(table, node, F.return_type);
  const given = type < 0 ? 0 : typeExpression(reading, type, depth + 1);
  return expressions.add(EXPRESSION.functionType, parameters, given);
}

/** What can be called of a type that states how it is called between braces; 0 when it does not. */
export function statedCalls(reading: ScriptReading, body: number, depth: number): number {
  const { table, expressions } = reading;
  const signatures: number[] = [];
  for (let child = body + 1; child < table.next[body]; child = table.next[child])
    if (table.kind[child] === K.call_signature) signatures.push(statedFunction(reading, child, depth + 1));
  if (signatures.length <= 1) return signatures[0] ?? 0;
  return expressions.add(EXPRESSION.signatures, expressions.list(signatures));
}

/** A function without a name as a value. */
export function lambda(reading: ScriptReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  if (table.kind[node] === K.generator_function) return 0;
  const parameters = statedParameters(reading, childIn(table, node, F.parameters), depth + 1);
  return expressions.add(EXPRESSION.lambda, returnedValue(reading, node, depth + 1), parameters);
}

/** The same, of which only what it says that it takes is known yet. */
export function lambdaTaking(reading: ScriptReading, node: number, depth: number): number {
  const parameters = statedParameters(reading, childIn(reading.table, node, F.parameters), depth + 1);
  return parameters === 0 ? 0 : reading.expressions.add(EXPRESSION.lambda, 0, parameters);
}

/** The declared return type, or the first value that is given back and known. */
export function returnedValue(reading: ScriptReading, node: number, depth = 0): number {
  const { table, expressions } = reading;
  const fn = functionOf(reading, node);
  const type = childIn(table, fn, F.return_type);
  // Whatever type it is reached through is the one that it gives.
  if (type >= 0 && childOfKind(table, type, K.this_type) >= 0)
    return receiverAt(reading, node, EXPRESSION.this);
  if (type >= 0) return expressions.add(EXPRESSION.instance, typeExpression(reading, type, depth));
  const body = childIn(table, fn, F.body);
  if (body < 0) return 0;
  return table.kind[body] === K.statement_block
    ? firstReturned(reading, body, depth)
    : valueExpression(reading, body, depth);
}

const isFunction = kindSet(
  K.function_declaration,
  K.generator_function_declaration,
  K.function_expression,
  K.generator_function,
  K.arrow_function,
  K.method_definition,
  K.class_body,
);

function firstReturned(reading: ScriptReading, body: number, depth: number): number {
  const { table } = reading;
  for (let at = body + 1; at < table.next[body];) {
    if (isFunction[table.kind[at]]) {
      at = table.next[at];
      continue;
    }
    const value = table.kind[at] === K.return_statement ? table.next[at + 1] : table.next[at];
    if (value < table.next[at]) {
      const found = valueExpression(reading, value, depth);
      if (found !== 0) return found;
    }
    at++;
  }
  return 0;
}

/** The function node of a routine declared by a declarator, a pair, a field or an assignment. */
export function functionOf(reading: Reading, node: number): number {
  const { table } = reading;
  const value = childIn(table, node, F.value);
  if (value >= 0) return value;
  const assigned = table.kind[node] === K.assignment_expression ? childIn(table, node, F.right) : -1;
  return assigned >= 0 ? assigned : node;
}
