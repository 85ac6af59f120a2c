import { pino } from 'pino';
import { escapedJson } from './visibleText.ts';

export const log = pino(
  // What a codebase holds may stand in a line, and steers no terminal.
  { level: process.env.YLETOPE_LOG ?? 'warn', hooks: { streamWrite: escapedJson } },
  pino.destination(2),
);
