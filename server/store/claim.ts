import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Problem } from '../problem.ts';
import { isAlive } from './processes.ts';

interface Claim {
  pid: number;
  /** Where that server answers. */
  address: string;
}

const NAME = 'server.json';

/**
 * States that this process serves a data folder, until it ends. Throws a Problem while another does: two would each think that the
 * jobs of the other are theirs. One whose process is gone counts for nothing.
 */
export function claimFolder(folder: string, { address }: { address: string }): void {
  const file = join(folder, NAME);
  for (const isLast of [false, true]) {
    try {
      writeFileSync(file, JSON.stringify({ pid: process.pid, address } satisfies Claim), { flag: 'wx' });
      process.once('exit', () => rmSync(file, { force: true }));
      return;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || isLast) throw error;
    }
    const other = claimIn(file);
    if (other !== null && other.pid !== process.pid && isAlive(other.pid))
      throw new Problem(
        'disk',
        `Another server (process ${other.pid}) already uses ${folder}. Open ${other.address}, stop that server, or set YLETOPE_DATA to another folder.`,
      );
    rmSync(file, { force: true });
  }
}

function claimIn(file: string): Claim | null {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as Claim;
  } catch {
    return null; // It was never written to its end.
  }
}
