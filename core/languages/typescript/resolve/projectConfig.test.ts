import { describe, expect, it } from 'vitest';
import { fileTree } from '../../../../tests/surveyText.ts';
import { projectFinder } from './projectConfig.ts';
import { createResolver } from './resolver.ts';

describe('the project that governs a file', () => {
  const find = projectFinder(
    fileTree({
      'tsconfig.json':
        '{ "include": ["src"], "exclude": ["src/legacy"], "compilerOptions": { "baseUrl": "root" } }',
      'jsconfig.json': '{ "compilerOptions": { "baseUrl": "js" } }',
      'packages/a/tsconfig.json':
        '{ "files": [], "references": [{ "path": "./tsconfig.lib.json" }, { "path": "./tsconfig.spec.json" }] }',
      'packages/a/tsconfig.lib.json':
        '{ "include": ["src/**/*.ts"], "exclude": ["**/*.spec.ts"], "compilerOptions": { "baseUrl": "lib" } }',
      'packages/a/tsconfig.spec.json':
        '{ "include": ["src/**/*.spec.ts"], "compilerOptions": { "baseUrl": "spec" } }',
    }),
  );
  it.each([
    ['src/a.ts', 'root'],
    ['src/legacy/b.ts', 'js'],
    ['packages/a/src/x.ts', 'packages/a/lib'],
    ['packages/a/src/x.spec.ts', 'packages/a/spec'],
  ])('of %s has the base %s', (file, base) => {
    expect(find(file)?.baseUrl).toBe(base);
  });
  it('is the nearest when none covers the file', () => {
    expect(find('packages/a/scripts/x.js')?.folder).toBe('');
  });
});

describe('settings', () => {
  it('rootDirs lie over each other', () => {
    const resolve = createResolver(
      fileTree({
        'tsconfig.json': '{ "compilerOptions": { "rootDirs": ["src", "generated"] } }',
        'src/app/a.ts': '',
        'generated/app/messages.ts': '',
      }),
    );
    expect(resolve('src/app/a.ts', './messages', false)).toEqual({
      kind: 'file',
      path: 'generated/app/messages.ts',
    });
  });

  it('extends takes several, of which the later ones win, and configDir means the project’s own folder', () => {
    const find = projectFinder(
      fileTree({
        'config/tsconfig.one.json':
          '{ "compilerOptions": { "baseUrl": "one", "customConditions": ["first"] } }',
        'config/tsconfig.two.json': '{ "compilerOptions": { "baseUrl": "${configDir}/two" } }',
        'app/tsconfig.json': '{ "extends": ["../config/tsconfig.one.json", "../config/tsconfig.two.json"] }',
      }),
    );
    expect(find('app/a.ts')).toMatchObject({ baseUrl: 'app/two', customConditions: ['first'] });
  });

  it('output is traced to its source where the project says where it goes', () => {
    const resolve = createResolver(
      fileTree({
        'package.json': '{ "name": "own", "exports": { "./*": "./built/*.js" } }',
        'tsconfig.json': '{ "compilerOptions": { "outDir": "built", "rootDir": "code" } }',
        'code/part.ts': '',
      }),
    );
    expect(resolve('code/use.ts', 'own/part', false)).toEqual({ kind: 'file', path: 'code/part.ts' });
  });
});
