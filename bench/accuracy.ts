import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import ts from 'typescript';
import { KIND } from '../core/facts/fileFacts.ts';
import { CERTAINTY, isImportKind } from '../core/link/linked.ts';
import type { SurveyedCodebase } from '../core/survey.ts';
import { surveyPath } from '../tests/surveyPath.ts';
import { handCounted } from './handCounted.ts';
import { fetchPackage } from './realCode.ts';

/**
 * Compares the file-level imports of a survey with what the TypeScript compiler's own module resolution says of the
 * same files: `npm run accuracy`. Exact imports are held to the compiler as it finds the files. Inferred ones lead to
 * the sources of packages that are not installed here; they are held to the compiler with the links that an install
 * makes, and to the declaration maps that the packages' own builds wrote.
 */
const packages = ['rxjs@7.8.2', 'effect@4.1.0', 'three@0.187.0'];
const required = 0.995;

interface Comparison {
  right: number;
  onlyOurs: string[];
  onlyTheirs: string[];
}

function ourEdges({ elements, dependencies }: SurveyedCodebase, certainty: number): Set<string> {
  const edges = new Set<string>();
  for (let row = 0; row < dependencies.count; row++) {
    if (!isImportKind[dependencies.kind[row]] || dependencies.certainty[row] !== certainty) continue;
    const to = dependencies.to[row];
    if (elements.kind[to] !== KIND.file) continue;
    edges.add(`${elements.key[dependencies.from[row]]} → ${elements.key[to]}`);
  }
  return edges;
}

/** The package's own tsconfig where it has one; the compiler's bundler resolution with JavaScript otherwise. */
function compilerOptions(root: string): ts.CompilerOptions {
  const base: ts.CompilerOptions = {
    module: ts.ModuleKind.ESNext,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    allowImportingTsExtensions: true,
    noEmit: true,
  };
  const config = ts.readConfigFile(join(root, 'tsconfig.json'), ts.sys.readFile);
  const own = config.config
    ? ts.convertCompilerOptionsFromJson(
        (config.config as { compilerOptions?: object }).compilerOptions ?? {},
        root,
      ).options
    : {};
  return { ...own, ...base, allowJs: true };
}

function compilerEdges(root: string, survey: SurveyedCodebase, host: ts.ModuleResolutionHost): Set<string> {
  const surveyed = new Set(survey.files.map(({ path }) => path));
  const options = compilerOptions(root);
  const cache = ts.createModuleResolutionCache(root, (name) => name, options);
  const edges = new Set<string>();
  for (const { path } of survey.files) {
    const file = join(root, path);
    const specifiers = importedNames(file);
    for (const specifier of specifiers) {
      const { resolvedModule } = ts.resolveModuleName(specifier, file, options, host, cache);
      if (!resolvedModule) continue;
      const target = relative(root, sourceByMap(resolvedModule.resolvedFileName));
      if (surveyed.has(target) && target !== path) edges.add(`${path} → ${target}`);
    }
  }
  return edges;
}

/** The source from which a declaration file was built, by the map that lies beside it; otherwise the file itself. */
function sourceByMap(file: string): string {
  if (!file.endsWith('.d.ts') || !existsSync(`${file}.map`)) return file;
  const { sources } = JSON.parse(readFileSync(`${file}.map`, 'utf8')) as { sources: string[] };
  return sources.length === 1 ? join(dirname(file), sources[0]) : file;
}

/** The file system as an install would leave it: the package itself can be found in `node_modules` at its root. */
function installedHost(root: string): ts.ModuleResolutionHost {
  const { name } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { name: string };
  const link = join(root, 'node_modules', name);
  const real = (path: string): string => (path.startsWith(link) ? root + path.slice(link.length) : path);
  return {
    fileExists: (path) => ts.sys.fileExists(real(path)),
    readFile: (path) => ts.sys.readFile(real(path)),
    directoryExists: (path) => path === dirname(link) || ts.sys.directoryExists(real(path)),
    realpath: real,
    getCurrentDirectory: () => root,
  };
}

/** What the compiler itself takes for imports: it parses the file and lists them. */
function importedNames(file: string): Set<string> {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const names = new Set<string>();
  const isJavaScript = /\.[cm]?jsx?$/.test(file);
  const visit = (node: ts.Node): void => {
    let specifier: ts.Node | undefined;
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) specifier = node.moduleSpecifier;
    else if (ts.isExternalModuleReference(node)) specifier = node.expression;
    else if (ts.isImportTypeNode(node) && ts.isLiteralTypeNode(node.argument))
      specifier = node.argument.literal;
    else if (ts.isCallExpression(node)) {
      const isRequire =
        isJavaScript && ts.isIdentifier(node.expression) && node.expression.text === 'require';
      if (node.expression.kind === ts.SyntaxKind.ImportKeyword || isRequire) specifier = node.arguments[0];
    }
    if (specifier && ts.isStringLiteralLike(specifier)) names.add(specifier.text);
    ts.forEachChild(node, visit);
  };
  visit(source);
  for (const { fileName } of source.referencedFiles)
    names.add(fileName.startsWith('.') ? fileName : `./${fileName}`);
  return names;
}

function compare(ours: Set<string>, theirs: Set<string>): Comparison {
  return {
    right: [...ours].filter((edge) => theirs.has(edge)).length,
    onlyOurs: [...ours].filter((edge) => !theirs.has(edge)),
    onlyTheirs: [...theirs].filter((edge) => !ours.has(edge)),
  };
}

interface Row {
  specifier: string;
  files: number;
  imports: number;
  precision: number;
  recall: number;
  inferred: number;
  inferredRight: number;
  counted: number;
  countedRight: number;
  differences: string[];
}

async function compareOne(specifier: string): Promise<Row> {
  const root = fetchPackage(specifier);
  const { survey } = await surveyPath(root);
  const inferred = ourEdges(survey, CERTAINTY.inferred);
  const exact = compare(ourEdges(survey, CERTAINTY.exact), compilerEdges(root, survey, ts.sys));
  exact.onlyTheirs = exact.onlyTheirs.filter((edge) => !inferred.has(edge));
  const installed = compare(inferred, compilerEdges(root, survey, installedHost(root)));
  const counts = handCounted[specifier].map(([key, expected]) => {
    const found = survey.figures.cyclomatic[survey.elements.key.indexOf(key)];
    return { key, expected, found, right: found === expected };
  });
  return {
    specifier,
    files: survey.files.length,
    imports: exact.right + exact.onlyTheirs.length,
    precision: exact.right / (exact.right + exact.onlyOurs.length),
    recall: exact.right / (exact.right + exact.onlyTheirs.length),
    inferred: inferred.size,
    inferredRight: installed.right,
    counted: counts.length,
    countedRight: counts.filter(({ right }) => right).length,
    differences: [
      ...exact.onlyOurs.map((edge) => `ours alone: ${edge}`),
      ...installed.onlyOurs.map((edge) => `inferred wrongly: ${edge}`),
      ...exact.onlyTheirs.map((edge) => `the compiler’s alone: ${edge}`),
      ...counts
        .filter(({ right }) => !right)
        .map(({ key, expected, found }) => `${key}: ${found}, counted by hand ${expected}`),
    ],
  };
}

const LISTED = 10;

function table(rows: Row[]): string {
  const lines = rows.map((row) =>
    [
      row.specifier,
      row.files,
      row.imports,
      row.precision.toFixed(4),
      row.recall.toFixed(4),
      `${row.inferredRight} of ${row.inferred}`,
      `${row.countedRight} of ${row.counted}`,
    ].join(' | '),
  );
  return [
    '| package | files | imports | precision | recall | inferred imports right | cyclomatic right |',
    '| --- | ---: | ---: | ---: | ---: | ---: | ---: |',
    ...lines.map((line) => `| ${line} |`),
  ].join('\n');
}

const rows: Row[] = [];
for (const specifier of packages) rows.push(await compareOne(specifier));
console.log(
  `File-level imports against the module resolution of TypeScript ${ts.version}:\n\n${table(rows)}\n`,
);
for (const { specifier, differences } of rows) {
  for (const difference of differences.slice(0, LISTED)) console.log(`${specifier}: ${difference}`);
}
const isGood = (row: Row): boolean =>
  row.precision >= required && row.recall >= required && row.countedRight === row.counted;
process.exitCode = rows.every(isGood) ? 0 : 1;
