import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';

/** Runs the built command line in a process of its own, over a data folder. */
export function runCommandLine(
  data: string,
  ...args: string[]
): { status: number | null; stdout: string; stderr: string } {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [join(installationRoot, 'cli', 'bin.mjs'), ...args],
    { encoding: 'utf8', maxBuffer: 256 * 1024 * 1024, env: { ...process.env, YLETOPE_DATA: data } },
  );
  return { status, stdout, stderr };
}
