import { continuesRunOf, type FigureKinds } from '../reading/routineFigures.ts';
import type { LineKinds } from '../reading/lineFigures.ts';
import { textOf, type Declaration, type Reading } from '../reading/reading.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { functionOf } from './functions.ts';
import { F, K, kindSet, T, vocabulary } from './vocabulary.ts';

export const lineKinds: LineKinds = {
  comment: kindSet(K.comment, K.hash_bang_line),
  wholeCode: kindSet(K.template_string, K.regex),
  blankText: kindSet(K.jsx_text),
};

export const figureKinds: FigureKinds = {
  control: kindSet(
    K.if_statement,
    K.for_statement,
    K.for_in_statement,
    K.while_statement,
    K.do_statement,
    K.switch_statement,
    K.catch_clause,
    K.ternary_expression,
  ),
  // `switch` itself adds no path, its arms do.
  decision: kindSet(
    K.if_statement,
    K.for_statement,
    K.for_in_statement,
    K.while_statement,
    K.do_statement,
    K.switch_case,
    K.catch_clause,
    K.ternary_expression,
  ),
  shortCircuit: kindSet(T['&&'], T['||'], T['??'], T['&&='], T['||='], T['??=']),
  elseBranch: kindSet(K.else_clause),
  statement: kindSet(
    K.if_statement,
    K.for_statement,
    K.for_in_statement,
    K.while_statement,
    K.do_statement,
    K.switch_statement,
    K.try_statement,
    K.return_statement,
    K.throw_statement,
    K.expression_statement,
    K.break_statement,
    K.continue_statement,
    K.debugger_statement,
    K.with_statement,
    K.lexical_declaration,
    K.variable_declaration,
  ),
  exit: kindSet(K.return_statement, K.throw_statement),
  cast: kindSet(K.as_expression, K.type_assertion, K.non_null_expression),
  call: kindSet(K.call_expression, K.new_expression),
  local: kindSet(K.variable_declarator),
  operand: kindSet(
    K.identifier,
    K.type_identifier,
    K.property_identifier,
    K.private_property_identifier,
    K.shorthand_property_identifier,
    K.shorthand_property_identifier_pattern,
    K.statement_identifier,
    K.number,
    K.string,
    K.regex,
    K.true,
    K.false,
    K.null,
    K.undefined,
    K.this,
    K.super,
    K.predefined_type,
    K.string_fragment,
  ),
  wholeOperand: kindSet(K.string, K.regex),
  silent: kindSet(
    T[')'],
    T[']'],
    T['}'],
    T[';'],
    T[','],
    T['"'],
    T["'"],
    K.comment,
    K.escape_sequence,
    K.jsx_text,
    K.regex_pattern,
    K.regex_flags,
  ),
  otherToken: vocabulary.OTHER_TOKEN,
  isElseIf: ({ table }, node) =>
    table.kind[node] === K.if_statement && table.kind[table.parent[node]] === K.else_clause,
  isLoopHead: ({ table }, node) =>
    table.kind[table.parent[node]] === K.for_statement && table.field[node] !== F.body,
  continuesRun: (reading, operator) =>
    continuesRunOf(reading, operator, { binary: K.binary_expression, left: F.left, operator: F.operator }),
  isRecursion,
  parameters: countParameters,
};

function countParameters(reading: Reading, node: number): number {
  const { table } = reading;
  const fn = functionOf(reading, node);
  if (childIn(table, fn, F.parameter) >= 0) return 1;
  const list = childIn(table, fn, F.parameters);
  if (list < 0) return 0;
  let count = 0;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const kind = table.kind[child];
    const isTyped = kind === K.required_parameter || kind === K.optional_parameter;
    // TypeScript's `this` parameter only states a type.
    if (isTyped && table.kind[childIn(table, child, F.pattern)] === K.this) continue;
    if (isTyped || isUntypedParameter[kind]) count++;
  }
  return count;
}

const isUntypedParameter = kindSet(
  K.identifier,
  K.assignment_pattern,
  K.object_pattern,
  K.array_pattern,
  K.rest_pattern,
);

function isRecursion(reading: Reading, call: number, routine: Declaration): boolean {
  const { table } = reading;
  if (table.kind[call] !== K.call_expression) return false;
  const callee = childIn(table, call, F.function);
  if (callee < 0) return false;
  if (table.kind[callee] === K.identifier) return textOf(reading, callee) === routine.name;
  if (table.kind[callee] !== K.member_expression) return false;
  const object = childIn(table, callee, F.object);
  const property = childIn(table, callee, F.property);
  return table.kind[object] === K.this && property >= 0 && textOf(reading, property) === routine.name;
}
