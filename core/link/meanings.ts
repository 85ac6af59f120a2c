import { keyOfDeclared, type Declared, type Value } from '../contracts/values.ts';

/** More that a name may mean says nothing. */
const MOST = 8;

/** Of more types than this nothing is known but that they are not more. */
const MOST_TYPES = 64;

/**
 * What comes of a value, where a name may have meant several things: what comes of each, the first before the others. What comes
 * to the same is one.
 */
export function forEachMeaning(value: Value, of: (meaning: Value) => Value | null): Value | null {
  const named = value.tag === 'instance' ? value.type : value;
  if (named.tag !== 'declared' || named.others === undefined) return of(value);
  const found = joinMeanings(meaningsOf(value).map(of));
  return found?.tag === 'declared' && alone(found).length > MOST ? { tag: 'outside' } : found;
}

/** One value for all that may be meant; of those that are not declared here the first, when nothing else is found. */
export function joinMeanings(values: readonly (Value | null)[]): Value | null {
  const all = values.filter((value) => value !== null).flatMap(meaningsOf);
  const distinct = [...new Map(all.map((value) => [keyOf(value), value])).values()];
  const declared = distinct.filter((value) => value.tag === 'declared');
  if (declared.length > 0) return withOthers(declared);
  const types: Declared[] = [];
  for (const value of distinct)
    if (value.tag === 'instance' && value.type.tag === 'declared') types.push(value.type);
  // Of what is declared nowhere, what can be called says most.
  if (types.length === 0) return distinct.find(({ tag }) => tag === 'function') ?? distinct[0] ?? null;
  const inferred = distinct.some((value) => value.tag === 'instance' && value.inferred);
  return { tag: 'instance', type: withOthers(types), inferred };
}

/** A type that is one of several; of too many nothing is known but that they are not more. */
export function eitherOf(types: readonly (Value | null)[]): Value | null {
  if (types.some((type) => type?.tag === 'outside')) return { tag: 'outside' };
  const count = types.reduce((sum, type) => sum + (type?.tag === 'declared' ? alone(type).length : 0), 0);
  return count > MOST_TYPES ? { tag: 'outside' } : joinMeanings(types);
}

/** Each thing that a value may mean, as one that means nothing else. */
function meaningsOf(value: Value): Value[] {
  if (value.tag === 'declared') return alone(value);
  if (value.tag !== 'instance' || value.type.tag !== 'declared') return [value];
  return alone(value.type).map((type) => ({ ...value, type }));
}

function alone(value: Declared): Declared[] {
  const { others, ...only } = value;
  return others === undefined ? [value] : [only, ...others];
}

function withOthers([first, ...others]: readonly Declared[]): Declared {
  return others.length === 0 ? first : { ...first, others: others.slice(0, MOST_TYPES - 1) };
}

function keyOf(value: Value): unknown {
  if (value.tag === 'declared') return keyOfDeclared(value);
  if (value.tag === 'instance' && value.type.tag === 'declared') return `of ${keyOfDeclared(value.type)}`;
  return value;
}
