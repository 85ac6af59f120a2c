import { KIND } from '../../facts/fileFacts.ts';
import { childIn } from '../syntaxTable.ts';
import type { LineCounts } from './lineFigures.ts';
import { textOf, type Declaration, type Reading } from './reading.ts';
import { functionOf } from './refer.ts';
import { F, K, kindSet, OTHER_TOKEN, T } from './vocabulary.ts';

const isControl = kindSet(
  K.if_statement,
  K.for_statement,
  K.for_in_statement,
  K.while_statement,
  K.do_statement,
  K.switch_statement,
  K.catch_clause,
  K.ternary_expression,
);

/** Each adds one path. `switch` itself adds none, its arms do. */
const isDecision = kindSet(
  K.if_statement,
  K.for_statement,
  K.for_in_statement,
  K.while_statement,
  K.do_statement,
  K.switch_case,
  K.catch_clause,
  K.ternary_expression,
);

const isShortCircuit = kindSet(T['&&'], T['||'], T['??'], T['&&='], T['||='], T['??=']);

const isStatement = kindSet(
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
);

const isOperand = kindSet(
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
);

/** The closing halves of pairs, and separators, are no operators of their own. */
const isSilent = kindSet(
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
);

/** An open routine and the control structures open inside it. */
interface OpenRoutine {
  declaration: Declaration;
  end: number;
  depth: number;
  operators: Set<string>;
  operands: Set<string>;
}

/**
 * Third pass: the figures of routines. A named nested routine counts on its own and not in its parent, an anonymous
 * one counts in its parent. O(nodes).
 */
export function measureRoutines(reading: Reading, counts: LineCounts): void {
  const { table, declarations, declarationAt } = reading;
  for (const declaration of declarations) measureExtent(declaration, counts);
  const open: OpenRoutine[] = [];
  const controls: { end: number; routine: OpenRoutine }[] = [];
  for (let node = 0; node < table.count; node++) {
    while (controls.length > 0 && node >= controls[controls.length - 1].end) controls.pop()!.routine.depth--;
    while (open.length > 0 && node >= open[open.length - 1].end) closeRoutine(open.pop()!);
    const index = declarationAt.get(node);
    if (index !== undefined && declarations[index].kind === KIND.routine) {
      open.push(openRoutine(reading, node, declarations[index]));
    }
    if (open.length === 0) continue;
    const routine = open[open.length - 1];
    const kind = table.kind[node];
    if (isControl[kind]) {
      enterControl(reading, node, routine);
      const continues = isElseIf(reading, node);
      if (!continues) {
        routine.depth++;
        controls.push({ end: table.next[node], routine });
        const { figures } = routine.declaration;
        figures.nesting = Math.max(figures.nesting, routine.depth);
      }
    }
    countNode(reading, node, kind, routine);
  }
  while (open.length > 0) closeRoutine(open.pop()!);
}

function measureExtent(declaration: Declaration, counts: LineCounts): void {
  const { startLine, endLine, figures } = declaration;
  figures.codeLines = counts.code[endLine] - counts.code[startLine - 1];
  figures.commentLines = counts.comment[endLine] - counts.comment[startLine - 1];
}

function openRoutine(reading: Reading, node: number, declaration: Declaration): OpenRoutine {
  const { figures } = declaration;
  figures.cyclomatic = 1;
  figures.cyclomaticPlain = 1;
  figures.parameters = countParameters(reading, functionOf(reading, node));
  return {
    declaration,
    end: reading.table.next[node],
    depth: 0,
    operators: new Set(),
    operands: new Set(),
  };
}

function closeRoutine({ declaration: { figures }, operators, operands }: OpenRoutine): void {
  figures.distinctOperators = operators.size;
  figures.distinctOperands = operands.size;
}

function countParameters(reading: Reading, fn: number): number {
  const { table } = reading;
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

function isElseIf(reading: Reading, node: number): boolean {
  const { table } = reading;
  return table.kind[node] === K.if_statement && table.kind[table.parent[node]] === K.else_clause;
}

/** Nested complexity: a structure costs one more for each structure it stands in; `else` and `else if` cost one. */
function enterControl(reading: Reading, node: number, routine: OpenRoutine): void {
  if (!isElseIf(reading, node)) routine.declaration.figures.nested += 1 + routine.depth;
}

function countNode(reading: Reading, node: number, kind: number, routine: OpenRoutine): void {
  const { figures } = routine.declaration;
  if (isDecision[kind]) {
    figures.cyclomatic++;
    figures.cyclomaticPlain++;
  } else if (isShortCircuit[kind]) {
    figures.cyclomatic++;
    if (startsRun(reading, node, kind)) figures.nested++;
  } else if (kind === K.else_clause) {
    figures.nested++;
  } else if (kind === K.return_statement || kind === K.throw_statement) {
    figures.exits++;
  } else if (kind === K.as_expression || kind === K.type_assertion || kind === K.non_null_expression) {
    figures.casts++;
  } else if (kind === K.call_expression || kind === K.new_expression) {
    figures.calls++;
    if (kind === K.call_expression && isRecursion(reading, node, routine.declaration)) figures.nested++;
  } else if (kind === K.variable_declarator) {
    figures.locals++;
  }
  if (isStatement[kind] && !isLoopHead(reading, node)) figures.statements++;
  countToken(reading, node, kind, routine);
}

/** `for (let i = 0; …)` is one statement, not two. */
function isLoopHead(reading: Reading, node: number): boolean {
  const { table } = reading;
  return table.kind[table.parent[node]] === K.for_statement && table.field[node] !== F.body;
}

/** In `a && b && c` the operators make one run; it starts at the one whose left side has another operator. */
function startsRun(reading: Reading, operator: number, kind: number): boolean {
  const { table } = reading;
  const expression = table.parent[operator];
  const parent = table.parent[expression];
  if (table.kind[parent] !== K.binary_expression || table.field[expression] !== F.left) return true;
  return table.kind[childIn(table, parent, F.operator)] !== kind;
}

function isRecursion(reading: Reading, call: number, routine: Declaration): boolean {
  const { table } = reading;
  const callee = childIn(table, call, F.function);
  if (callee < 0) return false;
  if (table.kind[callee] === K.identifier) return textOf(reading, callee) === routine.name;
  if (table.kind[callee] !== K.member_expression) return false;
  const object = childIn(table, callee, F.object);
  const property = childIn(table, callee, F.property);
  return table.kind[object] === K.this && property >= 0 && textOf(reading, property) === routine.name;
}

/** Halstead's operators and operands, from the leaves. */
function countToken(reading: Reading, node: number, kind: number, routine: OpenRoutine): void {
  const { table } = reading;
  const isWhole = kind === K.string || kind === K.regex;
  if (!isWhole && table.next[node] !== node + 1) return;
  if (isSilent[kind] || table.start[node] === table.end[node]) return;
  if (kind === K.string_fragment && table.kind[table.parent[node]] === K.string) return;
  const { figures } = routine.declaration;
  if (isOperand[kind]) {
    figures.operands++;
    routine.operands.add(textOf(reading, node));
  } else if (kind > 0 && kind <= OTHER_TOKEN) {
    figures.operators++;
    routine.operators.add(textOf(reading, node));
  }
}
