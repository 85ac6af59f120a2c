import { textOf, type Declaration, type Reading } from '../reading/reading.ts';
import type { LineKinds } from '../reading/lineFigures.ts';
import { continuesRunOf, type FigureKinds } from '../reading/routineFigures.ts';
import { childIn, childOfKind } from '../reading/syntaxTable.ts';
import { F, K, kindSet, T, vocabulary } from './vocabulary.ts';

export const lineKinds: LineKinds = {
  comment: kindSet(K.comment),
  wholeCode: kindSet(K.string_literal, K.interpolated_string_expression, K.raw_string_literal),
  blankText: kindSet(),
};

const decisions = [
  K.if_statement,
  K.for_statement,
  K.foreach_statement,
  K.while_statement,
  K.do_statement,
  K.catch_clause,
  K.conditional_expression,
];

export const figureKinds: FigureKinds = {
  control: kindSet(...decisions, K.switch_statement, K.switch_expression),
  decision: kindSet(...decisions, K.switch_section, K.switch_expression_arm, K.when_clause),
  shortCircuit: kindSet(T['&&'], T['||'], T['??']),
  elseBranch: kindSet(T.else),
  statement: kindSet(
    K.if_statement,
    K.for_statement,
    K.foreach_statement,
    K.while_statement,
    K.do_statement,
    K.switch_statement,
    K.try_statement,
    K.using_statement,
    K.lock_statement,
    K.fixed_statement,
    K.return_statement,
    K.throw_statement,
    K.expression_statement,
    K.break_statement,
    K.continue_statement,
    K.goto_statement,
    K.yield_statement,
    K.local_declaration_statement,
  ),
  exit: kindSet(K.return_statement, K.throw_statement, K.throw_expression),
  cast: kindSet(K.cast_expression, K.as_expression),
  call: kindSet(
    K.invocation_expression,
    K.object_creation_expression,
    K.implicit_object_creation_expression,
    K.constructor_initializer,
  ),
  local: kindSet(K.variable_declarator, K.declaration_pattern, K.declaration_expression),
  operand: kindSet(
    K.identifier,
    K.predefined_type,
    K.integer_literal,
    K.real_literal,
    K.boolean_literal,
    K.null_literal,
    K.verbatim_string_literal,
    K.implicit_type,
    K.discard,
    K.string_content,
    T.this,
    T.base,
  ),
  wholeOperand: kindSet(
    K.string_literal,
    K.raw_string_literal,
    K.character_literal,
    K.predefined_type,
    K.implicit_type,
    K.boolean_literal,
  ),
  silent: kindSet(T[')'], T[']'], T['}'], T[';'], T[','], K.comment),
  otherToken: vocabulary.OTHER_TOKEN,
  isElseIf: ({ table }, node) =>
    table.kind[node] === K.if_statement &&
    table.field[node] === F.alternative &&
    table.kind[table.parent[node]] === K.if_statement,
  isLoopHead: ({ table }, node) =>
    table.kind[table.parent[node]] === K.for_statement && table.field[node] !== F.body,
  isDefaultArm,
  continuesRun: (reading, operator) =>
    continuesRunOf(reading, operator, { binary: K.binary_expression, left: F.left, operator: F.operator }),
  isRecursion,
  parameters: (reading, node) => parameterNodes(reading, node).length,
};

/** `default:` and the arm `_ =>` add no path. */
function isDefaultArm({ table }: Reading, node: number): boolean {
  if (table.kind[node] === K.switch_section) return table.kind[node + 1] === T.default;
  return table.kind[node] === K.switch_expression_arm && table.kind[node + 1] === K.discard;
}

function isRecursion(reading: Reading, call: number, routine: Declaration): boolean {
  const { table } = reading;
  const callee = childIn(table, call, F.function);
  if (table.kind[call] !== K.invocation_expression || callee < 0) return false;
  if (table.kind[callee] === K.identifier) return textOf(reading, callee) === routine.name;
  if (table.kind[callee] !== K.member_access_expression) return false;
  if (table.kind[childIn(table, callee, F.expression)] !== T.this) return false;
  return textOf(reading, childIn(table, callee, F.name)) === routine.name;
}

/** The list of parameters of a routine, a delegate, or a type with a primary constructor; -1 for none. */
export function parameterList({ table }: Reading, node: number): number {
  const list = childIn(table, node, F.parameters);
  return list >= 0 ? list : childOfKind(table, node, K.parameter_list);
}

/**
 * The parameters of a declaration: nodes of the kind `parameter`; of `params T[] rest`, which the grammar does not
 * wrap, the node of the name.
 */
export function parameterNodes(reading: Reading, node: number): number[] {
  const { table } = reading;
  const list = parameterList(reading, node);
  if (list < 0) return [];
  const found: number[] = [];
  for (let child = list + 1; child < table.next[list]; child = table.next[child])
    if (table.kind[child] === K.parameter || table.field[child] === F.name) found.push(child);
  return found;
}

/** True for the bare name of `params T[] rest`. */
export function isRest({ table }: Reading, parameter: number): boolean {
  return table.kind[parameter] !== K.parameter;
}

/** The type node of a parameter, with or without a wrapping node. */
export function parameterType({ table }: Reading, parameter: number): number {
  return childIn(table, table.kind[parameter] === K.parameter ? parameter : table.parent[parameter], F.type);
}
