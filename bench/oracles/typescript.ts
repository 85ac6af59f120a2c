import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import ts from 'typescript';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { surveyPath } from '../../tests/surveyPath.ts';
import { handCounted } from '../handCounted.ts';
import { fetchPackage } from '../realCode.ts';
import { compare, importEdges, rowOf, type Row } from './comparison.ts';

/** The package's own tsconfig where it has one; the compiler's bundler resolution with JavaScript otherwise. */
export function compilerOptions(root: string): ts.CompilerOptions {
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

/**
 * Imports between files against the module resolution of the TypeScript compiler. Exact ones are held to the compiler
 * as it finds the files. Inferred ones lead to the sources of packages that are not installed here; they are held to
 * the compiler with the links that an install makes, and to the declaration maps that the packages' own builds wrote.
 * Besides, routines whose cyclomatic complexity was counted by hand.
 */
export async function compareTypeScript(
  specifier: string,
): Promise<{ row: Row; inferred: string; counted: string; wrong: string[] }> {
  const root = fetchPackage(specifier);
  const { survey } = await surveyPath(root);
  const inferred = importEdges(survey, 'inferred');
  const exact = compare(importEdges(survey, 'exact'), compilerEdges(root, survey, ts.sys));
  exact.onlyTheirs = exact.onlyTheirs.filter((edge) => !inferred.has(edge));
  const installed = compare(inferred, compilerEdges(root, survey, installedHost(root)));
  const counts = handCounted[specifier].map(([key, expected]) => {
    const found = survey.figures.cyclomatic[survey.elements.key.indexOf(key)];
    return { key, expected, found, right: found === expected };
  });
  const oracle = `TypeScript ${ts.version}`;
  return {
    row: rowOf({ code: specifier, oracle, files: survey.files.length, required: 0.99 }, exact),
    inferred: `${installed.right} of ${inferred.size}`,
    counted: `${counts.filter(({ right }) => right).length} of ${counts.length}`,
    wrong: [
      ...installed.onlyOurs.map((edge) => `inferred wrongly: ${edge}`),
      ...counts
        .filter(({ right }) => !right)
        .map(({ key, expected, found }) => `${key}: ${found}, counted by hand ${expected}`),
    ],
  };
}
