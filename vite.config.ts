import { randomUUID } from 'node:crypto';
import { reactRouter } from '@react-router/dev/vite';
import { defineConfig, type Plugin } from 'vite';
import { basePath } from './scripts/basePath.ts';
import { accessOf } from './server/web/access.ts';
import { gate } from './server/web/gate.ts';

/** While one builds on it, the same requests are refused as by the server that is built. */
const gated: Plugin = {
  name: 'gate',
  configureServer({ middlewares }) {
    const access = accessOf(process.env, '127.0.0.1');
    middlewares.use(gate({ ...access, sessionToken: randomUUID() }));
  },
};

export default defineConfig({
  base: basePath,
  plugins: [gated, reactRouter()],
  server: { host: '127.0.0.1' },
});
