import { dependencyKinds } from './contracts/linked.ts';
import type { SurveyedCodebase } from './survey.ts';

/** Types that are declared in several places, by their elements. */
export interface TypeParts {
  /** The main part of each other part. */
  wholeOf: ReadonlyMap<number, number>;
  /** The other parts of each main part. */
  others: ReadonlyMap<number, number[]>;
}

const part = dependencyKinds.indexOf('part');
const known = new WeakMap<SurveyedCodebase['dependencies'], TypeParts>();

/** Worked out once for a survey; O(dependencies). */
export function typePartsOf({ dependencies }: SurveyedCodebase): TypeParts {
  const found = known.get(dependencies);
  if (found) return found;
  const wholeOf = new Map<number, number>();
  const others = new Map<number, number[]>();
  for (let row = 0; row < dependencies.count; row++) {
    if (dependencies.kind[row] !== part) continue;
    const [from, to] = [dependencies.from[row], dependencies.to[row]];
    wholeOf.set(from, to);
    others.set(to, [...(others.get(to) ?? []), from]);
  }
  const parts = { wholeOf, others };
  known.set(dependencies, parts);
  return parts;
}
