import { CommanderError } from 'commander';
import { sentenceOf } from '../server/failure.ts';
import { programFor } from './program.ts';
import { BAD_INPUT, clearProgress, outputLine, type Terminal } from './terminal.ts';

/** Carries out what is typed behind `yletope`; gives the exit code. What is wrong is said in one line. */
export async function runProgram(typed: readonly string[], terminal: Terminal): Promise<number> {
  try {
    await programFor(terminal).parseAsync(typed, { from: 'user' });
    return terminal.exitCode;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : BAD_INPUT;
    clearProgress(terminal);
    terminal.err.write(outputLine(`yletope: ${sentenceOf(error)}`));
    return BAD_INPUT;
  }
}
