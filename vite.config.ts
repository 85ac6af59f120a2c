import { reactRouter } from '@react-router/dev/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [reactRouter()],
  // MUI and its styling engine must be one copy on the server, with the same module format as the app.
  ssr: { noExternal: [/^@mui\//] },
  server: { host: '127.0.0.1' },
});
