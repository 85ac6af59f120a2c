import { EXPRESSION, FLAG, FORM } from '../../facts/fileFacts.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import type { ScriptReading } from './reading.ts';
import { typeExpression } from './typeExpressions.ts';
import { F, K, kindSet } from './vocabulary.ts';

const rebindsThis = kindSet(
  K.function_declaration,
  K.generator_function_declaration,
  K.function_expression,
  K.generator_function,
);

/** `this` or `super` as it stands at `node`: the instance or the class that the enclosing member belongs to. */
export function receiver(reading: ScriptReading, node: number, operation: number): number {
  const { table, declarations, declarationAt } = reading;
  for (let at = table.parent[node]; at >= 0; at = table.parent[at]) {
    const kind = table.kind[at];
    const said = mayStateThis[kind] ? statedThis(reading, at) : 0;
    if (said !== 0) return operation === EXPRESSION.this ? said : 0;
    if (rebindsThis[kind]) return assignedReceiver(reading, at, operation);
    const isMember =
      kind === K.method_definition || kind === K.public_field_definition || kind === K.field_definition;
    if (!isMember && kind !== K.class_static_block) continue;
    const container = table.parent[at];
    if (table.kind[container] !== K.class_body) return 0;
    const declaration = declarationAt.get(at);
    let cls = declarationAt.get(table.parent[container]);
    if (cls === undefined && declaration !== undefined) cls = declarations[declaration].parent;
    if (cls === undefined || cls < 0) return 0;
    const isStatic =
      kind === K.class_static_block ||
      (declaration !== undefined && (declarations[declaration].flags & FLAG.static) !== 0);
    return reading.expressions.add(operation, cls, isStatic ? 1 : 0);
  }
  return 0;
}

const mayStateThis = kindSet(
  K.function_declaration,
  K.generator_function_declaration,
  K.function_expression,
  K.generator_function,
  K.method_definition,
);

/** What a function says that it is called on: `(this: Gate, …)`. */
function statedThis(reading: ScriptReading, node: number): number {
  const { table, expressions } = reading;
  const list = childIn(table, node, F.parameters);
  const first = list < 0 ? -1 : childOfKind(table, list, K.required_parameter);
  if (first < 0 || table.kind[childIn(table, first, F.pattern)] !== K.this) return 0;
  const type = childIn(table, first, F.type);
  return type < 0 ? 0 : expressions.add(EXPRESSION.instance, typeExpression(reading, type));
}

/** Inside `A.prototype.x = function`, `this` is an instance of A, and inside a function that makes one as well. */
function assignedReceiver(reading: ScriptReading, node: number, operation: number): number {
  const { table, declarations, declarationAt } = reading;
  const assigned = declarationAt.get(table.parent[node]);
  if (assigned === undefined || declarations[assigned].form !== FORM.function) return 0;
  const owner = declarations[assigned].parent;
  if (owner < 0 || table.kind[table.parent[node]] !== K.assignment_expression) return 0;
  return reading.expressions.add(operation, owner, 0);
}
