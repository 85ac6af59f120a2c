import type { Config } from '@react-router/dev/config';
import { basePath } from './scripts/basePath.ts';

export default {
  appDirectory: 'app',
  ssr: true,
  buildDirectory: 'build/web',
  basename: basePath,
  future: { v8_middleware: true },
} satisfies Config;
