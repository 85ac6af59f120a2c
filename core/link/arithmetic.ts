import type { Conversions } from '../contracts/language.ts';
import type { Value } from '../contracts/values.ts';

/** The names under which languages have texts. */
const texts = new Set(['String', 'string']);

/**
 * What an operator makes of two values: a text where one is a text, else a number of the wider type, which is at least an `int`;
 * null where either is not known.
 */
export function arithmeticOf(
  a: Value | null,
  b: Value | null,
  { widening, boxes = {}, aliases = {} }: Conversions,
): Value | null {
  const [one, other] = [a, b].map(nameOf).map((name) => aliases[name] ?? name);
  if (texts.has(one)) return { tag: 'literal', name: one };
  if (texts.has(other)) return { tag: 'literal', name: other };
  const plain = (name: string): string => (widening.includes(name) ? name : (unboxed(boxes, name) ?? ''));
  const widths = [one, other].map((name) => widening.indexOf(plain(name)));
  if (widths.includes(-1)) return null;
  return { tag: 'literal', name: widening[Math.max(...widths, widening.indexOf('int'))] };
}

/** The primitive type whose values are put into objects of a type; undefined for other types. */
export function unboxed(boxes: Readonly<Record<string, string>>, name: string): string | undefined {
  return Object.keys(boxes).find((primitive) => boxes[primitive] === name);
}

function nameOf(value: Value | null): string {
  const type = value?.tag === 'instance' ? value.type : value;
  return type?.tag === 'literal' || type?.tag === 'global' || type?.tag === 'external'
    ? (type.name ?? '')
    : '';
}
