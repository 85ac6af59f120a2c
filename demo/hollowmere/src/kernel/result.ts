/** Either what was asked for, or why not. */
export type Result<T> = { ok: true; value: T } | { ok: false; reason: string };

export function done<T>(value: T): Result<T> {
  return { ok: true, value };
}

export function refused<T>(reason: string): Result<T> {
  return { ok: false, reason };
}

export function unwrap<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(result.reason);
  return result.value;
}
