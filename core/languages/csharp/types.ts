import { EXPRESSION } from '../../facts/fileFacts.ts';
import { enclosingType, textOf, type Reading } from '../reading/reading.ts';
import { lookUpType } from '../reading/scopes.ts';
import { statedOnce, typeParameter } from '../reading/stating.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { genericName, plainName } from './imports.ts';
import { F, K, kindSet } from './vocabulary.ts';

/** Nodes that name a type by themselves, or build one from another. */
export const isTypeNode = kindSet(
  K.identifier,
  K.generic_name,
  K.qualified_name,
  K.alias_qualified_name,
  K.predefined_type,
  K.array_type,
  K.nullable_type,
  K.pointer_type,
  K.ref_type,
  K.scoped_type,
  K.tuple_type,
);

/** States how a type node is to be resolved; 0 for what has no single name. */
export function typeExpression(reading: Reading, node: number, depth = 0): number {
  // A type parameter is not kept with the node: it may stand in its own bound.
  if (node >= 0 && isTypeParameter(reading, node)) return namedType(reading, node, depth);
  return statedOnce(reading.typeMemo, node, depth, () => stateType(reading, node, depth));
}

export function isTypeParameter(reading: Reading, node: number): boolean {
  if (reading.table.kind[node] !== K.identifier) return false;
  return lookUpType(reading.scopeOf[node], plainName(reading, node))?.kind === 'opaque';
}

function stateType(reading: Reading, node: number, depth: number): number {
  const { table, expressions } = reading;
  const inner = (child: number): number => typeExpression(reading, child, depth + 1);
  switch (table.kind[node]) {
    case K.identifier:
      return namedType(reading, node, depth);
    case K.generic_name:
      return applied(reading, node, typeNamed(reading, node, genericName(reading, node)), depth);
    case K.qualified_name: {
      const name = childIn(table, node, F.name);
      const qualifier = inner(childIn(table, node, F.qualifier));
      return name < 0 || qualifier === 0 ? 0 : memberType(reading, qualifier, name, depth);
    }
    case K.alias_qualified_name: {
      // `global::A` is looked up from outside; other aliases name assemblies, which linking does not tell apart.
      const name = childIn(table, node, F.name);
      if (name < 0) return 0;
      const text =
        table.kind[name] === K.generic_name ? genericName(reading, name) : plainName(reading, name);
      return applied(reading, name, expressions.add(EXPRESSION.typeName, expressions.name(text), 0), depth);
    }
    case K.predefined_type:
      return expressions.literal(textOf(reading, node));
    case K.array_type:
      return expressions.arrayOf(inner(childIn(table, node, F.type)));
    case K.nullable_type:
    case K.pointer_type:
    case K.ref_type:
    case K.scoped_type:
      return inner(childIn(table, node, F.type));
    default:
      return 0;
  }
}

/** A type that is to be looked up from where it stands, outward; a nested one also by what it is nested in. */
export function typeNamed(reading: Reading, node: number, name: string): number {
  const { expressions } = reading;
  return expressions.add(EXPRESSION.typeName, expressions.name(name), enclosingType(reading, node) + 1);
}

function namedType(reading: Reading, node: number, depth: number): number {
  const name = plainName(reading, node);
  const found = lookUpType(reading.scopeOf[node], name);
  if (found?.kind !== 'opaque') return typeNamed(reading, node, name);
  return typeParameter(reading, found, (constraint) => typeExpression(reading, constraint, depth + 1));
}

/** The type `name` (an identifier or a generic name) within another type or a namespace. */
export function memberType(reading: Reading, outer: number, name: number, depth: number): number {
  const { table, expressions } = reading;
  const text = table.kind[name] === K.generic_name ? genericName(reading, name) : plainName(reading, name);
  return applied(reading, name, expressions.add(EXPRESSION.member, outer, expressions.name(text)), depth);
}

/** A type, or a routine, with the arguments that a generic name gives it; itself where the node is no such name. */
export function applied(reading: Reading, node: number, base: number, depth: number): number {
  const { table, expressions } = reading;
  const list = table.kind[node] === K.generic_name ? childOfKind(table, node, K.type_argument_list) : -1;
  if (list < 0 || base === 0) return base;
  const cells: number[] = [];
  for (let child = list + 1; child < table.next[list]; child = table.next[child])
    if (isTypeNode[table.kind[child]]) cells.push(typeExpression(reading, child, depth + 1));
  return cells.length === 0 ? base : expressions.add(EXPRESSION.generic, base, expressions.list(cells));
}
