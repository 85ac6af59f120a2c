import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { format, resolveConfig } from 'prettier';
import { keptSample, sampledLanguages } from './drawCalls.ts';
import { heldUses, monoLibraries, type Held } from './heldUses.ts';
import { installationRoot } from '../server/installation.ts';
import { languageNamed } from '../core/languages/registry.ts';
import type { Row } from './oracles/comparison.ts';
import { compareCSharp } from './oracles/csharp.ts';
import { measureParseErrors, type ParseErrorShare } from './oracles/parseErrors.ts';
import { compareJava } from './oracles/java.ts';
import { compareNative } from './oracles/native.ts';
import { comparePython } from './oracles/python.ts';
import { compareTypeScript } from './oracles/typescript.ts';
import { differencesOf, shareInWords, type UseScore } from './oracles/uses.ts';

/**
 * `npm run accuracy`: surveys published code, holds the dependencies found to what each language's own compiler or
 * interpreter says, and writes the tables into docs/accuracy.md. Fails when a figure is below what is required of it.
 * `npm run accuracy -- poco` holds the uses of that code alone, and prints all that differs.
 */
const packages = ['rxjs@7.8.2', 'effect@4.1.0', 'three@0.187.0'];
const pocoParts =
  'Foundation XML JSON Util Encodings Net NetSSL_OpenSSL NetSSL_Win Crypto Data Data/SQLite Data/ODBC Data/MySQL Data/PostgreSQL Zip SevenZip PDF MongoDB Redis JWT CppParser PageCompiler ActiveRecord Prometheus ApacheConnector CppUnit';

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

/** The share of files with a declaration that did not parse that is allowed: one in twenty, and in fmtlib what was reached. */
const parseErrorsReached: Record<string, number> = { curl: 0.05, poco: 0.05, fmtlib: 0.15, re2: 0.05 };

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

/** Compares the uses of one codebase, and prints what differs, so many of it. */
async function holdUses(
  { compare, reached }: Held,
  listed: number,
): Promise<{ score: UseScore; isAsReached: boolean }> {
  const score = await compare();
  const { code, exact, inferred, calls, accesses } = score;
  console.log(
    `${code}: of what is exact ${shareInWords(exact)} right, of what is inferred ${shareInWords(inferred)}`,
  );
  console.log(`  of calls ${shareInWords(calls)} found, of reads and writes ${shareInWords(accesses)}`);
  for (const difference of differencesOf(score, listed)) console.log(`  ${difference}`);
  let isAsReached = true;
  for (const what of ['exact', 'inferred', 'calls', 'accesses'] as const) {
    const least = reached[what];
    if (least === undefined || score[what].right / score[what].of >= least) continue;
    console.log(`  below what was reached: ${what} ${shareInWords(score[what])}, ${least} before`);
    isAsReached = false;
  }
  return { score, isAsReached };
}

const asked = process.argv.slice(2);
if (asked.length > 0) {
  let isAsReached = true;
  for (const held of heldUses.filter(({ code }) => asked.includes(code)))
    isAsReached &&= (await holdUses(held, Infinity)).isAsReached;
  process.exit(isAsReached ? 0 : 1);
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
for (const held of heldUses) {
  const { score, isAsReached } = await holdUses(held, LISTED);
  uses.push(score);
  isGood &&= isAsReached;
}
const parseErrors: ParseErrorShare[] = [];
for (const name of Object.keys(parseErrorsReached)) parseErrors.push(await measureParseErrors(name));
const sampled = sampledLanguages.map((language) => {
  const sample = keptSample(language);
  const checked = sample?.calls.filter(({ verdict }) => verdict !== '') ?? [];
  const right = checked.filter(({ verdict }) => verdict === 'right').length;
  isGood &&= checked.length > 0 && right / checked.length >= 0.98;
  return [sample?.code ?? '', languageNamed(language)!.name, checked.length, right];
});
const share = (count: number, of: number): string => `${((100 * count) / of).toFixed(1)} %`;
isGood &&= parseErrors.every(({ code, ours, files }) => ours / files < parseErrorsReached[code]);
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
  'Files of C and C++ with a declaration that did not parse, in the bare grammar and as they are read here:',
  table(
    ['code', 'bare grammar', 'here', 'files'],
    parseErrors.map(({ code, files, bare, ours }) => [code, share(bare, files), share(ours, files), files]),
  ),
].join('\n\n');
console.log(`\n${text}`);
await writeBetweenMarks(text);
process.exit(isGood ? 0 : 1);
