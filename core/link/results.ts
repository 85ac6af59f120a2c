import { EXPRESSION, FORM, KIND } from '../facts/fileFacts.ts';
import type { FactsOfFile } from '../contracts/linked.ts';
import { instanceOf, uncertain, type Declared, type Value } from '../contracts/values.ts';
import { createConversions } from './conversions.ts';
import { awaitedOf, containerResult, elementOf, givesWhatFunctionGives } from './containers.ts';
import type { Evaluator } from './evaluator.ts';
import type { FamilyRules } from './families.ts';
import { eitherOf, forEachMeaning } from './meanings.ts';
import type { Members } from './members.ts';
import { bestOverloads, type Overload, type OverloadContext } from './overloads.ts';
import { takes } from './parameters.ts';
import type { Signatures } from './signatures.ts';
import {
  type BoundOf,
  holdsParameter,
  parameterKey,
  substitute,
  type TypeArguments,
} from './typeArguments.ts';

/** Calls: which routine is meant, and what it returns. */
export interface Results extends Pick<Evaluator, 'overloadsMeant' | 'conversionsRun'> {
  /** What calling a value with the `arguments` expression of a file returns. */
  resultOf(callee: Value | null, file: number, args: number, receiver?: () => Value | null): Value | null;
  /**
   * Of the routines of one name, a type's and its parents', those that fit what they are given, or what that becomes by itself
   * (`mayConvert`); none when none does.
   */
  fitting(
    callee: Declared,
    file: number,
    values: readonly (Value | null)[],
    mayConvert?: boolean,
  ): Declared[];
}

/** Give up on parents of parents beyond this. */
const MOST_STEPS = 80;

export function createResults({
  files,
  rules,
  members: { membersAbove, parentsOf, expandAlias },
  typeArguments,
  signatures,
  boundOf,
  evaluate,
  listOf,
}: {
  files: readonly FactsOfFile[];
  rules: FamilyRules;
  members: Members;
  typeArguments: TypeArguments;
  signatures: Signatures;
  boundOf: BoundOf;
  /** The values of a list of expressions. */
  listOf(file: number, list: number): (Value | null)[];
} & Pick<Evaluator, 'evaluate'>): Results {
  const context: OverloadContext = {
    files,
    listOf,
    parentsOf,
    boundOf,
    expandAlias,
    languageOf: rules.languageOf,
    typeArguments,
  };

  function resultOf(
    callee: Value | null,
    file: number,
    args: number,
    receiver: () => Value | null = () => null,
  ): Value | null {
    return (
      callee &&
      forEachMeaning(callee, (meaning) =>
        saysItsSignatures(meaning)
          ? signatures.resultOfCall(meaning, { given: givenBy(file, args), receiver })
          : resultOfOne(meaning, file, args, receiver),
      )
    );
  }

  function givenBy(file: number, args: number): (Value | null)[] {
    return args === 0 ? [] : listOf(file, files[file].facts.expressions.b[args]);
  }

  /** What a container's method makes of what the function gives that it is given: `gates.map(f)`, `promise.then(f)`. */
  function madeByFunction(
    { name, container }: Value & { tag: 'containerMethod' },
    file: number,
    args: number,
  ): Value | null {
    const into = givesWhatFunctionGives(name, container.name);
    if (into === null) return null;
    const gives = signatures.signaturesOf(givenBy(file, args)[0] ?? null).at(-1)?.gives;
    if (!gives) return null;
    const value = instanceOf(gives, true);
    const held = into === 'Promise' ? awaitedOf(value) : name === 'flatMap' ? elementOf(value) : value;
    if (held?.tag !== 'instance') return null;
    return { tag: 'instance', type: { tag: 'container', name: into, args: [held.type] }, inferred: true };
  }

  /** True for what is called by its type, rather than by what is declared to be a routine. */
  function saysItsSignatures(callee: Value): boolean {
    if (callee.tag !== 'declared')
      return callee.tag === 'function' || callee.tag === 'lambda' || callee.tag === 'instance';
    if (rules.ofFile(callee.file)) return false;
    const { declarations, expressions } = files[callee.file].facts;
    const [first] = callee.declarations;
    const isOverloaded = expressions.operation[declarations.value[first]] === EXPRESSION.overloads;
    return isOverloaded || callee.args !== undefined || declarations.kind[first] === KIND.field;
  }

  function resultOfOne(
    callee: Value,
    file: number,
    args: number,
    receiver: () => Value | null,
    steps = 0,
  ): Value | null {
    if (callee.tag === 'containerMethod')
      return madeByFunction(callee, file, args) ?? containerResult(callee);
    if (callee.tag === 'outside') return callee;
    if (callee.tag !== 'declared') return null;
    if (rules.ofFile(callee.file)?.callsMakeInstances && isType(callee)) return instanceOf(callee, true);
    const meant = overloadsMeant(callee, file, args);
    for (const routine of meant) {
      const { declarations } = files[routine.file].facts;
      for (const d of routine.declarations) {
        // A record's component is called as a routine is.
        if (declarations.kind[d] !== KIND.routine && !rules.ofFile(routine.file)) continue;
        const value = returned(routine, d, file, args, receiver);
        const isHeld = declarations.kind[d] === KIND.field && rules.ofFile(routine.file)?.fieldsAreCalled;
        if (value && isHeld && value.tag === 'declared')
          return steps < MOST_STEPS ? resultOfOne(value, file, args, receiver, steps + 1) : null;
        if (value) return uncertain(value);
      }
    }
    return null;
  }

  /** What a routine returns, with what stands for its type parameters and those of the type through which it is reached. */
  function returned(
    routine: Declared,
    d: number,
    file: number,
    args: number,
    receiver: () => Value | null,
  ): Value | null {
    const { declarations, expressions } = files[routine.file].facts;
    const reached = typeArguments.asReached(routine, stated(routine, declarations.value[d]));
    // A routine that is called with types stands for itself with those: `checked<Gate>(x)`.
    const value = routine.args ? typeArguments.asReached({ ...routine, through: routine }, reached) : reached;
    if (!holdsParameter(value) || args === 0 || declarations.parameters[d] === 0) return value;
    const taken = listOf(routine.file, expressions.b[declarations.parameters[d]]);
    const given = givenBy(file, args);
    // What a routine extends is what it is called on, or what it is given first.
    if (declarations.form[d] === FORM.extension) {
      taken.unshift(evaluate(routine.file, declarations.owner[d]));
      const object = receiver();
      if (object?.tag === 'instance') given.unshift(object);
    }
    const found = typeArguments.inferred(taken, given);
    return substitute(value, (parameter) => found.get(parameterKey(parameter)));
  }

  /** The value of what a routine gives back. Where that is its receiver, it is of the type through which it was reached. */
  function stated(routine: Declared, expression: number, steps = 0): Value | null {
    const { file, through } = routine;
    const { operation, a, b } = files[file].facts.expressions;
    if (!through || steps > MOST_STEPS) return evaluate(file, expression);
    if (operation[expression] === EXPRESSION.this && b[expression] === 0) return instanceOf(through, true);
    if (operation[expression] === EXPRESSION.uncertain)
      return uncertain(stated(routine, a[expression], steps + 1));
    if (operation[expression] !== EXPRESSION.union) return evaluate(file, expression);
    const parts = [a[expression], b[expression]];
    return eitherOf(parts.map((part) => stated(routine, part, steps + 1)));
  }

  function isType({ file, declarations: [first] }: Declared): boolean {
    return files[file].facts.declarations.kind[first] === KIND.type;
  }

  function overloadsMeant(callee: Declared, file: number, args: number): Declared[] {
    if (args === 0) return [callee];
    const { a, b } = files[file].facts.expressions;
    const isOnly = callee.declarations.length === 1 && !membersAbove(callee);
    if (isOnly && takes(files[callee.file], callee.declarations[0], a[args])) return [callee];
    const found = fitting(callee, file, listOf(file, b[args]));
    return found.length > 0 ? found : [callee];
  }

  function fitting(
    callee: Declared,
    file: number,
    values: readonly (Value | null)[],
    mayConvert = true,
  ): Declared[] {
    const groups: Declared[] = [];
    for (let at: Declared | null = callee; at && groups.length < MOST_STEPS; at = membersAbove(at))
      groups.push(at);
    const best = bestOverloads(context, groups, file, values, mayConvert);
    return best ? grouped(best, groups) : [];
  }

  /** Overloads by the groups that they are of. */
  function grouped(best: readonly Overload[], groups: readonly Declared[]): Declared[] {
    return groups.flatMap((group, index) => {
      const own = best.filter((overload) => overload.group === index);
      if (own.length === 0) return [];
      const inferred = group.inferred || own.some(({ isByConstructor }) => isByConstructor);
      return [{ ...group, declarations: own.map(({ declaration }) => declaration), inferred }];
    });
  }

  const conversionsRun = createConversions(context, fitting);
  return { resultOf, overloadsMeant, fitting, conversionsRun };
}
