import type { OrderRule } from './kinds/order/orderRule.ts';
import type { Rule } from './kinds/registry.ts';
import type { UseRule } from './kinds/uses/index.ts';

/** Two rules of which one forbids what the other asks for. */
export interface Contradiction {
  rules: [one: string, other: string];
  /** Groups of two orders that stand the other way round, or who may alone and may not use what. */
  about: [string, string];
}

/**
 * Pairs of rules that cannot be kept both by code that needs what they are about: orders in which two groups stand the other way round, and
 * who alone may use what it may not use. O(rules² · groups²).
 */
export function contradictions(rules: readonly Rule[]): Contradiction[] {
  const found: Contradiction[] = [];
  rules.forEach((one, at) => {
    for (const other of rules.slice(at + 1)) {
      const about =
        one.sort === 'order' && other.sort === 'order'
          ? turnedRound(one, other)
          : one.sort === 'uses' && other.sort === 'uses'
            ? alone(one, other)
            : null;
      if (about) found.push({ rules: [one.name, other.name], about });
    }
  });
  return found;
}

/** Two groups of which each stands above the other in one of both orders; null for none. */
function turnedRound(one: OrderRule, other: OrderRule): [string, string] | null {
  const ranks = ({ ranks: all }: OrderRule): Map<string, number> =>
    new Map(all.flatMap((ids, rank) => ids.map((id) => [id, rank])));
  const [first, second] = [ranks(one), ranks(other)];
  const shared = [...first.keys()].filter((id) => second.has(id));
  for (const a of shared)
    for (const b of shared)
      if (first.get(a)! < first.get(b)! && second.get(a)! > second.get(b)!) return [a, b];
  return null;
}

function alone(one: UseRule, other: UseRule): [string, string] | null {
  if (one.isOnly === other.isOnly) return null;
  const text = (patterns: readonly string[]): string => [...patterns].sort().join(', ');
  const isSame = text(one.from) === text(other.from) && text(one.to) === text(other.to);
  return isSame ? [text(one.from), text(one.to)] : null;
}
