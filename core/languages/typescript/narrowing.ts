import { Narrowings, type ConditionSyntax } from '../reading/narrowing.ts';
import { childIn } from '../reading/syntaxTable.ts';
import { textOf } from '../reading/reading.ts';
import type { ScriptReading, Test } from './reading.ts';
import { F, K, kindSet, T } from './vocabulary.ts';

const branching = kindSet(K.if_statement, K.ternary_expression, K.while_statement);

const syntax: ConditionSyntax = {
  right: F.right,
  transparent: kindSet(K.parenthesized_expression),
  isNot: ({ table, text }, node) =>
    table.kind[node] === K.unary_expression && text[table.start[node]] === '!',
  junction({ table }, node) {
    if (table.kind[node] !== K.binary_expression) return 0;
    const operator = table.kind[childIn(table, node, F.operator)];
    return operator === T['&&'] ? 1 : operator === T['||'] ? -1 : 0;
  },
  branches({ table }, node) {
    if (!branching[table.kind[node]]) return null;
    const isLoop = table.kind[node] === K.while_statement;
    return {
      condition: childIn(table, node, F.condition),
      then: childIn(table, node, isLoop ? F.body : F.consequence),
      else: isLoop ? -1 : childIn(table, node, F.alternative),
    };
  },
  isAssertion: () => false,
  leaves: kindSet(K.return_statement, K.throw_statement, K.continue_statement, K.break_statement),
  block: K.statement_block,
};

/** What is known of names and members where tests of them hold: `x instanceof A`, `isGate(x)`, `x.kind === 'gate'`. */
export function noticeTests(reading: ScriptReading): void {
  const { table } = reading;
  const found = new Narrowings(reading, syntax);
  reading.narrowings = found;
  for (let node = 0; node < table.count; node++) {
    switch (table.kind[node]) {
      case T.instanceof: {
        const test = table.parent[node];
        const left = childIn(table, test, F.left);
        const type = childIn(table, test, F.right);
        if (left >= 0 && type >= 0) found.add(test, left, numbered(reading, { by: 'type', type }));
        break;
      }
      case K.call_expression:
        if (isTested[table.kind[table.parent[node]]]) noticeGuard(reading, found, node);
        break;
      case K.binary_expression:
        noticeComparison(reading, found, node);
        break;
      case K.switch_statement:
        noticeSwitch(reading, found, node);
    }
  }
}

function numbered({ tests }: ScriptReading, test: Test): number {
  return tests.push(test) - 1;
}

const isTested = kindSet(
  K.parenthesized_expression,
  K.unary_expression,
  K.binary_expression,
  K.ternary_expression,
);
const isPath = kindSet(K.identifier, K.member_expression, K.this);

/** A call may say of what it is given, and called on, what that is. */
function noticeGuard(reading: ScriptReading, found: Narrowings, call: number): void {
  const { table } = reading;
  const callee = childIn(table, call, F.function);
  const args = childIn(table, call, F.arguments);
  if (callee < 0 || args < 0 || table.kind[args] !== K.arguments) return;
  const object = childIn(table, callee, F.object);
  if (object >= 0 && isPath[table.kind[object]])
    found.add(call, object, numbered(reading, { by: 'guard', call, place: 0 }));
  let place = 0;
  for (let child = args + 1; child < table.next[args]; child = table.next[child]) {
    const kind = table.kind[child];
    if (kind === T['('] || kind === T[')'] || kind === T[','] || kind === K.comment) continue;
    place++;
    if (isPath[kind]) found.add(call, child, numbered(reading, { by: 'guard', call, place }));
  }
}

/** A member that is compared with a literal tells which of several types its object is of. */
function noticeComparison(reading: ScriptReading, found: Narrowings, node: number): void {
  const { table } = reading;
  const left = childIn(table, node, F.left);
  const literal = childIn(table, node, F.right);
  const operator = childIn(table, node, F.operator);
  if (left < 0 || literal < 0 || operator < 0) return;
  const sign = textOf(reading, operator);
  if (!/^[!=]==?$/.test(sign)) return;
  for (const isEqual of [true, false])
    noticeTag(reading, left, literal, isEqual, (object, says) =>
      found.add(node, object, says, isEqual === sign.startsWith('=')),
    );
}

function noticeTag(
  reading: ScriptReading,
  member: number,
  literal: number,
  isEqual: boolean,
  add: (object: number, says: number) => void,
): void {
  const { table } = reading;
  if (table.kind[member] !== K.member_expression || table.kind[literal] !== K.string) return;
  const object = childIn(table, member, F.object);
  const property = childIn(table, member, F.property);
  if (object < 0 || property < 0 || !isPath[table.kind[object]]) return;
  add(object, numbered(reading, { by: 'tag', name: textOf(reading, property), literal, isEqual }));
}

/** Each arm of a switch over a member, but for those that another runs into. */
function noticeSwitch(reading: ScriptReading, found: Narrowings, node: number): void {
  const { table } = reading;
  const subject = childIn(table, node, F.value);
  const body = childIn(table, node, F.body);
  if (subject < 0 || body < 0) return;
  const member = table.kind[subject] === K.parenthesized_expression ? table.next[subject + 1] : subject;
  let runsInto = false;
  for (let arm = body + 1; arm < table.next[body]; arm = table.next[arm]) {
    if (table.kind[arm] !== K.switch_case) continue;
    const literal = childIn(table, arm, F.value);
    if (!runsInto && literal >= 0)
      noticeTag(reading, member, literal, true, (object, says) =>
        found.addStretch(table.next[literal], table.next[arm], object, says),
      );
    runsInto = childIn(table, arm, F.body) < 0;
  }
}
