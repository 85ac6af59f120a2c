import { compareCSharpUses } from './oracles/csharpUses.ts';
import { compareJavaUses } from './oracles/javaUses.ts';
import { compareNativeUses, type NativeBuild } from './oracles/nativeUses.ts';
import { comparePythonUses } from './oracles/pythonUses.ts';
import { compareTypeScriptUses } from './oracles/typescriptUses.ts';
import type { UseScore } from './oracles/uses.ts';

/** A codebase whose uses are held to a compiler, with what was reached: less is a fault. The last of each language was never looked into before its first figure. */
export interface Held {
  code: string;
  compare: () => Promise<UseScore>;
  reached: Partial<Record<'exact' | 'inferred' | 'calls' | 'accesses', number>>;
}
const typescript = (specifier: string, reached: Held['reached']): Held => ({
  code: specifier,
  compare: () => compareTypeScriptUses(specifier),
  reached,
});
const java = (name: string, sources: string, reached: Held['reached']): Held => ({
  code: name,
  compare: () => compareJavaUses(name, sources),
  reached,
});
const native = (name: string, build: NativeBuild, reached: Held['reached']): Held => ({
  code: name,
  compare: () => compareNativeUses(name, build),
  reached,
});
export const monoLibraries =
  'System.Core System.Xml System.Data System.Xml.Linq System.Runtime.Serialization System.Numerics'.split(
    ' ',
  );
const cecilFolders =
  'Mono Mono.Cecil Mono.Cecil.Cil Mono.Cecil.Metadata Mono.Cecil.PE Mono.Collections.Generic Mono.Security.Cryptography'.split(
    ' ',
  );
const libraryTests =
  'argparse configparser json csv difflib textwrap shlex optparse statistics fractions logging string plistlib dataclasses email tomllib zipfile ast calendar cmd gettext html http_cookies ipaddress mailbox netrc pprint xmlrpc'.split(
    ' ',
  );
export const heldUses: readonly Held[] = [
  typescript('rxjs@7.8.2', { exact: 0.999, inferred: 0.99, calls: 0.98, accesses: 0.98 }),
  typescript('effect@4.1.0', { exact: 0.999, inferred: 0.99, calls: 0.95, accesses: 0.93 }),
  typescript('tldraw@5.1.1', { exact: 0.999, inferred: 0.99, calls: 0.99, accesses: 0.98 }),
  typescript('@tanstack/query-core@5.108.0', { exact: 0.999, inferred: 0.99, calls: 0.98, accesses: 0.99 }),
  typescript('matrix-js-sdk@38.4.0', { exact: 0.999, inferred: 0.99, calls: 0.985, accesses: 0.98 }),
  // Of its two copies, the built one, which was read as well until manifests said what is built, was the easier.
  typescript('zod@4.1.12', { exact: 0.999, inferred: 0.91, calls: 0.95, accesses: 0.65 }),
  typescript('@lumino/widgets@2.7.1', { exact: 0.999, inferred: 0.99, calls: 0.98, accesses: 0.99 }),
  java('libcommons-lang3-java', 'src/main/java', {
    exact: 0.999,
    inferred: 0.99,
    calls: 0.99,
    accesses: 0.99,
  }),
  java('libcommons-collections4-java', 'src/main/java', {
    exact: 0.999,
    inferred: 0.99,
    calls: 0.99,
    accesses: 0.99,
  }),
  java('libcommons-math3-java', 'src/main/java', {
    exact: 0.999,
    inferred: 0.99,
    calls: 0.99,
    accesses: 0.99,
  }),
  java('bouncycastle', 'core/src/main/java', { exact: 0.999, inferred: 0.99, calls: 0.99, accesses: 0.99 }),
  native(
    'lua5.4',
    { compiles: /^src\/.*\.c$/, includes: ['src'] },
    { exact: 0.999, inferred: 0.98, calls: 0.99 },
  ),
  native(
    'libzstd',
    { compiles: /^(lib|programs)\/.*\.c$/, includes: ['lib', 'lib/common'] },
    { exact: 0.999, inferred: 0.98, calls: 0.99 },
  ),
  native(
    'mbedtls',
    { compiles: /^(library|programs)\/.*\.c$/, includes: ['include', 'library'] },
    { exact: 0.998, inferred: 0.99, calls: 0.99 },
  ),
  native(
    'git',
    {
      compiles: /^[^/]*\.c$|^(builtin|refs|xdiff|reftable|trace2)\/.*\.c$/,
      includes: ['.', 'compat'],
      options: ['-DSHA1_DC', '-DSHA256_BLK', '-DNO_GETTEXT'],
    },
    { exact: 0.999, inferred: 0.99, calls: 0.99 },
  ),
  native(
    'poco',
    {
      compiles: /^(Foundation|XML|JSON|Util|Net)\/src\/.*\.cpp$/,
      includes: ['Foundation', 'XML', 'JSON', 'Util', 'Net', 'Crypto'].map((part) => `${part}/include`),
    },
    { exact: 0.996, inferred: 0.975, calls: 0.905 },
  ),
  native(
    'libjsoncpp',
    { compiles: /^src\/.*\.cpp$/, includes: ['include', 'src/lib_json'] },
    { exact: 0.999, inferred: 0.985, calls: 0.955 },
  ),
  native('re2', { compiles: /\.cc$/, includes: ['.'] }, { exact: 0.995, inferred: 0.99, calls: 0.938 }),
  {
    code: 'dnlib',
    compare: () => compareCSharpUses('dnlib', 'src'),
    reached: { exact: 0.999, inferred: 0.99, calls: 0.98, accesses: 0.98 },
  },
  {
    code: 'newtonsoft-json',
    compare: () =>
      compareCSharpUses('newtonsoft-json', 'Src/Newtonsoft.Json', {
        symbols: ['NET40'],
        libraries: monoLibraries,
      }),
    reached: { exact: 0.999, inferred: 0.99, calls: 0.99, accesses: 0.99 },
  },
  {
    code: 'mono',
    compare: () =>
      compareCSharpUses('mono', 'external/cecil', {
        symbols: ['NET_4_0'],
        libraries: monoLibraries,
        only: cecilFolders,
      }),
    reached: { exact: 0.999, inferred: 0.99, calls: 0.98, accesses: 0.97 },
  },
  {
    code: 'python-django',
    compare: () =>
      comparePythonUses('python-django', {
        searchPath: ['.'],
        runIn: 'tests',
        command: ['runtests.py', '--parallel', '1', 'utils_tests', 'template_tests', 'forms_tests'],
        needs: ['python3-asgiref', 'python3-sqlparse', 'python3-tz'],
      }),
    reached: { exact: 0.999, inferred: 0.99, calls: 0.975 },
  },
  {
    code: 'python3.11',
    compare: () =>
      comparePythonUses('python3.11', {
        folder: 'Lib',
        searchPath: ['.'],
        runIn: '.',
        command: ['-m', 'unittest', ...libraryTests.map((name) => `test.test_${name}`)],
      }),
    reached: { exact: 0.999, inferred: 0.99, calls: 0.845 },
  },
  {
    code: 'sympy',
    compare: () =>
      comparePythonUses('sympy', {
        searchPath: ['.', 'bin'],
        runIn: '.',
        command: [
          'bin/test',
          '--no-subprocess',
          ...'geometry sets logic vector'.split(' ').map((name) => `sympy/${name}`),
        ],
        needs: ['python3-mpmath'],
      }),
    reached: { exact: 0.999, inferred: 0.99, calls: 0.87 },
  },
  {
    code: 'jinja2',
    compare: () =>
      comparePythonUses('jinja2', {
        searchPath: ['src'],
        runIn: '.',
        command: ['-m', 'pytest', '-q', 'tests'],
        needs: 'pytest pluggy iniconfig packaging attr markupsafe'
          .split(' ')
          .map((name) => `python3-${name}`),
      }),
    reached: { exact: 0.999, inferred: 0.99, calls: 0.885 },
  },
];
