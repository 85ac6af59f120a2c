import { existsSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder that holds Yletope's own package.json, found from wherever this code was bundled to. */
export const installationRoot = findRoot(dirname(fileURLToPath(import.meta.url)));

function findRoot(from: string): string {
  for (let folder = from; ; folder = dirname(folder)) {
    const manifest = join(folder, 'package.json');
    if (
      existsSync(manifest) &&
      (JSON.parse(readFileSync(manifest, 'utf8')) as { name?: string }).name === 'yletope'
    ) {
      return folder;
    }
    if (folder === dirname(folder)) throw new Error(`No Yletope installation above ${from}`);
  }
}

/** Where the database lies: `YLETOPE_DATA`, or `.data` in the installation. */
export function dataFolder(): string {
  return process.env.YLETOPE_DATA ?? join(installationRoot, '.data');
}

/** The code of a worker thread, bundled by `npm run build`. */
export function workerFile(
  name: 'extractWorker' | 'surveyWorker' | 'searchWorker' | 'askWorker' | 'markdownWorker' | 'checkWorker',
): string {
  return join(installationRoot, 'build', 'node', `${name}.js`);
}

const requireFromRoot = createRequire(join(installationRoot, 'package.json'));

/** A file inside an installed package, such as a grammar. */
export function packageFile(path: string): string {
  return requireFromRoot.resolve(path);
}
