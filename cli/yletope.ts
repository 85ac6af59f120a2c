import { runProgram } from './runProgram.ts';

process.exitCode = await runProgram(process.argv.slice(2), {
  out: process.stdout,
  err: process.stderr,
  exitCode: 0,
});
