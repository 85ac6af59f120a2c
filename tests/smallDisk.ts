import { execFileSync, spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** A small file system of its own, where one may be mounted. */
export interface SmallDisk {
  /** Takes all the room that is left. */
  fill(): void;
  /** What took it; whoever removes it makes room. */
  ballast: string;
  release(): void;
}

/** Mounts one over a folder that is there; null where that is not allowed. */
export function mountSmallDisk(folder: string, megabytes: number): SmallDisk | null {
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder], { stdio: 'ignore' });
  } catch {
    return null;
  }
  const ballast = join(folder, 'ballast');
  return {
    ballast,
    fill() {
      try {
        for (;;) writeFileSync(ballast, Buffer.alloc(4096, 1), { flag: 'a' });
      } catch {
        // It is full now.
      }
    },
    release: () => void spawnSync('umount', ['--lazy', folder]),
  };
}
