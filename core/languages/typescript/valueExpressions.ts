import { EXPRESSION, FORM } from '../../facts/fileFacts.ts';
import { boundExpression, MAX_DEPTH } from '../reading/stating.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { importExpression } from './imports.ts';
import { textOf } from '../reading/reading.ts';
import type { ScriptReading, Test } from './reading.ts';
import { receiver } from './receivers.ts';
import { lookUpValue, type Binding } from '../reading/scopes.ts';
import { callbackParameter, calledWith, argumentsOfCall } from './calls.ts';
import { lambda } from './functions.ts';
import { applied, typeExpression } from './typeExpressions.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

/** States how the value of an expression node is to be resolved; 0 when one file cannot say. */
export function valueExpression(reading: ScriptReading, node: number, depth = 0): number {
  if (node < 0 || depth > MAX_DEPTH) return 0;
  const { valueMemo } = reading;
  if (valueMemo[node] === 0) {
    valueMemo[node] = 1 + stateValue(reading, node, depth);
  }
  return valueMemo[node] - 1;
}

function stateValue(reading: ScriptReading, node: number, depth: number): number {
  const tests = maybeTested[reading.table.kind[node]] ? reading.narrowings?.saidOf(node) : undefined;
  let value = stateUntested(reading, node, depth);
  for (const test of tests ?? []) value = narrowed(reading, value, reading.tests[test], depth);
  return value;
}

/** What a node names, whatever tests say of what that holds. */
export function namedByNode(reading: ScriptReading, node: number): number {
  const isTested = maybeTested[reading.table.kind[node]] && reading.narrowings?.saidOf(node).length;
  return isTested ? stateUntested(reading, node, 0) : valueExpression(reading, node);
}

/** A value, with what a test says of it. */
function narrowed(reading: ScriptReading, value: number, test: Test, depth: number): number {
  const { table, expressions } = reading;
  switch (test.by) {
    case 'type': {
      const type = valueExpression(reading, test.type, depth + 1);
      return expressions.add(EXPRESSION.instance, type) || value;
    }
    case 'guard': {
      const callee = valueExpression(reading, childIn(table, test.call, F.function), depth + 1);
      const called = calledWith(reading, callee, test.call, Infinity, depth);
      const type = expressions.add(EXPRESSION.predicateOfCall, called, test.place);
      return expressions.orElse(expressions.add(EXPRESSION.instance, type), value);
    }
    case 'tag': {
      const literal = expressions.literal(textOf(reading, test.literal));
      const entry = expressions.add(EXPRESSION.entry, literal, expressions.name(test.name));
      return expressions.add(test.isEqual ? EXPRESSION.tagged : EXPRESSION.untagged, value, entry);
    }
  }
}

function stateUntested(reading: ScriptReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const inner = (child: number): number => valueExpression(reading, child, depth + 1);
  switch (table.kind[node]) {
    case K.identifier:
    case K.shorthand_property_identifier:
    case K.jsx_identifier:
    case K.type_identifier:
      return namedValue(reading, node, textOf(reading, node), depth);
    case K.this:
      return receiver(reading, node, EXPRESSION.this);
    case K.super:
      return receiver(reading, node, EXPRESSION.super);
    case K.member_expression:
    case K.nested_identifier: {
      const property = childIn(table, node, F.property);
      if (property < 0) return 0;
      const object = inner(childIn(table, node, F.object));
      return expressions.add(EXPRESSION.member, object, expressions.name(textOf(reading, property)));
    }
    case K.subscript_expression: {
      const object = inner(childIn(table, node, F.object));
      const index = childIn(table, node, F.index);
      if (index >= 0 && table.kind[index] === K.string) {
        const name = expressions.name(textOf(reading, index).slice(1, -1));
        return expressions.add(EXPRESSION.member, object, name);
      }
      return expressions.add(EXPRESSION.element, object, 1);
    }
    case K.call_expression: {
      const imported = reading.importAt.get(node);
      if (imported !== undefined) {
        const whole = importExpression(reading, imported, '*');
        // A dynamic import gives a promise of the module; the await around it is undone here.
        return whole;
      }
      const given = childIn(table, node, F.type_arguments);
      const callee = applied(reading, inner(childIn(table, node, F.function)), given, depth + 1);
      return expressions.add(
        EXPRESSION.result,
        callee,
        callee === 0 ? 0 : argumentsOfCall(reading, node, Infinity, depth + 1),
      );
    }
    case K.new_expression: {
      const type = inner(childIn(table, node, F.constructor));
      const args = childOfKind(table, node, K.type_arguments);
      return expressions.add(EXPRESSION.instance, applied(reading, type, args, depth + 1));
    }
    case K.await_expression:
      return expressions.add(EXPRESSION.awaited, inner(table.next[node + 1]));
    case K.parenthesized_expression:
      return inner(table.next[node + 1]);
    case K.non_null_expression:
    case K.instantiation_expression:
      return inner(node + 1);
    case K.as_expression:
    case K.satisfies_expression: {
      const type = table.next[table.next[node + 1]];
      if (type >= table.next[node] || table.kind[type] === T.const) return inner(node + 1);
      return expressions.add(EXPRESSION.instance, typeExpression(reading, type, depth + 1));
    }
    case K.type_assertion: {
      const types = childOfKind(table, node, K.type_arguments);
      return types < 0
        ? 0
        : expressions.add(EXPRESSION.instance, typeExpression(reading, table.next[types + 1], depth + 1));
    }
    case K.assignment_expression:
      return inner(childIn(table, node, F.right));
    case K.ternary_expression:
      return expressions.branches(
        inner(childIn(table, node, F.consequence)),
        inner(childIn(table, node, F.alternative)),
      );
    case K.binary_expression: {
      const operator = table.kind[childIn(table, node, F.operator)];
      // What comes of the left alone is nothing, of which nothing can be used.
      if (operator === T['&&']) return inner(childIn(table, node, F.right));
      if (operator !== T['||'] && operator !== T['??']) return 0;
      return expressions.branches(inner(childIn(table, node, F.left)), inner(childIn(table, node, F.right)));
    }
    case K.array:
      return arrayValue(reading, node, depth);
    case K.object:
      return objectValue(reading, node, depth);
    case K.class:
      return symbolAt(reading, node);
    case K.arrow_function:
    case K.function_expression:
      return symbolAt(reading, node) || lambda(reading, node, depth);
    default:
      return 0;
  }
}

const maybeTested = kindSet(K.identifier, K.shorthand_property_identifier, K.member_expression);

/** An array of what the first of its elements that is known is. */
function arrayValue(reading: ScriptReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    const isSpread = table.kind[child] === K.spread_element;
    const value = valueExpression(reading, isSpread ? table.next[child + 1] : child, depth + 1);
    const element = isSpread ? expressions.add(EXPRESSION.element, value) : value;
    if (element !== 0)
      return expressions.add(
        EXPRESSION.instance,
        expressions.arrayOf(expressions.add(EXPRESSION.typeOf, element)),
      );
  }
  return 0;
}

/** Objects that state more members than this are data. */
const MOST_ENTRIES = 200;

/** An object with what is known of its members. */
function objectValue(reading: ScriptReading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const entries: number[] = [];
  const state = (key: number, value: number): void => {
    const name = textOf(reading, key).replace(/^(['"])(.*)\1$/s, '$2');
    const entry = expressions.add(EXPRESSION.entry, value, expressions.name(name));
    if (entry !== 0) entries.push(entry);
  };
  for (let child = node + 1; child < table.next[node]; child = table.next[child]) {
    switch (table.kind[child]) {
      case K.shorthand_property_identifier:
        state(child, valueExpression(reading, child, depth + 1));
        break;
      case K.pair: {
        const declared = symbolAt(reading, child);
        state(
          childIn(table, child, F.key),
          declared || valueExpression(reading, childIn(table, child, F.value), depth + 1),
        );
        break;
      }
      case K.method_definition:
        state(childIn(table, child, F.name), symbolAt(reading, child));
        break;
      case K.spread_element: {
        const spread = valueExpression(reading, table.next[child + 1], depth + 1);
        if (spread !== 0) entries.push(expressions.add(EXPRESSION.spread, spread));
      }
    }
    if (entries.length > MOST_ENTRIES) return 0;
  }
  return expressions.add(EXPRESSION.object, expressions.list(entries));
}

/** What a node declares, as a value; 0 when it declares nothing. */
function symbolAt(
  { declarationAt, declarations, symbols, expressions }: ScriptReading,
  node: number,
): number {
  const declared = declarationAt.get(node);
  if (declared === undefined) return 0;
  const { symbol } = declarations[declared];
  return expressions.add(EXPRESSION.symbol, symbol >= 0 ? symbol : symbols.push([declared]) - 1);
}

function namedValue(reading: ScriptReading, node: number, name: string, depth: number): number {
  const found = lookUpValue(reading.scopeOf[node], name);
  if (!found || isTypeAlone(reading, found))
    return reading.expressions.add(EXPRESSION.global, reading.expressions.name(name));
  return boundValue(reading, found, depth);
}

/** True for a name that is declared as a type only, and so means another thing where a value is meant. */
function isTypeAlone({ symbols, declarations }: ScriptReading, found: Binding): boolean {
  if (found.kind !== 'symbol') return false;
  return symbols[found.symbol].every((d) => {
    const { form } = declarations[d];
    return form === FORM.interface || form === FORM.alias;
  });
}

export function boundValue(reading: ScriptReading, binding: Binding, depth: number): number {
  return boundExpression(reading, binding, (at) => patternValue(reading, at, depth + 1));
}

/** What a name bound at `node` holds, from the pattern it stands in up to the declared type or the initial value. */
export function patternValue(reading: ScriptReading, node: number, depth: number): number {
  if (depth > MAX_DEPTH) return 0;
  const { table, expressions } = reading;
  const parent = table.parent[node];
  if (parent < 0) return 0;
  switch (table.kind[parent]) {
    case K.variable_declarator:
      return typedOrInitial(reading, parent, F.value, depth);
    case K.assignment_expression:
      return valueExpression(reading, childIn(table, parent, F.right), depth + 1);
    case K.required_parameter:
    case K.optional_parameter: {
      const declared = typedOrInitial(reading, parent, F.value, depth);
      if (declared === 0) return callbackParameter(reading, parent, depth);
      const isDefault = childIn(table, parent, F.type) < 0;
      return isDefault ? expressions.add(EXPRESSION.uncertain, declared) : declared;
    }
    case K.rest_pattern:
      return patternValue(reading, parent, depth + 1);
    case K.assignment_pattern:
    case K.object_assignment_pattern: {
      const outer = patternValue(reading, parent, depth + 1);
      return (
        outer ||
        expressions.add(
          EXPRESSION.uncertain,
          valueExpression(reading, childIn(table, parent, F.right), depth + 1),
        )
      );
    }
    case K.object_pattern: {
      const outer = patternValue(reading, parent, depth + 1);
      if (table.kind[node] === K.rest_pattern) return outer;
      const nameNode = table.kind[node] === K.object_assignment_pattern ? childIn(table, node, F.left) : node;
      return expressions.add(EXPRESSION.member, outer, expressions.name(textOf(reading, nameNode)));
    }
    case K.pair_pattern: {
      const outer = patternValue(reading, table.parent[parent], depth + 1);
      const key = childIn(table, parent, F.key);
      return expressions.add(EXPRESSION.member, outer, expressions.name(textOf(reading, key)));
    }
    case K.array_pattern:
      return expressions.add(EXPRESSION.element, patternValue(reading, parent, depth + 1));
    case K.for_in_statement:
      if (childOfKind(table, parent, T.of) < 0) return 0;
      return expressions.add(
        EXPRESSION.element,
        valueExpression(reading, childIn(table, parent, F.right), depth + 1),
      );
    case K.formal_parameters:
    case K.arrow_function:
      return callbackParameter(reading, node, depth);
    default:
      return 0;
  }
}

/** The declared type of `node` as an instance, or else what its initial value gives. */
export function typedOrInitial(
  reading: ScriptReading,
  node: number,
  valueField: number,
  depth: number,
): number {
  const { table, expressions } = reading;
  const type = childIn(table, node, F.type);
  if (type >= 0) {
    const declared = typeExpression(reading, type, depth + 1);
    if (declared !== 0) return expressions.add(EXPRESSION.instance, declared);
  }
  return valueExpression(reading, childIn(table, node, valueField), depth + 1);
}
