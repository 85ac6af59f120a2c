import { describe, expect, it } from 'vitest';
import { fileTree, surveyText } from '../../../../tests/surveyText.ts';
import { packageEntries } from './entries.ts';

describe('entry points of packages', () => {
  it('are programs, mains, exports and what scripts run, followed to their sources', () => {
    const tree = fileTree({
      'package.json': JSON.stringify({
        name: '@x/barges',
        main: './dist/index.js',
        bin: { barge: 'bin/barge.mjs' },
        exports: {
          '.': { import: './dist/index.js' },
          './locks': './dist/locks/index.js',
          './*': './dist/*.js',
        },
        scripts: { build: 'node scripts/build.mjs --all', test: 'vitest run' },
      }),
      'src/index.ts': '',
      'src/locks/index.ts': '',
      'bin/barge.mjs': '',
      'scripts/build.mjs': '',
      'scripts/other.mjs': '',
    });
    expect(packageEntries(tree)).toEqual([
      { path: 'bin/barge.mjs', role: 'program', name: 'barge' },
      { path: 'src/index.ts', role: 'export', name: '@x/barges' },
      { path: 'src/locks/index.ts', role: 'export', name: '@x/barges/locks' },
      { path: 'scripts/build.mjs', role: 'script', name: 'npm run build' },
    ]);
  });

  it.each([
    '',
    '[]',
    '{ "bin": 3, "exports": [[["./a.ts"]]], "scripts": "no" }',
    '{ "main": "../../../etc/passwd" }',
  ])('nothing in a package.json of %j stops it', (text) => {
    const entries = packageEntries(fileTree({ 'package.json': text, 'a.ts': '' }));
    expect(entries.every(({ path }) => path === 'a.ts')).toBe(true);
  });
});

describe('what a user decided about gaps', () => {
  it('a source root is searched for what the project’s own rules do not find', async () => {
    const files = {
      'src/app/a.ts':
        "import { m } from './messages';\nimport { k } from 'kit/tool';\nimport { s } from '../../../shared/s';\nimport 'react';\nm(); k(); s();",
      'generated/app/messages.ts': 'export function m() {}',
      'libs/kit/tool.ts': 'export function k() {}',
      'libs/shared/s.ts': 'export function s() {}',
    };
    expect((await surveyText(files)).gaps.map(({ name }) => name)).toEqual([
      '../shared/s',
      'src/app/messages',
    ]);
    const survey = await surveyText(files, { sourceRoots: ['src', 'generated', 'libs'] });
    expect(survey.gaps).toEqual([]);
    expect(survey.externals.map(({ name }) => name)).toEqual(['react']);
    const calls = Array.from(survey.dependencies.to, (to) => survey.elements.key[to]);
    for (const key of ['generated/app/messages.ts#m', 'libs/kit/tool.ts#k', 'libs/shared/s.ts#s'])
      expect(calls).toContain(key);
  });

  it('what was accepted as external is a gap no more, and is used like any external', async () => {
    const files = {
      'a.ts': "import { x } from './gone';\nimport { y } from './b';\nx(y);",
      'b.ts': 'export const z = 1;',
    };
    expect((await surveyText(files)).gaps.map(({ name }) => name)).toEqual(['gone', 'y from ./b']);
    const survey = await surveyText(files, { acceptedExternals: new Set(['gone', 'y from ./b']) });
    expect(survey.gaps).toEqual([]);
    expect(survey.externals).toMatchObject([{ name: 'gone', ecosystem: 'accepted' }]);
  });
});
