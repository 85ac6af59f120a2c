import type { LineCounts } from '../reading/lineFigures.ts';
import { textOf, type Declaration, type Reading } from '../reading/reading.ts';
import { continuesRunOf, type FigureKinds } from '../reading/routineFigures.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { readDeclarator } from './declarators.ts';
import type { Scan } from './prepare/scan.ts';
import { F, K, kindSet, T, vocabulary } from './vocabulary.ts';

/** Lines are counted by the scan, for directives and what they switch off are not in the tree. */
export function countLines({ hasCode, hasComment }: Scan, lines: number): LineCounts {
  const code = new Uint32Array(lines + 1);
  const comment = new Uint32Array(lines + 1);
  for (let line = 1; line <= lines; line++) {
    code[line] = code[line - 1] + hasCode[line];
    comment[line] = comment[line - 1] + hasComment[line];
  }
  return { code, comment };
}

const decisions = [
  K.if_statement,
  K.for_statement,
  K.for_range_loop,
  K.while_statement,
  K.do_statement,
  K.catch_clause,
  K.conditional_expression,
];

export const figureKinds: FigureKinds = {
  control: kindSet(...decisions, K.switch_statement),
  decision: kindSet(...decisions, K.case_statement),
  shortCircuit: kindSet(T['&&'], T['||'], T.and, T.or),
  elseBranch: kindSet(K.else_clause),
  statement: kindSet(
    K.if_statement,
    K.for_statement,
    K.for_range_loop,
    K.while_statement,
    K.do_statement,
    K.switch_statement,
    K.try_statement,
    K.return_statement,
    K.break_statement,
    K.continue_statement,
    K.goto_statement,
    K.throw_statement,
    K.co_return_statement,
    K.expression_statement,
    K.declaration,
  ),
  exit: kindSet(K.return_statement, K.throw_statement, K.co_return_statement),
  cast: kindSet(K.cast_expression),
  call: kindSet(K.call_expression, K.new_expression),
  local: kindSet(K.declaration),
  operand: kindSet(
    K.identifier,
    K.type_identifier,
    K.field_identifier,
    K.namespace_identifier,
    K.statement_identifier,
    K.number_literal,
    K.true,
    K.false,
    K.null,
    K.this,
    K.primitive_type,
    K.auto,
  ),
  wholeOperand: kindSet(K.string_literal, K.char_literal, K.raw_string_literal, K.number_literal),
  silent: kindSet(T[')'], T[']'], T['}'], T[';'], T[','], K.comment),
  otherToken: vocabulary.OTHER_TOKEN,
  isElseIf: ({ table }, node) =>
    table.kind[node] === K.if_statement && table.kind[table.parent[node]] === K.else_clause,
  isLoopHead: ({ table }, node) => {
    const parent = table.kind[table.parent[node]];
    const isHead = parent === K.for_statement || parent === K.condition_clause || parent === K.init_statement;
    return isHead && table.field[node] !== F.body;
  },
  isDefaultArm: ({ table }, node) =>
    table.kind[node] === K.case_statement && table.kind[node + 1] === T.default,
  continuesRun: (reading, operator) =>
    continuesRunOf(reading, operator, { binary: K.binary_expression, left: F.left, operator: F.operator }),
  isRecursion,
  parameters: (reading, node) => countParameters(reading, functionDeclarator(reading, node)).most,
};

function isRecursion(reading: Reading, call: number, routine: Declaration): boolean {
  const callee = childIn(reading.table, call, F.function);
  return (
    callee >= 0 && reading.table.kind[callee] === K.identifier && textOf(reading, callee) === routine.name
  );
}

/** The function declarator of a definition or prototype; -1 for none. */
export function functionDeclarator(reading: Reading, node: number): number {
  const declarator = childIn(reading.table, node, F.declarator);
  return declarator < 0 ? -1 : readDeclarator(reading, declarator).function;
}

/** How many parameters a function declarator has at least and at most; Infinity with `...`. */
export function countParameters(reading: Reading, declarator: number): { least: number; most: number } {
  const count = { least: 0, most: 0 };
  if (declarator < 0) return count;
  for (const parameter of parametersIn(reading, declarator)) {
    if (reading.table.kind[parameter] === K.optional_parameter_declaration) count.most++;
    else {
      count.least++;
      count.most++;
    }
  }
  return count;
}

/** The parameters of a function declarator; `(void)` has none. */
export function parametersIn(reading: Reading, declarator: number): number[] {
  const { table } = reading;
  const list = childIn(table, declarator, F.parameters);
  if (list < 0) return [];
  const found: number[] = [];
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind === K.parameter_declaration || kind === K.optional_parameter_declaration) found.push(child);
  }
  const isVoid = found.length === 1 && textOf(reading, found[0]) === 'void';
  return isVoid ? [] : found;
}

/** True when a function takes more than it lists. */
export function takesMore({ table }: Reading, declarator: number): boolean {
  const list = childIn(table, declarator, F.parameters);
  if (list < 0) return false;
  for (let child = list + 1; child < table.next[list]; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind === K.variadic_parameter || kind === K.variadic_parameter_declaration) return true;
    if (kind === vocabulary.OTHER_TOKEN) return true;
  }
  return false;
}
