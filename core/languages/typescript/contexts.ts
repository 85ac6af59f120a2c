import { EXPRESSION } from '../../facts/fileFacts.ts';
import { textOf } from '../reading/reading.ts';
import { MAX_DEPTH } from '../reading/stating.ts';
import { childIn } from '../reading/syntaxTable.ts';
import type { ScriptReading } from './reading.ts';
import { typeExpression } from './typeExpressions.ts';
import { calledWith, placeAmong } from './calls.ts';
import { valueExpression } from './valueExpressions.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

const functions = kindSet(
  K.function_declaration,
  K.function_expression,
  K.arrow_function,
  K.method_definition,
);

/** What is expected where a node stands, as a value: what a variable, a field, a result or a property is declared to be; 0 when nothing says. */
export function contextOf(reading: ScriptReading, node: number, depth: number): number {
  if (depth > MAX_DEPTH) return 0;
  const { table, expressions } = reading;
  const parent = table.parent[node];
  const outer = (): number => contextOf(reading, parent, depth + 1);
  const typed = (holder: number, field: number): number => {
    const type = childIn(table, holder, field);
    return type < 0 ? 0 : expressions.add(EXPRESSION.instance, typeExpression(reading, type, depth + 1));
  };
  const property = (object: number, key: number): number =>
    object === 0 || key < 0
      ? 0
      : expressions.add(
          EXPRESSION.member,
          object,
          expressions.name(textOf(reading, key).replace(/^(['"])(.*)\1$/s, '$2')),
        );
  switch (table.kind[parent]) {
    case K.variable_declarator:
    case K.public_field_definition:
    case K.required_parameter:
    case K.optional_parameter:
      return typed(parent, F.type);
    case K.assignment_expression:
      return table.field[node] === F.right
        ? valueExpression(reading, childIn(table, parent, F.left), depth + 1)
        : 0;
    case K.parenthesized_expression:
    case K.ternary_expression:
      return outer();
    case K.binary_expression:
      return table.field[node] === F.right && table.kind[childIn(table, parent, F.operator)] !== T.instanceof
        ? outer()
        : 0;
    case K.satisfies_expression:
    case K.as_expression: {
      const type = table.next[table.next[parent + 1]];
      return type >= table.next[parent] || table.kind[type] === T.const
        ? 0
        : expressions.add(EXPRESSION.instance, typeExpression(reading, type, depth + 1));
    }
    case K.pair:
      return property(contextOf(reading, table.parent[parent], depth + 1), childIn(table, parent, F.key));
    case K.object:
      // A method of it.
      return property(outer(), childIn(table, node, F.name));
    case K.array:
      return expressions.add(EXPRESSION.element, outer());
    case K.arguments: {
      const call = table.parent[parent];
      const callee = Math.max(childIn(table, call, F.function), childIn(table, call, F.constructor));
      if (callee < 0) return 0;
      const place = placeAmong(reading, parent, node);
      const called = calledWith(reading, valueExpression(reading, callee, depth + 1), call, place, depth);
      return expressions.add(EXPRESSION.contextualType, called, place);
    }
    case K.return_statement:
      for (let at = table.parent[parent]; at >= 0; at = table.parent[at])
        if (functions[table.kind[at]]) return typed(at, F.return_type);
      return 0;
    case K.arrow_function:
      return table.field[node] === F.body ? typed(parent, F.return_type) : 0;
    default:
      return 0;
  }
}
