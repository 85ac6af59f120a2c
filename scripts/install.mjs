import { Buffer } from 'node:buffer';
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command with its output shown; ends this process with its exit code when it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) throw error;
  if (status !== 0) process.exit(status ?? 1);
}

/** Runs a command beside others; resolves to its exit code. What it prints is shown at once, or, if `isKept`, when it fails. */
export function ran(command, args, { isKept = false, env = process.env } = {}) {
  const child = spawn(command, args, {
    cwd: root,
    env,
    stdio: ['ignore', ...(isKept ? ['pipe', 'pipe'] : ['inherit', 'inherit'])],
  });
  const said = [];
  for (const stream of isKept ? [child.stdout, child.stderr] : [])
    stream.on('data', (piece) => said.push(piece));
  return new Promise((resolve, reject) => {
    child.once('error', reject);
    child.once('close', (status) => {
      if (status !== 0) process.stderr.write(Buffer.concat(said));
      resolve(status ?? 1);
    });
  });
}

/** Builds what is run. Warnings of the tools that build are for whoever builds by hand; what goes wrong is shown. */
export async function build() {
  const status = await ran('npm', ['run', 'build', '--silent'], { isKept: true });
  if (status !== 0) process.exit(status);
}

/**
 * Installs the packages of package-lock.json when they are missing or others are installed. The database must be compiled after that,
 * which only what opens one has to wait for.
 */
export function installPackages() {
  requireNode();
  const wanted = wantedPackages();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.log('Installing packages…');
  run('npm', ['ci', '--no-audit', '--no-fund']);
  writeFileSync(stamp, wanted);
}

/** Compiles the database unless it can be opened already; it takes one core. */
export async function compileDatabase() {
  if (canOpenDatabase()) return;
  console.log('Compiling the database (better-sqlite3), once; this takes one to three minutes…');
  const status = await ran(
    'npm',
    ['rebuild', 'better-sqlite3', '--ignore-scripts=false', '--foreground-scripts'],
    { isKept: true, env: { ...process.env, ...ownHeaders() } },
  );
  if (status !== 0) process.exit(status);
}

const stamp = join(root, 'node_modules', '.yletope-installed');

function wantedPackages() {
  return `${process.version}\n${readFileSync(join(root, 'package-lock.json'), 'utf8')}`;
}

/** The headers installed beside this Node.js, where there are any: then none have to be fetched. */
function ownHeaders() {
  const prefix = join(dirname(process.execPath), '..');
  return existsSync(join(prefix, 'include', 'node', 'node.h')) ? { npm_config_nodedir: prefix } : {};
}

function requireNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major > 20 || (major === 20 && minor >= 19)) return;
  console.error(`Yletope needs Node.js 20.19 or later; this is ${process.versions.node}.`);
  process.exit(2);
}

/** Asked in a process of its own: what could not be loaded once is not looked for again. */
function canOpenDatabase() {
  const open = "new (require('better-sqlite3'))(':memory:').close()";
  return spawnSync(process.execPath, ['-e', open], { cwd: root, stdio: 'ignore' }).status === 0;
}
