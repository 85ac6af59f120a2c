import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { Writable } from 'node:stream';
import { runProgram } from '../cli/runProgram.ts';
import { installationRoot } from '../server/installation.ts';

/** How a command ended and what it wrote. */
export interface Ran {
  status: number | null;
  stdout: string;
  stderr: string;
}

/** Runs the built command line in a process of its own, over a data folder. */
export function runBuiltCommandLine(data: string, ...args: string[]): Ran {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [join(installationRoot, 'cli', 'bin.mjs'), ...args],
    { encoding: 'utf8', maxBuffer: 256 * 1024 * 1024, env: { ...process.env, YLETOPE_DATA: data } },
  );
  return { status, stdout, stderr };
}

/** Runs the command line in this process, over a data folder; one after the other. */
export async function runCommandLine(data: string, ...args: string[]): Promise<Ran> {
  const [out, err] = [collector(), collector()];
  const before = process.env.YLETOPE_DATA;
  process.env.YLETOPE_DATA = data;
  try {
    const status = await runProgram(args, { out: out.stream, err: err.stream, exitCode: 0 });
    return { status, stdout: out.text(), stderr: err.text() };
  } finally {
    if (before === undefined) delete process.env.YLETOPE_DATA;
    else process.env.YLETOPE_DATA = before;
  }
}

function collector(): { stream: Writable; text(): string } {
  const pieces: Buffer[] = [];
  const stream = new Writable({
    write(piece: Buffer | string, _, done) {
      pieces.push(Buffer.from(piece));
      done();
    },
  });
  return { stream, text: () => Buffer.concat(pieces).toString('utf8') };
}
