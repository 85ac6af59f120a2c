import { execFileSync } from 'node:child_process';
import { mkdirSync, symlinkSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { anyParents, diamonds, nestedTypes, nestings } from '../tests/nestedTypes.ts';
import { typeBombs, writings } from '../tests/typeBombs.ts';
import { isFull } from './attacked.ts';

/** A folder of code that means ill, what must become of its survey, and how long that may take at the most. */
export interface HostileCode {
  name: string;
  /** Puts it into an empty folder. `outside` is a folder beside it that must not be read. */
  fill(folder: string, at: { outside: string }): void;
  files: number;
  /** How many of them are read in part only. */
  partly?: number;
  /** What is said of what is not read, in the log of the survey. */
  said?: RegExp;
  /** Keys that must be among the types. */
  types?: string[];
}

const deep = isFull ? 8_000 : 1_500;
const nested = isFull ? 100_000 : 5_000;
const many = isFull ? 100_000 : 10_000;

function put(folder: string, path: string, text: string | Uint8Array): void {
  const file = join(folder, path);
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, text);
}

/** One file of code. */
const text = (name: string, path: string, content: string, more: Partial<HostileCode> = {}): HostileCode => ({
  name,
  files: 1,
  fill: (folder) => put(folder, path, content),
  ...more,
});

/** A project file beside one file of code, which is read whatever the other holds. */
const project = (name: string, path: string, content: string, said?: RegExp): HostileCode => ({
  name: `${path} ${name}`,
  files: 1,
  said,
  fill(folder) {
    put(folder, path, content);
    put(folder, 'a.ts', 'export const a = 1;\n');
  },
});

const lines = (count: number, line: (i: number) => string): string =>
  Array.from({ length: count }, (_, i) => `${line(i)}\n`).join('');

/** Types in a type that share parents in every way, a file a shape; the names of parents are looked up in the type around them. */
const sharedParents = Object.entries(nestings).map(([language, nesting]): HostileCode => {
  const shapes = [
    diamonds(isFull ? 200 : 20),
    anyParents(isFull ? 2_000 : 400),
    anyParents(400, { inCircles: true }),
  ];
  return {
    name: `types in a type that share parents (${language})`,
    files: shapes.length,
    fill(folder) {
      shapes.forEach((parents, i) => {
        for (const [path, content] of Object.entries(nestedTypes(nesting, parents)))
          put(folder, `${i}/${path}`, content);
      });
    },
  };
});

/** Families of types that share parents in every way, 25 files a language in full. */
const bombs = Object.entries(writings).map(([language, writing]): HostileCode => {
  const files = typeBombs(writing, isFull ? 5 : 2);
  return {
    name: `families of types (${language})`,
    files: Object.keys(files).length,
    fill(folder) {
      for (const [path, content] of Object.entries(files)) put(folder, path, content);
    },
  };
});

export const hostileCode: HostileCode[] = [
  ...sharedParents,
  ...bombs,
  text('namespaces in one another (C++)', 'a.cpp', 'namespace a {\n'.repeat(deep) + '}\n'.repeat(deep), {
    partly: 1,
  }),
  text('namespaces in one another (C#)', 'a.cs', 'namespace a {\n'.repeat(deep) + '}\n'.repeat(deep), {
    partly: 1,
  }),
  text(
    'namespaces in one another (TypeScript)',
    'a.ts',
    'namespace a {\n'.repeat(deep) + '}\n'.repeat(deep),
    { partly: 1 },
  ),
  text('classes in one another (Java)', 'A.java', 'class A {\n'.repeat(deep) + '}\n'.repeat(deep), {
    partly: 1,
  }),
  text(
    'functions in one another (Python)',
    'a.py',
    lines(150, (i) => `${' '.repeat(i)}def f():`) + `${' '.repeat(150)}pass\n`,
    { partly: 1 },
  ),
  text(
    'a name of a million letters with members',
    'A.java',
    `class ${'A'.repeat(1_000_000)} {\n${lines(1_000, (i) => `int f${i};`)}}\n`,
    { partly: 1 },
  ),
  text(
    'many classes',
    'A.java',
    lines(many, (i) => `class A${i} {}`),
    { types: [`A.java#A${many - 1}`] },
  ),
  text(
    'a chain of parents',
    'A.java',
    lines(many / 2, (i) => `class A${i + 1} extends A${i} {}`),
  ),
  text(
    'a chain of aliases',
    'a.ts',
    `type A0 = string;\n${lines(1_000, (i) => `type A${i + 1} = A${i} | A${i};`)}`,
  ),
  text(
    'macros that double each other',
    'a.c',
    `#define A0 x\n${lines(60, (i) => `#define A${i + 1} A${i} A${i}`)}int f(void) { return A60; }\n`,
  ),
  text(
    'macros of many words, and of names pasted together with as many others',
    'a.cpp',
    `#define M(a) ${'class '.repeat(60_000)}\n#define P(a) N_##a()\n${lines(5_000, (i) => `void f${i}() { P(x${i}); }`)}`,
  ),
  text(
    'overloads by the hundred, called by as many',
    'A.java',
    `class A {\n${lines(300, (i) => `void f(int a${i}) {} void g${i}() { f(1); }`)}}\n`,
  ),
  text('brackets without an end', 'a.py', `x = ${'[\n'.repeat(nested)}`),
  text('conditions without an end', 'a.c', `${'#if X\n'.repeat(nested)}int a;\n`),
  text('templates in one another', 'a.ts', `const x = ${'`${\n'.repeat(5_000)}1${'}`'.repeat(5_000)};\n`),
  {
    name: 'headers that include themselves and each other',
    files: 2,
    fill(folder) {
      put(folder, 'a.h', '#include "a.h"\n#include "b.h"\n'.repeat(1_000));
      put(folder, 'b.h', '#include "a.h"\n'.repeat(1_000));
    },
  },
  project(
    'nested',
    'package.json',
    `${'{"a":'.repeat(nested)}1${'}'.repeat(nested)}`,
    /package\.json is nested too deeply/,
  ),
  project(
    'of lists without an end',
    'package.json',
    '['.repeat(nested),
    /package\.json is nested too deeply/,
  ),
  project(
    'nested',
    'tsconfig.json',
    `{"compilerOptions":{"paths":${'{"a":'.repeat(nested)}1${'}'.repeat(nested)}}}`,
    /tsconfig\.json is nested too deeply/,
  ),
  project(
    'that extends itself',
    'tsconfig.json',
    '{"extends":"./tsconfig.json","compilerOptions":{"baseUrl":"../../../etc"}}',
  ),
  project('nested', 'pom.xml', `<project>${'<a>'.repeat(nested)}${'</a>'.repeat(nested)}</project>`),
  project(
    'with entities that explode',
    'pom.xml',
    `<!DOCTYPE a [<!ENTITY a0 "ha">${lines(30, (i) => `<!ENTITY a${i + 1} "&a${i};&a${i};">`)}]><project><name>&a30;</name></project>`,
  ),
  project(
    'nested',
    'pyproject.toml',
    `[project]\na = ${'['.repeat(nested)}${']'.repeat(nested)}\n`,
    /pyproject\.toml is nested too deeply/,
  ),
  project(
    'of other types than it should have',
    'package.json',
    '{"name":[],"exports":7,"bin":{"a":{"b":[]}},"workspaces":{"x":1},"main":{}}',
  ),
  project(
    'with patterns that take for ever',
    '.gitignore',
    lines(50, () => `${'*a'.repeat(40)}b`),
    /50 patterns of \.gitignore are ignored/,
  ),
  {
    name: 'pipes, devices and links in place of files',
    files: 1,
    said: /pipe\.ts: unreadable, it is not a regular file/,
    fill(folder, { outside }) {
      put(folder, 'a.ts', 'export const a = 1;\n');
      put(outside, 'secret.ts', 'export const secret = 1;\n');
      mkdirSync(join(folder, 'in'));
      for (const name of ['pipe.ts', 'package.json', '.gitignore', 'in/.git', 'README.md', 'tsconfig.json'])
        execFileSync('mkfifo', [join(folder, name)]);
      symlinkSync('/dev/zero', join(folder, 'zero.ts'));
      symlinkSync(join(outside, 'secret.ts'), join(folder, 'link.ts'));
      symlinkSync(outside, join(folder, 'linked'));
      symlinkSync(folder, join(folder, 'round'));
    },
  },
  {
    name: 'folders in one another',
    files: 1,
    said: /its path has more than 200 parts/,
    fill(folder) {
      put(folder, 'a.ts', '');
      mkdirSync(join(folder, ...Array<string>(900).fill('d')), { recursive: true });
    },
  },
  {
    name: 'a HEAD that is a pipe',
    files: 1,
    fill(folder) {
      put(folder, 'a.ts', '');
      mkdirSync(join(folder, '.git'));
      execFileSync('mkfifo', [join(folder, '.git', 'HEAD')]);
    },
  },
  {
    name: 'a .git that is a pipe',
    files: 1,
    fill(folder) {
      put(folder, 'a.ts', '');
      execFileSync('mkfifo', [join(folder, '.git')]);
    },
  },
  {
    name: 'names that are code, markup and control characters',
    files: 5,
    fill(folder) {
      for (const name of [
        '<script>alert(1)</script>.ts',
        '"onload="alert(1)".ts',
        '=cmd.ts',
        '\u001b[31m.ts',
        '\u202Egnp.ts',
      ])
        put(folder, name.replaceAll('/', '\u2215'), 'export const a = 1;\n');
    },
  },
];
