// `npm start`: installs what is missing, builds, loads the demo and serves on loopback.
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { build, compileDatabase, installPackages, root, run } from './install.mjs';

const FIRST_PORT = 4400;

installPackages();
console.log('Building…');
await Promise.all([compileDatabase(), build()]);

console.log('Surveying the demo…');
run(process.execPath, [
  join(root, 'build', 'node', 'yletope.js'),
  'open',
  join(root, 'demo', 'hollowmere'),
  '--name',
  'Hollowmere',
  '--plan',
  join(root, 'demo', 'hollowmere-plan.yaml'),
  '--rules',
  join(root, 'demo', 'hollowmere', 'yletope.yaml'),
]);

const port = await freePort(Number(process.env.PORT ?? FIRST_PORT), process.env.PORT === undefined);
const server = spawn(process.execPath, [join(root, 'build', 'node', 'serve.js')], {
  cwd: root,
  stdio: ['ignore', 'ignore', 'inherit'],
  env: { ...process.env, NODE_ENV: 'production', PORT: String(port) },
});
server.on('exit', (code) => process.exit(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));

const base = process.env.YLETOPE_BASE ?? '/';
const url = `http://127.0.0.1:${port}${base.endsWith('/') ? base : `${base}/`}`;
if (await answers(url)) console.log(`Yletope is ready: ${url}`);
else {
  console.error('The server does not answer; see above for the reason.');
  server.kill();
}

async function freePort(wanted, mayMove) {
  for (let candidate = wanted; candidate < wanted + 50; candidate++) {
    const free = await new Promise((resolve) => {
      const probe = createServer();
      probe.once('error', () => resolve(false));
      probe.listen(candidate, '127.0.0.1', () => probe.close(() => resolve(true)));
    });
    if (free) return candidate;
    if (!mayMove) break;
  }
  console.error(`Port ${wanted} is taken; set PORT to a free one.`);
  process.exit(2);
}

async function answers(address) {
  for (let attempt = 0; attempt < 150; attempt++) {
    try {
      // Where a token is asked for, it answers so.
      if ((await fetch(address)).status < 500) return true;
    } catch {
      // Not listening yet.
    }
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return false;
}
