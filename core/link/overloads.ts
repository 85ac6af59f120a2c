import { ANY_NUMBER, KIND, parameterRange } from '../facts/fileFacts.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import type { Declared, Value } from '../contracts/values.ts';

interface OverloadContext {
  files: readonly FactsOfFile[];
  /** The values of a list of expressions. */
  listOf(file: number, list: number): (Value | null)[];
  parentsOf(file: number, declaration: number): Value[];
  /** The primitive types of a file's language, each of which fits where a later one is asked for. */
  wideningOf(file: number): readonly string[];
}

/** An argument that cannot be what the parameter asks for. */
const IMPOSSIBLE = -1;

/**
 * Of the routines of one name, those that a call may mean: by the number of its arguments, then by what is known of
 * their types. One that is left alone is the one meant; null when it can be none. `args` is an `arguments` expression
 * of `file`.
 */
export function bestOverloads(
  context: OverloadContext,
  callee: Declared,
  file: number,
  args: number,
): readonly number[] | null {
  const { facts } = context.files[file];
  const given = facts.expressions.a[args];
  const fitting = callee.declarations.filter((d) => takes(context.files[callee.file], d, given));
  if (fitting.length === 0) return null;
  const values = context.listOf(file, facts.expressions.b[args]);
  let best: number[] = [];
  let bestScore = 0;
  for (const d of fitting) {
    const score = scoreOf(context, callee.file, d, values);
    if (score < bestScore || score === IMPOSSIBLE) continue;
    if (score > bestScore) best = [];
    bestScore = score;
    best.push(d);
  }
  // What takes any number is meant only where nothing else is.
  const fixed = best.filter((d) => !takesAnyNumber(context.files[callee.file], d));
  if (fixed.length > 0) return fixed;
  return best.length > 0 ? best : null;
}

function takesAnyNumber({ facts: { declarations, expressions } }: FactsOfFile, d: number): boolean {
  const parameters = declarations.parameters[d];
  return parameters > 0 && parameterRange(expressions.a[parameters]).most === ANY_NUMBER;
}

export function takes(
  { facts: { declarations, expressions } }: FactsOfFile,
  d: number,
  given: number,
): boolean {
  if (declarations.kind[d] !== KIND.routine) return false;
  const parameters = declarations.parameters[d];
  if (parameters === 0) return true;
  const { least, most } = parameterRange(expressions.a[parameters]);
  return given >= least && (most === ANY_NUMBER || given <= most);
}

function scoreOf(context: OverloadContext, file: number, d: number, args: (Value | null)[]): number {
  const { declarations, expressions } = context.files[file].facts;
  const parameters = declarations.parameters[d];
  if (parameters === 0) return 0;
  const types = context.listOf(file, expressions.b[parameters]);
  const order = context.wideningOf(file);
  let total = 0;
  for (let i = 0; i < args.length && i < types.length; i++) {
    const score = fit(context, args[i], types[i], order);
    if (score === IMPOSSIBLE) return IMPOSSIBLE;
    total += score;
  }
  return total;
}

/** How well a value fits a parameter of a type: more is better, 0 when nothing is known. */
function fit(
  context: OverloadContext,
  value: Value | null,
  type: Value | null,
  order: readonly string[],
): number {
  if (!value || !type) return 0;
  if (value.tag === 'literal') {
    if (type.tag === 'declared') return value.name === 'null' ? 0 : IMPOSSIBLE;
    if (type.tag !== 'literal' && type.tag !== 'global' && type.tag !== 'external') return 0;
    const wanted = type.name ?? '';
    if (wanted === value.name) return 4;
    return type.tag === 'literal' ? widening(value.name, wanted, order) : 0;
  }
  if (value.tag !== 'instance') return 0;
  if (value.type.tag !== 'declared')
    return type.tag === 'declared' && value.type.tag === 'container' ? IMPOSSIBLE : 0;
  if (type.tag === 'literal') return IMPOSSIBLE;
  if (type.tag !== 'declared') return type.tag === 'global' && type.name === 'Object' ? 1 : 0;
  const distance = inheritanceSteps(context, value.type, type, 0);
  return distance < 0 ? IMPOSSIBLE : Math.max(1, 4 - distance);
}

/** A smaller number fits where a larger is wanted, the better the closer. */
function widening(from: string, to: string, order: readonly string[]): number {
  const steps = order.indexOf(to) - order.indexOf(from);
  if (!order.includes(from) || !order.includes(to)) return IMPOSSIBLE;
  return steps < 0 ? IMPOSSIBLE : Math.max(1, 4 - steps);
}

/** Steps of inheritance from one type up to another; -1 when there is no such way, as far as is known. */
function inheritanceSteps(context: OverloadContext, from: Declared, to: Declared, steps: number): number {
  if (from.file === to.file && from.declarations[0] === to.declarations[0]) return steps;
  if (steps > 20) return -1;
  let best = -1;
  for (const parent of context.parentsOf(from.file, from.declarations[0])) {
    if (parent.tag !== 'declared') continue;
    const found = inheritanceSteps(context, parent, to, steps + 1);
    if (found >= 0 && (best < 0 || found < best)) best = found;
  }
  return best;
}
