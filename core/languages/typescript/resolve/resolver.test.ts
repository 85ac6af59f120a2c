import { describe, expect, it } from 'vitest';
import { fileTree } from '../../../../tests/surveyText.ts';
import type { Resolution } from '../../../contracts/fileTree.ts';
import { createResolver } from './resolver.ts';

/** One line for where an import leads. */
function told(resolution: Resolution): string {
  switch (resolution.kind) {
    case 'file':
      return resolution.path + (resolution.inferred ? ' (inferred)' : '');
    case 'external':
      return `external ${resolution.ecosystem}:${resolution.name}`;
    case 'package':
      return `package ${resolution.name}`;
    case 'asset':
      return `asset ${resolution.path}`;
    case 'gap':
      return `gap ${resolution.reason}`;
  }
}

function resolving(files: Record<string, string>, leftOut: Record<string, string> = {}) {
  const resolve = createResolver(fileTree(files, leftOut));
  return (from: string, specifier: string, usesRequire = false) =>
    told(resolve(from, specifier, usesRequire));
}

describe('relative imports', () => {
  const resolve = resolving({
    'src/a.ts': '',
    'src/b.tsx': '',
    'src/c.d.ts': '',
    'src/d/index.ts': '',
    'src/d.ts': '',
    'src/e/package.json': '{ "main": "./lib/entry.js" }',
    'src/e/lib/entry.ts': '',
    'src/f.mts': '',
    'src/g.js': '',
    'src/g.json': '{}',
    'src/both.ts': '',
    'src/both.js': '',
    'index.ts': '',
  });
  it.each([
    ['./a', 'src/a.ts'],
    ['./a.js', 'src/a.ts'],
    ['./a.ts', 'src/a.ts'],
    ['./b.jsx', 'src/b.tsx'],
    ['./c', 'src/c.d.ts'],
    ['./d', 'src/d.ts'],
    ['./d/', 'src/d.ts'],
    ['./e', 'src/e/lib/entry.ts'],
    ['./f.mjs', 'src/f.mts'],
    ['./g', 'src/g.js'],
    ['./g.json', 'asset src/g.json'],
    ['./both.js', 'src/both.ts'],
    ['..', 'index.ts'],
    ['.', 'gap noSuchFile'],
    ['./a?raw', 'src/a.ts'],
    ['./none', 'gap noSuchFile'],
    ['../../out', 'gap outsideRoot'],
  ])('%s is %s', (specifier, expected) => {
    expect(resolve('src/here.ts', specifier)).toBe(expected);
  });
});

describe('project settings', () => {
  const resolve = resolving({
    'tsconfig.json':
      '{ "files": [], "references": [{ "path": "./app" }, { "path": "./tools/tsconfig.build.json" }] }',
    'base.json': '',
    'config/tsconfig.base.json':
      '{ // comments and trailing commas are allowed\n "compilerOptions": { "paths": { "@base/*": ["../shared/*"], }, }, }',
    'app/tsconfig.json':
      '{ "extends": "../config/tsconfig.base", "compilerOptions": { "baseUrl": "." }, "include": ["src"] }',
    'app/src/main.ts': '',
    'app/src/view.ts': '',
    'shared/text.ts': '',
    'tools/tsconfig.build.json':
      '{ "compilerOptions": { "paths": { "#x": ["./x.ts"], "~/*": ["./src/*", "./old/*"], "~/deep/*": ["./deep/*"] } } }',
    'tools/src/a.ts': '',
    'tools/old/b.ts': '',
    'tools/deep/a.ts': '',
    'tools/x.ts': '',
    'broken/tsconfig.json': '{ "compilerOptions": { "paths": ',
    'broken/a.ts': '',
  });
  it.each([
    ['app/src/main.ts', '@base/text', 'shared/text.ts'],
    ['app/src/main.ts', 'src/view', 'app/src/view.ts'],
    ['tools/src/a.ts', '~/b', 'tools/old/b.ts'],
    ['tools/src/a.ts', '~/deep/a', 'tools/deep/a.ts'],
    ['tools/src/a.ts', '#x', 'tools/x.ts'],
    ['tools/src/a.ts', '~/none', 'gap noSuchFile'],
    ['broken/a.ts', './a', 'broken/a.ts'],
    ['broken/a.ts', 'left', 'external npm:left'],
  ])('in %s, %s is %s', (from, specifier, expected) => {
    expect(resolve(from, specifier)).toBe(expected);
  });
  it('an extends circle ends', () => {
    const circle = resolving({
      'tsconfig.json': '{ "extends": "./tsconfig.b.json" }',
      'tsconfig.b.json': '{ "extends": "./tsconfig.json", "compilerOptions": { "baseUrl": "src" } }',
      'src/a.ts': '',
    });
    expect(circle('src/b.ts', 'a')).toBe('src/a.ts');
  });
});

describe('packages', () => {
  const resolve = resolving(
    {
      'package.json': '{ "workspaces": ["packages/*"] }',
      'packages/one/package.json': JSON.stringify({
        name: '@here/one',
        exports: {
          '.': { types: './src/index.ts', default: './dist/index.js' },
          './feature/*': { import: './src/feature/*.ts', require: './src/legacy/*.cts' },
          './private/*': null,
          './built': './dist/built.js',
        },
        imports: { '#inner/*': './src/inner/*.ts', '#dep': 'tidemark' },
      }),
      'packages/one/src/index.ts': '',
      'packages/one/src/built.ts': '',
      'packages/one/src/feature/a.ts': '',
      'packages/one/src/legacy/a.cts': '',
      'packages/one/src/inner/b.ts': '',
      'packages/two/package.json': '{ "name": "two", "main": "lib/index.js" }',
      'packages/two/src/index.ts': '',
      'packages/two/src/part.ts': '',
      'packages/three/package.json': 'not JSON at all',
      'packages/three/a.ts': '',
    },
    { 'packages/one/dist/index.js': 'generated' },
  );
  it.each([
    ['packages/two/src/part.ts', '@here/one', 'packages/one/src/index.ts'],
    ['packages/two/src/part.ts', '@here/one/feature/a', 'packages/one/src/feature/a.ts'],
    ['packages/two/src/part.ts', '@here/one/private/a', 'gap notExported'],
    ['packages/two/src/part.ts', '@here/one/built', 'packages/one/src/built.ts (inferred)'],
    ['packages/one/src/index.ts', '@here/one/feature/a', 'packages/one/src/feature/a.ts'],
    ['packages/one/src/index.ts', '#inner/b', 'packages/one/src/inner/b.ts'],
    ['packages/one/src/index.ts', '#dep', 'external npm:tidemark'],
    ['packages/one/src/index.ts', 'two', 'packages/two/src/index.ts (inferred)'],
    ['packages/one/src/index.ts', 'two/src/part', 'packages/two/src/part.ts'],
    ['packages/three/a.ts', '@elsewhere/kit/sub', 'external npm:@elsewhere/kit'],
    ['packages/three/a.ts', 'node:fs/promises', 'external node:fs/promises'],
    ['packages/three/a.ts', 'path', 'external node:path'],
    ['packages/three/a.ts', 'npm:tidemark@2', 'external npm:tidemark'],
  ])('in %s, %s is %s', (from, specifier, expected) => {
    expect(resolve(from, specifier)).toBe(expected);
  });
  it('require takes the require condition', () => {
    expect(resolve('packages/two/src/part.ts', '@here/one/feature/a', true)).toBe(
      'packages/one/src/legacy/a.cts',
    );
  });
});
