import { defineConfig } from 'vite';

/** Bundles what runs in Node outside the web server: the command line and the worker threads. */
export default defineConfig({
  // Packages of many small modules, which each thread would load one by one: bundled, a thread starts in half the time.
  ssr: { noExternal: ['zod', 'fast-xml-parser', 'jsonc-parser', 'smol-toml'] },
  build: {
    ssr: true,
    outDir: 'build/node',
    emptyOutDir: true,
    target: 'node20',
    rollupOptions: {
      input: {
        yletope: 'cli/yletope.ts',
        serve: 'server/web/serve.ts',
        extractWorker: 'server/extract/extractWorker.ts',
        surveyWorker: 'server/work/surveyWorker.ts',
        checkWorker: 'server/work/checkWorker.ts',
        markdownWorker: 'server/markdown/markdownWorker.ts',
        searchWorker: 'server/search/searchWorker.ts',
        askWorker: 'server/ask/askWorker.ts',
        benchPass: 'bench/pass.ts',
      },
      output: { entryFileNames: '[name].js', chunkFileNames: 'shared-[hash].js' },
    },
  },
});
