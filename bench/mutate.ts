import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';
import type { Mutant } from './mutant.ts';
import { mutants } from './mutants.ts';

/**
 * Puts each fault of the kept list into a copy of the code, one at a time, and runs the tests that ought to notice. Prints
 * those that nothing notices, and fails when there are any. `npm run mutate -- WORD` takes only those in files with the word.
 */
const copied = [
  'app',
  'bench',
  'cli',
  'core',
  'demo',
  'docs',
  'server',
  'tests',
  'package.json',
  'vitest.config.ts',
  'tsconfig.json',
];

/** A test that a fault keeps from ending has noticed it. */
const LONGEST_MS = 120_000;

function copyOfTheCode(): string {
  const folder = mkdtempSync(join(tmpdir(), 'yletope-mutants-'));
  for (const name of copied) cpSync(join(installationRoot, name), join(folder, name), { recursive: true });
  symlinkSync(join(installationRoot, 'node_modules'), join(folder, 'node_modules'));
  mkdirSync(join(folder, 'build'));
  symlinkSync(join(installationRoot, 'build', 'node'), join(folder, 'build', 'node'));
  return folder;
}

const underWay = new Set<ChildProcess>();

/** Ends a process and all that it started, as far as they are still there. */
function endGroup({ pid }: ChildProcess): void {
  try {
    if (pid !== undefined) process.kill(-pid, 'SIGKILL');
  } catch {
    // All of them have ended.
  }
}

process.once('exit', () => underWay.forEach(endGroup));
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => process.exit(1));

/** True when the tests fail, or do not end. */
function isNoticed(folder: string, tests: readonly string[]): Promise<boolean> {
  const child = spawn(
    process.execPath,
    [
      join(installationRoot, 'node_modules', 'vitest', 'vitest.mjs'),
      'run',
      '--project',
      'unit',
      '--bail',
      '1',
      ...tests,
    ],
    // A group of its own, for a fault that loops does so in a process that the tests started.
    { cwd: folder, stdio: 'ignore', detached: true },
  );
  underWay.add(child);
  return new Promise((resolve) => {
    const timer = setTimeout(() => endGroup(child), LONGEST_MS);
    child.once('exit', (code) => {
      clearTimeout(timer);
      endGroup(child);
      underWay.delete(child);
      resolve(code !== 0);
    });
  });
}

async function tryOut(folder: string, { file, find, replace, tests }: Mutant): Promise<string | null> {
  const path = join(folder, file);
  const text = readFileSync(path, 'utf8');
  if (text.split(find).length !== 2) return 'its place is not there just once';
  writeFileSync(
    path,
    text.replace(find, () => replace),
  );
  try {
    return (await isNoticed(folder, tests)) ? null : 'nothing notices it';
  } finally {
    writeFileSync(path, text);
  }
}

const word = process.argv[2] ?? '';
const waiting = mutants.filter(({ file }) => file.includes(word));
const total = waiting.length;
const alive: string[] = [];
const started = performance.now();
const folders = Array.from({ length: Math.min(2, availableParallelism()) }, copyOfTheCode);
await Promise.all(
  folders.map(async (folder) => {
    for (let mutant = waiting.shift(); mutant; mutant = waiting.shift()) {
      const why = await tryOut(folder, mutant);
      if (why !== null) {
        alive.push(`${mutant.file}: ${mutant.find} → ${mutant.replace}: ${why}`);
        console.log(alive[alive.length - 1]);
      }
    }
    rmSync(folder, { recursive: true, force: true });
  }),
);
const minutes = ((performance.now() - started) / 60_000).toFixed(1);
console.log(`${total} faults, ${total - alive.length} noticed, ${alive.length} not, in ${minutes} minutes`);
process.exitCode = alive.length === 0 ? 0 : 1;
