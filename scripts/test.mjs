// `npm test`: types, lint, unit tests, small attacks on a server, browser tests. `-- --unit` leaves the browser out.
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build, compileDatabase, installPackages, ran, root } from './install.mjs';

const CHROMIUM = '/usr/bin/chromium';
const withBrowser = !process.argv.includes('--unit');

// Fetched from elsewhere than the packages, and so beside them.
const browser = withBrowser ? ensureChromium() : undefined;
installPackages();
// Compiling takes one core; the other builds meanwhile, and then looks at types and lint, beside the tests if there is nothing to compile.
const compiled = compileDatabase();
await build();
const beside = typesAndLint();
await Promise.all([compiled, browser]);
const projects = ['unit', 'alone', 'attack', ...(withBrowser ? ['browser'] : [])];
const results = [...(await vitest(projects)), ...(await beside)];
const passed = results.reduce((sum, result) => sum + result.passed, 0);
const failed = results.reduce((sum, result) => sum + result.failed, 0);
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;

async function typesAndLint() {
  return [
    await step('types', ['run', 'typecheck', '--silent']),
    await step('lint', ['run', 'lint', '--silent']),
  ];
}

async function step(name, args) {
  const status = await ran('npm', args, { isKept: true });
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

async function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  console.log('Installing Chromium for the browser tests…');
  const isRoot = process.getuid?.() === 0;
  const apt = (...args) => {
    const [command, ...rest] = isRoot ? ['apt-get', ...args] : ['sudo', '-n', 'apt-get', ...args];
    // Where there is no such command either, the sentence below says what to do.
    return ran(command, rest, { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } }).catch(() => 1);
  };
  await apt('update', '-qq');
  await apt('install', '-y', '-qq', '--no-install-recommends', 'chromium');
  if (existsSync(CHROMIUM)) return;
  console.error(
    `The browser tests need ${CHROMIUM}, and it could not be installed here.\n` +
      'Install it yourself (on Debian, as root: apt-get install chromium), or run `npm test -- --unit` without them.',
  );
  process.exit(1);
}
