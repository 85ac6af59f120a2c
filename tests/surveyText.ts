import {
  certainties,
  dependencyKinds,
  type FactsOfFile,
  type LinkedCodebase,
} from '../core/contracts/linked.ts';
import type { FileFacts } from '../core/facts/fileFacts.ts';
import type { LanguageDefinition } from '../core/contracts/language.ts';
import type { Constructs } from '../core/facts/constructs.ts';
import { constructsOf, factsOf } from '../core/languages/readText.ts';
import { configuration, mayNameCode } from '../core/languages/configuration/index.ts';
import { grammarFor, languageNamed, languageOf } from '../core/languages/registry.ts';
import { comparePaths } from '../core/link/elements.ts';
import { withoutUnnaming } from '../core/link/namedPlaces.ts';
import type { FileTree } from '../core/contracts/fileTree.ts';
import { assembleSurvey, type SurveyedCodebase } from '../core/survey.ts';
import { createParserRuntime, type ParserRuntime } from '../server/extract/parser.ts';

let runtime: Promise<ParserRuntime> | undefined;

export function parserRuntime(): Promise<ParserRuntime> {
  return (runtime ??= createParserRuntime());
}

/** The language as which a text is read, as intake would tell it. */
function languageFor(path: string, text: string): LanguageDefinition {
  const known = languageOf(path)?.language ?? (mayNameCode(path) ? configuration : undefined);
  if (!known) throw new Error(`no language for ${path}`);
  const sibling = known.siblingFor?.(path, text);
  return sibling ? languageNamed(sibling.id)! : known;
}

/** The facts of one text, read as the file of that name would be, with what the codebase teaches about it. */
export async function factsOfText(path: string, text: string, macros?: Uint8Array): Promise<FileFacts> {
  const language = languageFor(path, text);
  return factsOf({ text, language, grammar: grammarFor(language, path), macros }, await parserRuntime());
}

/** What the stretches of one text are, read as the file of that name would be. */
export async function constructsOfText(path: string, text: string): Promise<Constructs> {
  const language = languageFor(path, text);
  const found = await constructsOf(
    { text, language, grammar: grammarFor(language, path) },
    await parserRuntime(),
  );
  return found!;
}

const isManifest = (path: string): boolean =>
  /\.(json|csproj|xml|toml|gradle|cfg)$|CMakeLists\.txt$|(^|\/)setup\.py$/.test(path);

/** A file tree of given paths; the texts of project files among them can be read. */
export function fileTree(
  files: Record<string, string>,
  leftOut: Record<string, string> = {},
  rules: Partial<Pick<FileTree, 'sourceRoots' | 'acceptedExternals'>> = {},
): FileTree {
  const folders = new Set(['']);
  for (const path of [...Object.keys(files), ...Object.keys(leftOut)]) {
    const parts = path.split('/');
    for (let i = 1; i < parts.length; i++) folders.add(parts.slice(0, i).join('/'));
  }
  return {
    has: (path) => path in files && languageOf(path) !== null,
    leftOut: (path) => {
      const reason =
        leftOut[path] ?? (path in files && languageOf(path) === null ? 'unknownLanguage' : undefined);
      return reason === undefined ? undefined : { path, reason };
    },
    isFolder: (path) => folders.has(path),
    manifests: () => Object.keys(files).filter(isManifest),
    manifest: (path) => (isManifest(path) ? files[path] : undefined),
    sourceRoots: [],
    acceptedExternals: new Set(),
    ...rules,
  };
}

/** The facts of a codebase given as texts by path, in the order that linking wants. */
export async function factsOfTexts(files: Record<string, string>): Promise<FactsOfFile[]> {
  const read = Object.entries(files).filter(([path]) => languageOf(path) ?? mayNameCode(path));
  const definitions = new Map<LanguageDefinition['macroTable'], string[]>();
  for (const [path, text] of read) {
    const { macrosIn, macroTable } = languageFor(path, text);
    if (macrosIn) definitions.set(macroTable, [...(definitions.get(macroTable) ?? []), ...macrosIn(text)]);
  }
  const tables = new Map([...definitions].map(([macroTable, lines]) => [macroTable, macroTable!(lines)]));
  const facts = await Promise.all(
    read.map(async ([path, text]) => ({
      path,
      language: languageFor(path, text).id,
      isTest: false,
      facts: await factsOfText(path, text, tables.get(languageFor(path, text).macroTable)),
    })),
  );
  return withoutUnnaming(facts, languageNamed).sort((a, b) => comparePaths(a.path, b.path));
}

/** A survey of a codebase given as texts by path. */
export async function surveyText(
  files: Record<string, string>,
  rules: Parameters<typeof fileTree>[2] = {},
): Promise<SurveyedCodebase> {
  return assembleSurvey(await factsOfTexts(files), fileTree(files, {}, rules)).survey;
}

/** The dependencies of files in words, without their lines, those that hold `of` sorted. */
export async function dependenciesOf(files: Record<string, string>, of = ''): Promise<string[]> {
  return describeDependencies(await surveyText(files))
    .map((line) => line.replace(/ @[\d,]+$/, ''))
    .filter((line) => line.includes(of))
    .sort();
}

/** Dependencies in words: `call a.ts#f → b.ts#g exact @3`. */
export function describeDependencies({ dependencies: table, elements }: LinkedCodebase): string[] {
  return Array.from({ length: table.count }, (_, row) => {
    const lines = table.line.subarray(table.placeStart[row], table.placeStart[row + 1]).join(',');
    return `${dependencyKinds[table.kind[row]]} ${elements.key[table.from[row]]} → ${elements.key[table.to[row]]} ${certainties[table.certainty[row]]} @${lines}`;
  });
}
