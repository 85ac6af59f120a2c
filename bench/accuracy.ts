import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { format, resolveConfig } from 'prettier';
import { keptSample, sampledLanguages } from './drawCalls.ts';
import { installationRoot } from '../server/installation.ts';
import { languageNamed } from '../core/languages/registry.ts';
import type { Row } from './oracles/comparison.ts';
import { compareCSharp } from './oracles/csharp.ts';
import { measureDamage, type Damage } from './oracles/damage.ts';
import { compareJava } from './oracles/java.ts';
import { compareNative } from './oracles/native.ts';
import { comparePython } from './oracles/python.ts';
import { compareTypeScript } from './oracles/typescript.ts';
import { compareTypeScriptUses } from './oracles/typescriptUses.ts';
import { shareInWords, type UseScore } from './oracles/uses.ts';

/**
 * `npm run accuracy`: surveys published code, holds the dependencies found to what each language's own compiler or
 * interpreter says, and writes the tables into docs/accuracy.md. Fails when a figure is below what is required of it.
 */
const packages = ['rxjs@7.8.2', 'effect@4.1.0', 'three@0.187.0'];
/** Codebases whose uses are held to the type checker, the last of them never looked into, with what was reached: less is a fault. */
const usesOf = [
  { specifier: 'rxjs@7.8.2', reached: { exact: 0.999, inferred: 0.99, calls: 0.83, accesses: 0.93 } },
  { specifier: 'effect@4.1.0', reached: { exact: 0.999, inferred: 0.99, calls: 0.9, accesses: 0.82 } },
  { specifier: 'tldraw@5.1.1', reached: { exact: 0.999, inferred: 0.99, calls: 0.98, accesses: 0.96 } },
  {
    specifier: '@tanstack/query-core@5.108.0',
    reached: { exact: 0.999, inferred: 0.99, calls: 0.93, accesses: 0.87 },
  },
];
const pocoParts =
  'Foundation XML JSON Util Encodings Net NetSSL_OpenSSL NetSSL_Win Crypto Data Data/SQLite Data/ODBC Data/MySQL Data/PostgreSQL Zip SevenZip PDF MongoDB Redis JWT CppParser PageCompiler ActiveRecord Prometheus ApacheConnector CppUnit';

const monoLibraries =
  'System.Core System.Xml System.Data System.Xml.Linq System.Runtime.Serialization System.Numerics'.split(
    ' ',
  );

const others: { what: string; compare: () => Promise<Row> }[] = [
  { what: 'types', compare: () => compareJava('libcommons-lang3-java', 'src/main/java') },
  { what: 'types', compare: () => compareJava('libcommons-collections4-java', 'src/main/java') },
  { what: 'types', compare: () => compareCSharp('dnlib', 'src') },
  {
    what: 'types',
    compare: () =>
      compareCSharp('newtonsoft-json', 'Src/Newtonsoft.Json', {
        symbols: ['NET40'],
        libraries: monoLibraries,
      }),
  },
  { what: 'imports', compare: () => comparePython('python-django', ['.', 'tests']) },
  {
    what: 'includes',
    compare: () =>
      compareNative('curl', ['include', 'lib', 'src', 'tests/server', 'tests/libtest', 'tests/unit']),
  },
  {
    what: 'includes',
    compare: () =>
      compareNative(
        'poco',
        pocoParts.split(' ').map((part) => `${part}/include`),
      ),
  },
];

const LISTED = 10;

function tell(row: Row, wrong: string[] = []): void {
  console.log(`${row.code}: precision ${row.precision.toFixed(4)}, recall ${row.recall.toFixed(4)}`);
  for (const difference of [...wrong, ...row.differences].slice(0, LISTED)) console.log(`  ${difference}`);
}

function table(head: string[], rows: (string | number)[][]): string {
  const line = (cells: (string | number)[]): string => `| ${cells.join(' | ')} |`;
  return [line(head), line(head.map((_, i) => (i < 3 ? '---' : '---:'))), ...rows.map(line)].join('\n');
}

/** Puts the text between the two marks in the document, which say where it came from. */
async function writeBetweenMarks(text: string): Promise<void> {
  const path = join(installationRoot, 'docs', 'accuracy.md');
  const document = readFileSync(path, 'utf8');
  const [before, rest] = document.split('<!-- figures -->');
  const after = rest.split('<!-- end of figures -->')[1];
  const whole = `${before}<!-- figures -->\n\n${text}\n\n<!-- end of figures -->${after}`;
  const options = await resolveConfig(path);
  writeFileSync(path, await format(whole, { ...options, filepath: path }));
}

const rows: (string | number)[][] = [];
let isGood = true;
const note = (row: Row, what: string): void => {
  isGood &&= row.precision >= row.required && row.recall >= row.required;
  rows.push([
    row.code,
    what,
    row.oracle,
    row.files,
    row.known,
    row.precision.toFixed(4),
    row.recall.toFixed(4),
  ]);
};
const extras: (string | number)[][] = [];
for (const specifier of packages) {
  const { row, inferred, counted, wrong } = await compareTypeScript(specifier);
  tell(row, wrong);
  note(row, 'imports');
  isGood &&= wrong.length === 0;
  extras.push([specifier, inferred, counted]);
}
for (const { what, compare } of others) {
  const row = await compare();
  tell(row);
  note(row, what);
}
const uses: UseScore[] = [];
for (const { specifier, reached } of usesOf) {
  const score = await compareTypeScriptUses(specifier);
  uses.push(score);
  console.log(`${specifier}: ${shareInWords(score.exact)} of what is exact`);
  for (const difference of score.differences.slice(0, LISTED)) console.log(`  ${difference}`);
  isGood &&= (['exact', 'inferred', 'calls', 'accesses'] as const).every(
    (what) => score[what].right / score[what].of >= reached[what],
  );
}
const damages: Damage[] = [];
for (const name of ['curl', 'poco', 'wxwidgets3.2']) damages.push(await measureDamage(name));
const sampled = sampledLanguages.map((language) => {
  const sample = keptSample(language);
  const checked = sample?.calls.filter(({ verdict }) => verdict !== '') ?? [];
  const right = checked.filter(({ verdict }) => verdict === 'right').length;
  isGood &&= checked.length > 0 && right / checked.length >= 0.98;
  return [sample?.code ?? '', languageNamed(language)!.name, checked.length, right];
});
const share = (count: number, of: number): string => `${((100 * count) / of).toFixed(1)} %`;
isGood &&= damages.every(({ ours, files }) => ours / files < 0.05);
const text = [
  table(['code', 'what', 'held to', 'files', 'known', 'precision', 'recall'], rows),
  'Inferred imports of TypeScript that the compiler finds too once packages are linked, and cyclomatic complexities that agree with a count by hand:',
  table(['code', 'inferred imports right', 'cyclomatic right'], extras),
  'Uses of values, name by name: calls, constructions, reads and writes:',
  table(
    [
      'code',
      'held to',
      'what is exact',
      'right',
      'what is inferred',
      'right',
      'calls',
      'found',
      'reads and writes',
      'found',
    ],
    uses.map(({ code, oracle, exact, inferred, calls, accesses }) => [
      code,
      oracle,
      ...[exact, inferred, calls, accesses].flatMap((share) => [share.of, shareInWords(share)]),
    ]),
  ),
  'Calls marked exact, drawn at random and checked by eye (`npm run calls`); the samples with their verdicts are in `bench/calls/`:',
  table(['code', 'language', 'checked', 'right'], sampled),
  'Files of C and C++ with a damaged declaration, in the bare grammar and as they are read here:',
  table(
    ['code', 'bare grammar', 'here', 'files'],
    damages.map(({ code, files, bare, ours }) => [code, share(bare, files), share(ours, files), files]),
  ),
].join('\n\n');
console.log(`\n${text}`);
await writeBetweenMarks(text);
process.exit(isGood ? 0 : 1);
