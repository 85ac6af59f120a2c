import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command with its output shown; ends this process with its exit code when it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) throw error;
  if (status !== 0) process.exit(status ?? 1);
}

/** Builds what is run. Warnings of the tools that build are for whoever builds by hand; what goes wrong is shown. */
export function build() {
  const { status, error, stderr } = spawnSync('npm', ['run', 'build', '--silent'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'pipe'],
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
  if (error) throw error;
  if (status === 0) return;
  console.error(stderr);
  process.exit(status ?? 1);
}

/** Installs the packages of package-lock.json when they are missing or others are installed. */
export function installPackages() {
  requireNode();
  const stamp = join(root, 'node_modules', '.yletope-installed');
  const lock = readFileSync(join(root, 'package-lock.json'), 'utf8');
  const wanted = `${process.version}\n${lock}`;
  if (!existsSync(stamp) || readFileSync(stamp, 'utf8') !== wanted) {
    console.log('Installing packages…');
    run('npm', ['ci', '--no-audit', '--no-fund']);
  }
  if (!canOpenDatabase()) {
    console.log('Compiling the database (better-sqlite3), once; this takes about three minutes…');
    run('npm', ['rebuild', 'better-sqlite3', '--ignore-scripts=false', '--foreground-scripts'], {
      env: { ...process.env, ...ownHeaders() },
    });
  }
  writeFileSync(stamp, wanted);
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

function canOpenDatabase() {
  try {
    const Database = createRequire(join(root, 'package.json'))('better-sqlite3');
    new Database(':memory:').close();
    return true;
  } catch {
    return false;
  }
}
