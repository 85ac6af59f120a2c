import type { FactsOfFile } from '../contracts/linked.ts';
import { EXPRESSION, typeParameterPlace } from '../facts/fileFacts.ts';
import type { Declared, Signature, TypeParameter, Value } from '../contracts/values.ts';
import { FUNCTION, instanceOf, keyOfDeclared } from '../contracts/values.ts';
import type { Members } from './members.ts';
import { pointerTo } from './pointers.ts';

/** Give up on types inside of types, and on parents of parents, beyond this. */
const MOST_STEPS = 20;

/** The type that bounds a parameter, be it another parameter's; null for none. */
export type BoundOf = (parameter: TypeParameter) => Value | null;

/** The bounds of type parameters, which each file states once with one of the expressions that mean the parameter. */
export function createBounds(
  files: readonly FactsOfFile[],
  evaluate: (file: number, expression: number) => Value | null,
): BoundOf {
  const stated = files.map((): Map<number, number> | null => null);
  const boundsIn = (file: number): Map<number, number> => {
    let bounds = stated[file];
    if (!bounds) {
      stated[file] = bounds = new Map();
      const { operation, a, b } = files[file].facts.expressions;
      for (let e = 0; e < operation.length; e++)
        if (operation[e] === EXPRESSION.typeParameter && b[e] > 0) bounds.set(a[e], b[e]);
    }
    return bounds;
  };
  return (parameter) => {
    let at: Value | null = parameter;
    for (let steps = 0; at?.tag === 'parameter' && steps < MOST_STEPS; steps++)
      at = evaluate(at.file, boundsIn(at.file).get(typeParameterPlace(at.declaration, at.index)) ?? 0);
    return at?.tag === 'parameter' ? null : at;
  };
}

/** True when a value says something of a type parameter. */
export function holdsParameter(value: Value | null, steps = 0): boolean {
  if (!value || steps > MOST_STEPS) return false;
  // Types within types may stand in many places at once: each is looked into once.
  let held = parameterHeld.get(value);
  if (held === undefined) parameterHeld.set(value, (held = looksForParameter(value, steps)));
  return held;
}

const parameterHeld = new WeakMap<Value, boolean>();

function looksForParameter(value: Value, steps: number): boolean {
  switch (value.tag) {
    case 'parameter':
      return true;
    case 'instance':
      return holdsParameter(value.type, steps + 1);
    case 'pointer':
      return holdsParameter(value.to, steps + 1);
    case 'container':
      return value.args.some((arg) => holdsParameter(arg, steps + 1));
    case 'declared':
      return (
        (value.args?.some((arg) => holdsParameter(arg, steps + 1)) ?? false) ||
        (value.others?.some((other) => holdsParameter(other, steps + 1)) ?? false)
      );
    case 'both':
      return value.parts.some((part) => holdsParameter(part, steps + 1));
    case 'without':
    case 'predicate':
      return holdsParameter(value.type, steps + 1);
    case 'function':
      return value.signatures.some(
        ({ takes, gives }) =>
          holdsParameter(gives, steps + 1) || takes.some((type) => holdsParameter(type, steps + 1)),
      );
    default:
      return false;
  }
}

/**
 * A value with what stands for its type parameters put in their place. Of `meant`, undefined leaves a parameter as it is; null says
 * that nothing is known of what stands for it.
 */
export function substitute(
  value: Value | null,
  meant: (parameter: TypeParameter) => Value | null | undefined,
  steps = 0,
  known = new Map<Value, Value | null>(),
): Value | null {
  if (!value || steps > MOST_STEPS || !holdsParameter(value)) return value;
  let put = known.get(value);
  if (put === undefined) {
    const inner = (arg: Value | null): Value | null => substitute(arg, meant, steps + 1, known);
    known.set(value, (put = substituteIn(value, meant, inner)));
  }
  return put;
}

function substituteIn(
  value: Value,
  meant: (parameter: TypeParameter) => Value | null | undefined,
  inner: (arg: Value | null) => Value | null,
): Value | null {
  switch (value.tag) {
    case 'parameter': {
      const found = meant(value);
      return found === undefined ? value : found;
    }
    case 'instance': {
      const type = inner(value.type);
      return type && instanceOf(type, value.inferred);
    }
    case 'pointer':
      return pointerTo(inner(value.to));
    case 'container':
      return { ...value, args: value.args.map(inner) };
    case 'declared': {
      const put: Declared = value.args ? { ...value, args: value.args.map(inner) } : value;
      return put.others ? { ...put, others: put.others.map((other) => inner(other) as Declared) } : put;
    }
    case 'both':
      return { tag: 'both', parts: value.parts.map(inner).filter((part) => part !== null) };
    case 'without':
    case 'predicate': {
      const type = inner(value.type);
      return type && { ...value, type };
    }
    case 'function':
      return {
        tag: 'function',
        signatures: value.signatures.map((signature) => withTypes(signature, inner)),
      };
    default:
      return value;
  }
}

/** A signature with other types in the place of its own. */
export function withTypes(
  { takes, calledOn, gives }: Signature,
  as: (type: Value | null) => Value | null,
): Signature {
  return { takes: takes.map(as), calledOn: calledOn && as(calledOn), gives: as(gives) };
}

/** What stands for type parameters, where a member of a type or a routine is reached. */
export interface TypeArguments {
  /** A value that a member's declaration states, with the arguments of the type through which the member is reached. */
  asReached(member: Declared, value: Value | null): Value | null;
  /** What a routine's own type parameters must be for what it takes to be what it is given. */
  inferred(taken: readonly (Value | null)[], given: readonly (Value | null)[]): Map<string, Value>;
  /** What a type has for a parameter of itself or of a parent; undefined where that is none of theirs. */
  argumentOf(type: Declared, parameter: TypeParameter): Value | null | undefined;
}

export function parameterKey({ file, declaration, index }: TypeParameter): string {
  return `${file}:${declaration}:${index}`;
}

export function createTypeArguments({
  parentsOf,
  partsOf,
  expandAlias,
  signaturesOf,
}: Pick<Members, 'parentsOf' | 'partsOf' | 'expandAlias'> & {
  signaturesOf(value: Value): readonly Signature[];
}): TypeArguments {
  function argumentOf(
    type: Declared,
    parameter: TypeParameter,
    steps = 0,
    // Parents that others share are asked once.
    without = new Set<string>(),
  ): Value | null | undefined {
    if (type.file === parameter.file && type.declarations.includes(parameter.declaration))
      return type.args?.[parameter.index] ?? parameter;
    const key = keyOfDeclared(type);
    if (steps > MOST_STEPS || without.has(key)) return undefined;
    without.add(key);
    for (const { file, declaration } of partsOf(type)) {
      for (const parent of parentsOf(file, declaration)) {
        const expanded = expandAlias(parent);
        if (expanded.tag !== 'declared') continue;
        const found = argumentOf(expanded, parameter, steps + 1, without);
        if (found === undefined) continue;
        const { args } = type;
        if (!args) return found;
        return substitute(found, (own) =>
          own.file === file && own.declaration === declaration ? (args[own.index] ?? null) : undefined,
        );
      }
    }
    return undefined;
  }

  function unify(taken: Value | null, given: Value | null, found: Map<string, Value>, steps: number): void {
    if (!taken || !given || steps > MOST_STEPS || !holdsParameter(taken)) return;
    if (taken.tag === 'parameter') {
      const key = parameterKey(taken);
      if (!found.has(key)) found.set(key, given);
    } else if (taken.tag === 'pointer' && given.tag === 'pointer') {
      unify(taken.to, given.to, found, steps + 1);
    } else if (taken.tag === 'container' && given.tag === 'container') {
      taken.args.forEach((arg, i) => unify(arg, given.args[i] ?? null, found, steps + 1));
    } else if (taken.tag === 'declared' && given.tag === 'declared' && taken.args) {
      taken.args.forEach((arg, index) => {
        const own: TypeParameter = {
          tag: 'parameter',
          file: taken.file,
          declaration: taken.declarations[0],
          index,
        };
        const of = argumentOf(given, own);
        if (of?.tag !== 'parameter' || of.file !== own.file || of.declaration !== own.declaration)
          unify(arg, of ?? null, found, steps + 1);
      });
    } else if (taken.tag === 'both') {
      for (const part of taken.parts) unify(part, given, found, steps + 1);
    } else if (given.tag === 'both') {
      for (const part of given.parts) unify(taken, part, found, steps + 1);
    } else if (taken.tag === 'function') {
      unifyFunctions(taken, given, found, steps);
    }
  }

  /** What a function gives says what the one gives that it stands for; what it takes says so only where nothing else does. */
  function unifyFunctions(
    taken: Value & { tag: 'function' },
    given: Value,
    found: Map<string, Value>,
    steps: number,
  ): void {
    const [asked] = taken.signatures;
    const signature = signaturesOf(given).at(-1);
    if (!asked || !signature) return;
    unify(asked.gives, valueOrType(signature.gives), found, steps + 1);
    asked.takes.forEach((type, i) => unify(type, signature.takes[i] ?? null, found, steps + 1));
  }

  return {
    argumentOf: (type, parameter) => argumentOf(type, parameter),
    asReached(member, value) {
      const { through } = member;
      if (!through || !holdsParameter(value)) return value;
      return substitute(value, (parameter) => argumentOf(through, parameter));
    },
    inferred(taken, given) {
      const found = new Map<string, Value>();
      const isLambda = (i: number): boolean => given[i]?.tag === 'lambda';
      // What a function gives may rest on what the other arguments say that it takes.
      taken.forEach((type, i) => !isLambda(i) && unify(type, typeOfValue(given[i] ?? null), found, 0));
      taken.forEach((type, i) => isLambda(i) && unify(type, given[i], found, 0));
      return found;
    },
  };
}

/** The type of a value that is given to a routine; null for what says nothing of it. */
function typeOfValue(value: Value | null): Value | null {
  if (value?.tag === 'instance') return value.type;
  if (value?.tag === 'literal') return value.name === 'null' || value.name === FUNCTION ? null : value;
  if (value?.tag === 'declared' || value?.tag === 'function') return { tag: 'typeOf', value };
  return value?.tag === 'external' ? value : null;
}

/** A type, or what is known of a value by itself. */
function valueOrType(type: Value | null): Value | null {
  return type?.tag === 'typeOf' ? typeOfValue(type.value) : type;
}
