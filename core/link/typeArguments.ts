import type { FactsOfFile } from '../contracts/linked.ts';
import { EXPRESSION, typeParameterPlace } from '../facts/fileFacts.ts';
import type { Declared, TypeParameter, Value } from '../contracts/values.ts';
import { FUNCTION, instanceOf } from '../contracts/values.ts';
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
      return value.args?.some((arg) => holdsParameter(arg, steps + 1)) ?? false;
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
): Value | null {
  if (!value || steps > MOST_STEPS || !holdsParameter(value)) return value;
  const inner = (arg: Value | null): Value | null => substitute(arg, meant, steps + 1);
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
    case 'declared':
      return { ...value, args: value.args!.map(inner) };
    default:
      return value;
  }
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
}: Pick<Members, 'parentsOf' | 'partsOf' | 'expandAlias'>): TypeArguments {
  function argumentOf(type: Declared, parameter: TypeParameter, steps = 0): Value | null | undefined {
    if (type.file === parameter.file && type.declarations.includes(parameter.declaration))
      return type.args ? (type.args[parameter.index] ?? null) : parameter;
    if (steps > MOST_STEPS) return undefined;
    for (const { file, declaration } of partsOf(type)) {
      for (const parent of parentsOf(file, declaration)) {
        const expanded = expandAlias(parent);
        if (expanded.tag !== 'declared') continue;
        const found = argumentOf(expanded, parameter, steps + 1);
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
    if (!taken || !given || steps > MOST_STEPS) return;
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
        unify(arg, argumentOf(given, own) ?? null, found, steps + 1);
      });
    }
  }

  return {
    argumentOf,
    asReached(member, value) {
      const { through } = member;
      if (!through || !holdsParameter(value)) return value;
      return substitute(value, (parameter) => argumentOf(through, parameter));
    },
    inferred(taken, given) {
      const found = new Map<string, Value>();
      taken.forEach((type, i) => unify(type, typeOfValue(given[i] ?? null), found, 0));
      return found;
    },
  };
}

/** The type of a value that is given to a routine; null for what says nothing of it. */
function typeOfValue(value: Value | null): Value | null {
  if (value?.tag === 'instance') return value.type;
  if (value?.tag === 'literal') return value.name === 'null' || value.name === FUNCTION ? null : value;
  return value?.tag === 'external' ? value : null;
}
