import { done, refused, type Result } from './result';

export type Check<T> = (value: T) => string | null;

export function validate<T>(value: T, checks: Check<T>[]): Result<T> {
  for (const check of checks) {
    const complaint = check(value);
    if (complaint !== null) return refused(complaint);
  }
  return done(value);
}

export function notEmpty(what: string): Check<string> {
  return (value) => (value.trim() === '' ? `${what} is missing` : null);
}

export function atLeast(what: string, least: number): Check<number> {
  return (value) => (value < least ? `${what} is below ${least}` : null);
}
