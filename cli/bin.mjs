#!/usr/bin/env node
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const bundle = fileURLToPath(new URL('../build/node/yletope.js', import.meta.url));
if (existsSync(bundle)) {
  await import(bundle);
} else {
  process.stderr.write('yletope: it is not built yet; run `npm start` or `npm run build` once.\n');
  process.exitCode = 2;
}
