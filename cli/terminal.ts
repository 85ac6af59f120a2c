import type { Writable } from 'node:stream';

/** Where a command writes its result and what it says of its work, and with which code it ends. */
export interface Terminal {
  out: Writable;
  err: Writable & { isTTY?: boolean };
  /** 0: done; 1: findings over the limit; 2: bad usage or input. */
  exitCode: number;
}

export const FOUND = 1;
export const BAD_INPUT = 2;

/** Takes back the line of progress, where there is one. */
export function clearProgress({ err }: Terminal): void {
  if (err.isTTY) err.write('\r\x1b[K');
}
