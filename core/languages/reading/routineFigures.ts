import { KIND } from '../../facts/fileFacts.ts';
import type { LineCounts } from './lineFigures.ts';
import { childIn } from './syntaxTable.ts';
import { textOf, type Declaration, type Reading } from './reading.ts';

/** What a language's nodes mean for the figures of routines: kind sets of its vocabulary, and the odd cases. */
export interface FigureKinds {
  /** Structures that nest. */
  control: Uint8Array;
  /** Each adds one path. */
  decision: Uint8Array;
  /** Short-circuit operators: tokens. */
  shortCircuit: Uint8Array;
  /** `else` in any form. */
  elseBranch: Uint8Array;
  statement: Uint8Array;
  exit: Uint8Array;
  cast: Uint8Array;
  call: Uint8Array;
  local: Uint8Array;
  /** Leaves that are names or literals. */
  operand: Uint8Array;
  /** Literals that are one operand, whatever leaves they have. */
  wholeOperand: Uint8Array;
  /** The closing halves of pairs, separators and comments: no operators of their own. */
  silent: Uint8Array;
  /** The largest kind. */
  otherToken: number;
  /** True for the `if` of an `else if`, which stands no deeper than the one before. */
  isElseIf(reading: Reading, node: number): boolean;
  /** True for what stands in the head of a loop: `for (let i = 0; …)` is one statement, not two. */
  isLoopHead(reading: Reading, node: number): boolean;
  /** True for a decision node that adds no path after all, as the default arm does. */
  isDefaultArm?(reading: Reading, node: number): boolean;
  /** True when the short-circuit operator continues the run that the left side began: the second of `a && b && c`. */
  continuesRun(reading: Reading, operator: number): boolean;
  isRecursion(reading: Reading, call: number, routine: Declaration): boolean;
  /** Parameters of the routine that `node` declares. */
  parameters(reading: Reading, node: number): number;
}

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
export function measureRoutines(reading: Reading, counts: LineCounts, kinds: FigureKinds): void {
  const { table, declarations, declarationAt } = reading;
  for (const declaration of declarations) measureExtent(declaration, counts);
  const open: OpenRoutine[] = [];
  const controls: { end: number; routine: OpenRoutine }[] = [];
  for (let node = 0; node < table.count; node++) {
    while (controls.length > 0 && node >= controls[controls.length - 1].end) controls.pop()!.routine.depth--;
    while (open.length > 0 && node >= open[open.length - 1].end) closeRoutine(open.pop()!);
    const index = declarationAt.get(node);
    if (index !== undefined && declarations[index].kind === KIND.routine) {
      open.push(openRoutine(reading, node, declarations[index], kinds));
    }
    if (open.length === 0) continue;
    const routine = open[open.length - 1];
    const kind = table.kind[node];
    if (kinds.control[kind] && !kinds.isElseIf(reading, node)) {
      const { figures } = routine.declaration;
      // Nested complexity: a structure costs one more for each structure it stands in.
      figures.nested += 1 + routine.depth;
      routine.depth++;
      controls.push({ end: table.next[node], routine });
      figures.nesting = Math.max(figures.nesting, routine.depth);
    }
    countNode(reading, node, routine, kinds);
  }
  while (open.length > 0) closeRoutine(open.pop()!);
}

function measureExtent(declaration: Declaration, counts: LineCounts): void {
  const { startLine, endLine, figures } = declaration;
  figures.codeLines = counts.code[endLine] - counts.code[startLine - 1];
  figures.commentLines = counts.comment[endLine] - counts.comment[startLine - 1];
}

function openRoutine(
  reading: Reading,
  node: number,
  declaration: Declaration,
  kinds: FigureKinds,
): OpenRoutine {
  const { figures } = declaration;
  figures.cyclomatic = 1;
  figures.cyclomaticPlain = 1;
  figures.parameters = kinds.parameters(reading, node);
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

function countNode(reading: Reading, node: number, routine: OpenRoutine, kinds: FigureKinds): void {
  const kind = reading.table.kind[node];
  const { figures } = routine.declaration;
  if (kinds.decision[kind] && !kinds.isDefaultArm?.(reading, node)) {
    figures.cyclomatic++;
    figures.cyclomaticPlain++;
  } else if (kinds.shortCircuit[kind]) {
    figures.cyclomatic++;
    if (!kinds.continuesRun(reading, node)) figures.nested++;
  }
  if (kinds.elseBranch[kind]) figures.nested++;
  if (kinds.exit[kind]) figures.exits++;
  if (kinds.cast[kind]) figures.casts++;
  if (kinds.local[kind]) figures.locals++;
  if (kinds.call[kind]) {
    figures.calls++;
    if (kinds.isRecursion(reading, node, routine.declaration)) figures.nested++;
  }
  if (kinds.statement[kind] && !kinds.isLoopHead(reading, node)) figures.statements++;
  countToken(reading, node, routine, kinds);
}

/** Halstead's operators and operands, from the leaves. */
function countToken(reading: Reading, node: number, routine: OpenRoutine, kinds: FigureKinds): void {
  const { table } = reading;
  const kind = table.kind[node];
  const isWhole = kinds.wholeOperand[kind] === 1;
  if (!isWhole && table.next[node] !== node + 1) return;
  if (kinds.silent[kind] || table.start[node] === table.end[node]) return;
  if (table.parent[node] >= 0 && kinds.wholeOperand[table.kind[table.parent[node]]]) return;
  const { figures } = routine.declaration;
  if (isWhole || kinds.operand[kind]) {
    figures.operands++;
    routine.operands.add(textOf(reading, node));
  } else if (kind > 0 && kind <= kinds.otherToken) {
    figures.operators++;
    routine.operators.add(textOf(reading, node));
  }
}

/**
 * In `a && b && c`, two nested binary expressions, the operators make one run: the inner one, which stands on the left,
 * goes on in the outer.
 */
export function continuesRunOf(
  { table }: Reading,
  operator: number,
  nodes: { binary: number; left: number; operator: number },
): boolean {
  const expression = table.parent[operator];
  const parent = table.parent[expression];
  if (table.kind[parent] !== nodes.binary || table.field[expression] !== nodes.left) return false;
  return table.kind[childIn(table, parent, nodes.operator)] === table.kind[operator];
}
