import { globMatcher } from '../search/glob.ts';
import type { Exception, Violation } from './violation.ts';
import type { Judgement } from './rules.ts';

/**
 * Takes exceptions into account: the first that covers a break and has not ended accepts it, up to as many references as it has
 * room for; a break that goes beyond is no part accepted. `today` as `2027-01-31`. O(violations · exceptions).
 */
export function accepted(
  all: readonly Violation[],
  exceptions: readonly Exception[],
  today: string,
): Omit<Judgement, 'idle' | 'empty' | 'unmatched'> {
  const covers = exceptions.map(({ rule, from, to }) => {
    const [begins, ends] = [globMatcher(from), globMatcher(to)];
    return (violation: Violation): boolean =>
      (rule === null || rule === violation.rule) && begins(violation.from) && ends(violation.to);
  });
  const room = exceptions.map(({ most }) => most ?? Infinity);
  const isNeeded = exceptions.map(() => false);
  const isExceeded = exceptions.map(() => false);
  const hasEnded = exceptions.map(({ until }) => until !== null && until < today);
  const taken: Judgement['accepted'] = [];
  const violations = all.filter((violation) => {
    const able = exceptions.findIndex((_, i) => {
      if (!covers[i](violation)) return false;
      isNeeded[i] = true;
      return !hasEnded[i] && room[i] >= violation.lines.length;
    });
    if (able < 0) {
      covers.forEach((isOf, i) => (isExceeded[i] ||= !hasEnded[i] && isOf(violation)));
      return true;
    }
    room[able] -= violation.lines.length;
    taken.push({ violation, exception: exceptions[able] });
    return false;
  });
  return {
    violations,
    accepted: taken,
    unneeded: exceptions.filter((_, i) => !isNeeded[i]),
    expired: exceptions.filter((_, i) => isNeeded[i] && hasEnded[i]),
    exceeded: exceptions.filter((_, i) => isExceeded[i]),
  };
}
