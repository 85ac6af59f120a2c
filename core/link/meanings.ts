import { keyOfDeclared, uncertain, type Declared, type Value } from '../contracts/values.ts';

/** More that a name may mean says nothing. */
const MOST = 8;

/** Of more types than this nothing is known but that they are not more. */
const MOST_TYPES = 64;

/**
 * What comes of a value, where it may mean several things: what comes of each, the first before the others. What comes to the same
 * is one.
 */
export function forEachMeaning(value: Value, of: (meaning: Value) => Value | null): Value | null {
  const named = value.tag === 'instance' ? value.type : value;
  if (named.tag !== 'declared' || named.others === undefined) return of(value);
  const found = joinMeanings(meaningsOf(value).map(of), named.isEach);
  return found?.tag === 'declared' && alone(found).length > MOST ? { tag: 'outside' } : found;
}

/**
 * One value for all that may be meant; of those that are not declared here the first, when nothing else is found. With `isEach` each
 * of them is meant at some time, unless one may itself be one of several that cannot be told.
 */
export function joinMeanings(values: readonly (Value | null)[], isEach?: true): Value | null {
  const known = values.filter((value) => value !== null);
  const mode = isEach && !known.some(isOneOfSeveral) ? isEach : undefined;
  const distinct = [...new Map(known.flatMap(meaningsOf).map((value) => [keyOf(value), value])).values()];
  const declared = distinct.filter((value) => value.tag === 'declared');
  if (declared.length > 0) return withOthers(declared, mode);
  const types: Declared[] = [];
  for (const value of distinct)
    if (value.tag === 'instance' && value.type.tag === 'declared') types.push(value.type);
  // Of what is declared nowhere, what can be called says most.
  if (types.length === 0) return distinct.find(({ tag }) => tag === 'function') ?? distinct[0] ?? null;
  const inferred = distinct.some((value) => value.tag === 'instance' && value.inferred);
  return { tag: 'instance', type: withOthers(types, mode), inferred };
}

/** A type that is one of several, or with `isEach` each at some time; of too many nothing is known but that they are not more. */
export function eitherOf(types: readonly (Value | null)[], isEach?: true): Value | null {
  if (types.some((type) => type?.tag === 'outside')) return { tag: 'outside' };
  const count = types.reduce((sum, type) => sum + (type?.tag === 'declared' ? alone(type).length : 0), 0);
  return count > MOST_TYPES ? { tag: 'outside' } : joinMeanings(types, isEach);
}

/** What is the one at some time and the other at another; where one of them is not known, it may be the other. */
export function eitherBranch(one: Value | null, other: Value | null): Value | null {
  if (one === null || other === null) return uncertain(one ?? other);
  // Of a primitive value, or none, the codebase declares nothing.
  if (one.tag === 'literal') return other;
  if (other.tag === 'literal') return one;
  if (isPointer(one) && isPointer(other))
    return { ...one, type: { tag: 'pointer', to: eitherOf([one.type.to, other.type.to], true)! } };
  const joined = joinMeanings([one, other], true);
  // What a join has no room for may be meant all the same.
  const isWhole = [one, other].every((value) => meaningsOf(value).every((each) => isAmong(each, joined)));
  return isWhole ? joined : uncertain(joined);
}

type Pointer = Value & { tag: 'instance'; type: Value & { tag: 'pointer' } };

function isPointer(value: Value): value is Pointer {
  return value.tag === 'instance' && value.type.tag === 'pointer';
}

function isAmong(value: Value, joined: Value | null): boolean {
  return joined !== null && meaningsOf(joined).some((each) => keyOf(each) === keyOf(value));
}

/** True for one of several things of which nothing tells which is meant. */
function isOneOfSeveral(value: Value): boolean {
  const named = value.tag === 'instance' ? value.type : value;
  return named.tag === 'declared' && named.others !== undefined && !named.isEach;
}

/** Each thing that a value may mean, as one that means nothing else. */
export function meaningsOf(value: Value): Value[] {
  if (value.tag === 'declared') return alone(value);
  if (value.tag !== 'instance' || value.type.tag !== 'declared') return [value];
  return alone(value.type).map((type) => ({ ...value, type }));
}

function alone(value: Declared): Declared[] {
  const { others, isEach: _, ...only } = value;
  return others === undefined ? [value] : [only, ...others];
}

function withOthers([first, ...others]: readonly Declared[], isEach: true | undefined): Declared {
  if (others.length === 0) return first;
  return { ...first, others: others.slice(0, MOST_TYPES - 1), ...(isEach ? { isEach } : {}) };
}

function keyOf(value: Value): unknown {
  if (value.tag === 'declared') return keyOfDeclared(value);
  if (value.tag === 'instance' && value.type.tag === 'declared') return `of ${keyOfDeclared(value.type)}`;
  return value;
}
