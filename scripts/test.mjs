// `npm test`: types, lint, unit tests, small attacks on a server, browser tests. `-- --unit` leaves the browser out.
import { Buffer } from 'node:buffer';
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build, installPackages, root } from './install.mjs';

const CHROMIUM = '/usr/bin/chromium';
const withBrowser = !process.argv.includes('--unit');

installPackages();
if (withBrowser) ensureChromium();
build();
// Types and lint are looked at beside the tests, which do not use both cores all the time.
const beside = Promise.all([
  step('types', ['run', 'typecheck', '--silent']),
  step('lint', ['run', 'lint', '--silent']),
]);
const projects = ['unit', 'alone', 'attack', ...(withBrowser ? ['browser'] : [])];
const results = [...(await vitest(projects)), ...(await beside)];
const passed = results.reduce((sum, result) => sum + result.passed, 0);
const failed = results.reduce((sum, result) => sum + result.failed, 0);
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;

/** Runs a command; resolves to its exit code. What it prints is shown at once, or, where it is kept, when it fails. */
function ran(command, args, isKept) {
  const child = spawn(command, args, {
    cwd: root,
    stdio: ['ignore', ...(isKept ? ['pipe', 'pipe'] : ['inherit', 'inherit'])],
  });
  const said = [];
  for (const stream of isKept ? [child.stdout, child.stderr] : [])
    stream.on('data', (piece) => said.push(piece));
  return new Promise((resolve) =>
    child.once('close', (status) => {
      if (status !== 0) process.stdout.write(Buffer.concat(said));
      resolve(status);
    }),
  );
}

async function step(name, args) {
  const status = await ran('npm', args, true);
  console.log(`— ${name}: ${status === 0 ? 'passed' : 'failed'}`);
  return status === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 };
}

async function vitest(projects) {
  const report = join(root, 'build', 'test-report.json');
  console.log(`— ${projects.join(', ')} tests`);
  rmSync(report, { force: true });
  const status = await ran(process.execPath, [
    join(root, 'node_modules', 'vitest', 'vitest.mjs'),
    'run',
    ...projects.flatMap((project) => ['--project', project]),
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ]);
  if (!existsSync(report)) return [{ passed: 0, failed: 1 }];
  const { numPassedTests, numFailedTests, success } = JSON.parse(readFileSync(report, 'utf8'));
  // A file that cannot even be loaded fails without a failed test.
  const others = status !== 0 && success !== true && numFailedTests === 0 ? 1 : 0;
  return [{ passed: numPassedTests, failed: numFailedTests + others }];
}

function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  console.log('Installing Chromium for the browser tests…');
  const isRoot = process.getuid?.() === 0;
  const apt = (...args) => {
    const [command, ...rest] = isRoot ? ['apt-get', ...args] : ['sudo', '-n', 'apt-get', ...args];
    return spawnSync(command, rest, {
      stdio: 'inherit',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  };
  apt('update', '-qq');
  apt('install', '-y', '-qq', '--no-install-recommends', 'chromium');
  if (existsSync(CHROMIUM)) return;
  console.error(
    `The browser tests need ${CHROMIUM}, and it could not be installed here.\n` +
      'Install it yourself (on Debian, as root: apt-get install chromium), or run `npm test -- --unit` without them.',
  );
  process.exit(1);
}
