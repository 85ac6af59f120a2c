import type { Writable } from 'node:stream';
import { visibleText } from '../server/visibleText.ts';

/** Where a command writes its result and what it says of its work, and with which code it ends. */
export interface Terminal {
  out: Writable;
  err: Writable & { isTTY?: boolean };
  /** 0: done; 1: findings over the limit; 2: bad usage or input. */
  exitCode: number;
}

export const FOUND = 1;
export const BAD_INPUT = 2;

/**
 * A line of output that may hold what a codebase does: on one line, nothing in it steering a terminal, and at its beginning nothing that a
 * build's log takes for a command (`::error::`, `##[error]`).
 */
export function outputLine(text: string): string {
  return `${visibleText(text).replace(/^\s*(?=::|##)/, '\\')}\n`;
}

/** Takes back the line of progress, where there is one. */
export function clearProgress({ err }: Terminal): void {
  if (err.isTTY) err.write('\r\x1b[K');
}
