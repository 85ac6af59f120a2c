import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { describe, expect, it } from 'vitest';
import { measuresPage } from '../bench/measuresPage.ts';
import { installationRoot } from '../server/installation.ts';

const read = (path: string): string => readFileSync(join(installationRoot, path), 'utf8');

const pages = [
  'README.md',
  'CONTRIBUTING.md',
  'demo/README.md',
  ...readdirSync(join(installationRoot, 'docs'), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.md'))
    .map((name) => join('docs', name)),
];

describe('the documentation', () => {
  it('of the measures is what the catalogue says now (npm run docs)', () => {
    expect(read('docs/measures.md')).toBe(measuresPage());
  });

  it('names every dependency with its reason', () => {
    const { dependencies, devDependencies } = JSON.parse(read('package.json')) as Record<
      string,
      Record<string, string>
    >;
    const page = read('docs/dependencies.md');
    const unnamed = [...Object.keys(dependencies), ...Object.keys(devDependencies)].filter(
      (name) => !name.startsWith('@types/') && !page.includes(`\`${name}\``),
    );
    expect(unnamed).toEqual([]);
  });

  it('of how it works names only files that are there', () => {
    const folders = ['core', 'server', 'app', 'cli', 'scripts', 'tests', 'e2e', 'bench', 'demo'];
    const files = folders.flatMap((folder) =>
      readdirSync(join(installationRoot, folder), { recursive: true, encoding: 'utf8' }).map(
        (name) => `/${folder}/${name}`,
      ),
    );
    const named = read('docs/how-it-works.md').matchAll(/`([\w./-]+\.(?:ts|tsx|mjs))`/g);
    const gone = [...named].flatMap(([, name]) =>
      files.some((file) => file.endsWith(`/${name}`)) ? [] : [name],
    );
    expect(gone).toEqual([]);
  });

  it.each(pages)('%s links only to what is there', (page) => {
    const targets = Array.from(read(page).matchAll(/\]\(([^)#]+)(?:#[^)]*)?\)/g), ([, target]) => target);
    const missing = targets.filter(
      (target) =>
        !target.includes(':') && !existsSync(normalize(join(installationRoot, dirname(page), target))),
    );
    expect(missing).toEqual([]);
  });
});
