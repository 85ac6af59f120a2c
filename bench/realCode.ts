import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';

/** Published packages that ship their sources: what speed and accuracy are measured on. */
export const realPackages = ['effect@4.1.0', 'three@0.187.0', 'tldraw@5.1.1', 'rxjs@7.8.2'];

/** Fetches a package from the registry into the cache, once; returns its folder. Nothing of it is ever run. */
export function fetchPackage(specifier: string): string {
  const cache = join(installationRoot, '.cache', 'real');
  const folder = join(cache, specifier.replace('/', '+'));
  if (existsSync(join(folder, 'package.json'))) return folder;
  mkdirSync(folder, { recursive: true });
  process.stderr.write(`Fetching ${specifier}\n`);
  execFileSync('npm', ['pack', specifier, '--silent', '--ignore-scripts', '--pack-destination', folder], {
    cwd: folder,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const archive = readdirSync(folder).find((name) => name.endsWith('.tgz'));
  if (archive === undefined) throw new Error(`npm pack gave no archive for ${specifier}`);
  execFileSync('tar', ['-xzf', archive, '--strip-components=1'], { cwd: folder });
  return folder;
}
