import { instanceOf, type Value } from '../contracts/values.ts';
import { contentOf } from './containers.ts';

/** The type of pointers to a type. */
export function pointerTo(type: Value | null): Value | null {
  return type && { tag: 'pointer', to: type };
}

/** A pointer to a value; null for what has no type that can be told. */
export function addressOf(value: Value | null): Value | null {
  const type = value?.tag === 'instance' ? value.type : value?.tag === 'literal' ? value : null;
  return type && instanceOf({ tag: 'pointer', to: type }, true);
}

/** What a pointer, an iterator or a smart pointer leads to; null for what is none of these. */
export function pointeeOf(value: Value | null): Value | null {
  const type = pointerOf(value);
  return type ? instanceOf(type.to, true) : contentOf(value);
}

/** The type of a value that is a pointer; null for all else. */
export function pointerOf(value: Value | null): (Value & { tag: 'pointer' }) | null {
  return value?.tag === 'instance' && value.type.tag === 'pointer' ? value.type : null;
}
