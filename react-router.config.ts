import type { Config } from '@react-router/dev/config';
import { basePath } from './scripts/basePath.ts';

export default {
  appDirectory: 'app',
  ssr: true,
  buildDirectory: 'build/web',
  basename: basePath,
  // With routes that are found out one by one, what a page asks beside its own route can meet the splat route first, and fail.
  // They are few; knowing all of them at once also saves three requests a page.
  routeDiscovery: { mode: 'initial' },
  future: { v8_middleware: true },
} satisfies Config;
