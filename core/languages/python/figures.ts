import type { LineKinds } from '../reading/lineFigures.ts';
import { lineAt, textOf, type Declaration, type Reading } from '../reading/reading.ts';
import { continuesRunOf, type FigureKinds } from '../reading/routineFigures.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { F, K, kindSet, T, vocabulary } from './vocabulary.ts';

export const lineKinds: LineKinds = {
  comment: kindSet(K.comment),
  wholeCode: kindSet(K.string),
  blankText: kindSet(),
  isDocumentation: ({ table }, node) => table.kind[node] === K.string && isDocString(table, node),
};

/** A string that is the first statement of a module, a class or a routine. */
function isDocString(table: Reading['table'], node: number): boolean {
  const statement = table.parent[node];
  if (statement < 0 || table.kind[statement] !== K.expression_statement || node !== statement + 1)
    return false;
  const block = table.parent[statement];
  const holder = table.parent[block];
  const isModule = table.kind[block] === K.module;
  const isBody =
    table.kind[block] === K.block &&
    holder >= 0 &&
    (table.kind[holder] === K.class_definition || table.kind[holder] === K.function_definition);
  if (!isModule && !isBody) return false;
  let first = block + 1;
  while (first < table.next[block] && table.kind[first] === K.comment) first = table.next[first];
  return first === statement;
}

/** Gives classes and routines the lines of their documentation strings. */
export function readDocStrings(reading: Reading): void {
  const { table, lineStarts, declarations } = reading;
  for (const declaration of declarations) {
    const body = childIn(table, declaration.node, F.body);
    if (body < 0) continue;
    let statement = body + 1;
    while (statement < table.next[body] && table.kind[statement] === K.comment)
      statement = table.next[statement];
    const text = statement + 1;
    if (table.kind[statement] !== K.expression_statement || table.kind[text] !== K.string) continue;
    declaration.docStart = lineAt(lineStarts, table.start[text]);
    declaration.docEnd = lineAt(lineStarts, table.end[text] - 1);
  }
}

const decisions = [
  K.if_statement,
  K.for_statement,
  K.while_statement,
  K.except_clause,
  K.except_group_clause,
  K.conditional_expression,
];

export const figureKinds: FigureKinds = {
  control: kindSet(...decisions, K.match_statement),
  decision: kindSet(...decisions, K.elif_clause, K.for_in_clause, K.if_clause, K.case_clause),
  shortCircuit: kindSet(T.and, T.or),
  elseBranch: kindSet(K.elif_clause, K.else_clause),
  statement: kindSet(
    K.if_statement,
    K.for_statement,
    K.while_statement,
    K.try_statement,
    K.with_statement,
    K.match_statement,
    K.expression_statement,
    K.return_statement,
    K.raise_statement,
    K.assert_statement,
    K.delete_statement,
    K.break_statement,
    K.continue_statement,
    K.pass_statement,
    K.global_statement,
    K.nonlocal_statement,
    K.import_statement,
    K.import_from_statement,
  ),
  exit: kindSet(K.return_statement, K.raise_statement),
  cast: kindSet(),
  call: kindSet(K.call),
  local: kindSet(K.assignment),
  operand: kindSet(K.identifier, K.integer, K.float, K.true, K.false, K.none, K.ellipsis),
  wholeOperand: kindSet(),
  silent: kindSet(
    T[')'],
    T[']'],
    T['}'],
    T[','],
    T[';'],
    T[':'],
    K.comment,
    K.string_start,
    K.string_end,
    K.escape_sequence,
    K.line_continuation,
  ),
  otherToken: vocabulary.OTHER_TOKEN,
  isElseIf: () => false,
  isLoopHead: () => false,
  isDefaultArm: ({ table }, node) => {
    if (table.kind[node] !== K.case_clause || childIn(table, node, F.guard) >= 0) return false;
    const pattern = table.next[node + 1];
    return table.kind[pattern] === K.case_pattern && table.kind[pattern + 1] === T._;
  },
  continuesRun: (reading, operator) =>
    continuesRunOf(reading, operator, { binary: K.boolean_operator, left: F.left, operator: F.operator }),
  isRecursion,
  parameters: countParameters,
};

function isRecursion(reading: Reading, call: number, routine: Declaration): boolean {
  const { table } = reading;
  const callee = childIn(table, call, F.function);
  if (callee < 0) return false;
  if (table.kind[callee] === K.identifier) return textOf(reading, callee) === routine.name;
  if (table.kind[callee] !== K.attribute) return false;
  const object = childIn(table, callee, F.object);
  const name = childIn(table, callee, F.attribute);
  const isSelf = object >= 0 && /^(self|cls)$/.test(textOf(reading, object));
  return isSelf && name >= 0 && textOf(reading, name) === routine.name;
}

/** Parameters as they are written, the receiver included. */
function countParameters({ table }: Reading, node: number): number {
  const list = childIn(table, node, F.parameters);
  if (list < 0) return 0;
  let count = 0;
  for (let child = list + 1; child < table.next[list]; child = table.next[child])
    if (isParameter[table.kind[child]]) count++;
  return count;
}

export const isParameter = kindSet(
  K.identifier,
  K.typed_parameter,
  K.default_parameter,
  K.typed_default_parameter,
  K.list_splat_pattern,
  K.dictionary_splat_pattern,
  K.tuple_pattern,
);
