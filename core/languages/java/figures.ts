import { textOf, type Declaration, type Reading } from '../reading/reading.ts';
import type { LineKinds } from '../reading/lineFigures.ts';
import { continuesRunOf, type FigureKinds } from '../reading/routineFigures.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { F, K, kindSet, T, vocabulary } from './vocabulary.ts';

export const lineKinds: LineKinds = {
  comment: kindSet(K.line_comment, K.block_comment),
  wholeCode: kindSet(K.string_literal),
  blankText: kindSet(),
};

const decisions = [
  K.if_statement,
  K.for_statement,
  K.enhanced_for_statement,
  K.while_statement,
  K.do_statement,
  K.catch_clause,
  K.ternary_expression,
];

export const figureKinds: FigureKinds = {
  control: kindSet(...decisions, K.switch_expression),
  decision: kindSet(...decisions, K.switch_label, K.guard),
  shortCircuit: kindSet(T['&&'], T['||']),
  elseBranch: kindSet(T.else),
  statement: kindSet(
    K.if_statement,
    K.for_statement,
    K.enhanced_for_statement,
    K.while_statement,
    K.do_statement,
    K.try_statement,
    K.try_with_resources_statement,
    K.return_statement,
    K.throw_statement,
    K.expression_statement,
    K.break_statement,
    K.continue_statement,
    K.yield_statement,
    K.assert_statement,
    K.synchronized_statement,
    K.local_variable_declaration,
    K.explicit_constructor_invocation,
  ),
  exit: kindSet(K.return_statement, K.throw_statement),
  cast: kindSet(K.cast_expression),
  call: kindSet(K.method_invocation, K.object_creation_expression, K.explicit_constructor_invocation),
  local: kindSet(K.variable_declarator),
  operand: kindSet(
    K.identifier,
    K.type_identifier,
    K.this,
    K.super,
    K.true,
    K.false,
    K.null_literal,
    K.decimal_integer_literal,
    K.hex_integer_literal,
    K.octal_integer_literal,
    K.binary_integer_literal,
    K.decimal_floating_point_literal,
    K.hex_floating_point_literal,
    K.integral_type,
    K.floating_point_type,
    K.boolean_type,
    K.void_type,
  ),
  wholeOperand: kindSet(K.string_literal, K.character_literal, K.integral_type, K.floating_point_type),
  silent: kindSet(T[')'], T[']'], T['}'], T[';'], T[','], K.line_comment, K.block_comment),
  otherToken: vocabulary.OTHER_TOKEN,
  isElseIf: ({ table }, node) =>
    table.kind[node] === K.if_statement &&
    table.field[node] === F.alternative &&
    table.kind[table.parent[node]] === K.if_statement,
  isLoopHead: ({ table }, node) =>
    table.kind[table.parent[node]] === K.for_statement && table.field[node] !== F.body,
  isDefaultArm: ({ table }, node) =>
    table.kind[node] === K.switch_label && table.kind[node + 1] === T.default,
  continuesRun: (reading, operator) =>
    continuesRunOf(reading, operator, { binary: K.binary_expression, left: F.left, operator: F.operator }),
  isRecursion,
  parameters: countParameters,
};

function isRecursion(reading: Reading, call: number, routine: Declaration): boolean {
  const { table } = reading;
  if (table.kind[call] !== K.method_invocation) return false;
  const object = childIn(table, call, F.object);
  if (object >= 0 && table.kind[object] !== K.this) return false;
  return textOf(reading, childIn(table, call, F.name)) === routine.name;
}

function countParameters({ table }: Reading, node: number): number {
  const list = childIn(table, node, F.parameters);
  if (list < 0) return 0;
  let count = 0;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    if (table.kind[child] === K.formal_parameter || table.kind[child] === K.spread_parameter) count++;
  }
  return count;
}

/** The type node of a parameter, a field or a local variable; a spread parameter's has no role. */
export function typeNodeOf({ table }: Reading, node: number): number {
  const type = childIn(table, node, F.type);
  if (type >= 0 || table.kind[node] !== K.spread_parameter) return type;
  const first = table.kind[node + 1] === K.modifiers ? table.next[node + 1] : node + 1;
  return first < table.next[node] ? first : -1;
}

/** The node that holds the name of a parameter or variable. */
export function nameNodeOf({ table }: Reading, node: number): number {
  const name = childIn(table, node, F.name);
  if (name >= 0 || table.kind[node] !== K.spread_parameter) return name;
  const declarator = childOfKind(table, node, K.variable_declarator);
  return declarator < 0 ? -1 : childIn(table, declarator, F.name);
}

/** The variables that a statement declares. */
export function declaratorsOf({ table }: Reading, statement: number): number[] {
  const found: number[] = [];
  for (let child = statement + 1; child < table.next[statement]; child = table.next[child])
    if (table.kind[child] === K.variable_declarator) found.push(child);
  return found;
}
