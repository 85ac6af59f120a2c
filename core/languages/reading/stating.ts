import { EXPRESSION, typeParameterPlace } from '../../facts/fileFacts.ts';
import { enclosingType, type Reading } from './reading.ts';
import type { Binding, OpaqueBinding } from './scopes.ts';

/** Chains longer than this are given up; what they hold stays unknown. */
export const MAX_DEPTH = 60;

/** States the expression of a node, once; one that rests on itself stays unknown. `memo` is the reading's for its kind. */
export function statedOnce(memo: Int32Array, node: number, depth: number, state: () => number): number {
  if (node < 0 || depth > MAX_DEPTH) return 0;
  if (memo[node] === 0) {
    memo[node] = 1;
    memo[node] = 1 + state();
  }
  return memo[node] - 1;
}

/** A name that is to be resolved from where it stands, outward. */
export function nameAt(reading: Reading, node: number, name: string): number {
  const { expressions } = reading;
  return expressions.add(EXPRESSION.name, expressions.name(name), enclosingType(reading, node) + 1);
}

/** The instance (`this`) of the type around a node, or of its parent (`super`); 0 outside of types. */
export function receiverAt(reading: Reading, node: number, operation: number): number {
  const type = enclosingType(reading, node);
  return type < 0 ? 0 : reading.expressions.add(operation, type, 0);
}

/** A type parameter with what bounds it, which may speak of the parameter: that is then the parameter without a bound. */
export function typeParameter(
  { expressions }: Reading,
  binding: OpaqueBinding,
  boundBy: (constraint: number) => number,
): number {
  const { constraint, owner = -1, index = 0 } = binding;
  if (owner < 0) return 0;
  if (binding.expression === undefined) {
    const place = typeParameterPlace(owner, index);
    binding.expression = expressions.add(EXPRESSION.typeParameter, place, 0);
    const bound = constraint < 0 ? 0 : boundBy(constraint);
    const stated = expressions.add(EXPRESSION.typeParameter, place, bound);
    // While its bound is being stated itself, it cannot be said, and is asked for again.
    binding.expression = bound === 0 && constraint >= 0 ? undefined : stated;
    return stated;
  }
  return binding.expression;
}

/** What a variable is first given that is known; where it is given something again, that is not sure. */
function valueOfLocal(
  { node, rebind = [] }: Binding & { kind: 'local' },
  ofLocal: (node: number) => number,
): { expression: number; isSure: boolean } {
  for (const at of [node, ...rebind]) {
    const expression = ofLocal(at);
    if (expression !== 0) return { expression, isSure: rebind.length === 0 };
  }
  return { expression: 0, isSure: true };
}

/** What a bound name stands for; `ofLocal` states what a local holds, from the node that binds it. */
export function boundExpression(
  { expressions }: Reading,
  binding: Binding,
  ofLocal: (node: number) => number,
): number {
  switch (binding.kind) {
    case 'symbol':
      return expressions.add(EXPRESSION.symbol, binding.symbol);
    case 'import':
      return expressions.add(EXPRESSION.import, binding.binding);
    case 'opaque':
      return 0;
    case 'local':
      if (binding.expression < 0) {
        binding.expression = 0; // A variable that rests on itself stays unknown.
        const { expression, isSure } = valueOfLocal(binding, ofLocal);
        const isKnown = isSure || expressions.isOf(expression, EXPRESSION.literal);
        binding.expression = isKnown ? expression : expressions.add(EXPRESSION.uncertain, expression);
      }
      return binding.expression;
  }
}
