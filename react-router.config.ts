import type { Config } from '@react-router/dev/config';

export default {
  appDirectory: 'app',
  ssr: true,
  buildDirectory: 'build/web',
  future: { v8_middleware: true },
} satisfies Config;
