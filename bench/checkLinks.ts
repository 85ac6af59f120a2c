import { readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';
import { grammarFor, languageNamed } from '../core/languages/registry.ts';
import { CONSTRUCT } from '../core/facts/constructs.ts';
import { lineAt, lineStartsOf } from '../core/languages/reading/reading.ts';
import type { SurveyedCodebase } from '../core/survey.ts';
import { constructsInPool } from '../server/extract/extractPool.ts';
import { sourceConstructs, type SourceConstructs } from '../server/views/constructsView.ts';
import { elementOf } from '../server/views/surveyAccess/elements.ts';
import { surveyPath } from '../tests/surveyPath.ts';
import { fetchPackage } from './realCode.ts';

/**
 * `npm run links`: draws names from published TypeScript by lot, always the same, and holds what each leads to in the
 * source view to what the compiler says that it means.
 */
const code = process.argv[2] ?? 'rxjs@7.8.2';
const SIZE = 200;

interface DrawnName {
  path: string;
  offset: number;
  text: string;
  /** Where it leads, as `path:line`, `external`, or null when the view does not know. */
  ours: string[] | null;
}

/** A generator of numbers that are the same in every run (Park and Miller 1988). */
function lots(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

function leadsTo(
  survey: SurveyedCodebase,
  path: string,
  lineStarts: Uint32Array,
  { links }: SourceConstructs,
  link: number,
): string[] | null {
  if (link < 0) return null;
  const { targets, local } = links[link];
  if (local !== null) return [`${path}:${lineAt(lineStarts, local)}`];
  return targets.map(({ element: { key, kind } }) => {
    if (kind === 'external') return 'external';
    const e = elementOf(survey, key)!;
    return `${survey.elements.key[survey.elements.file[e]]}:${survey.elements.startLine[e]}`;
  });
}

async function drawNames(survey: SurveyedCodebase, root: string): Promise<DrawnName[]> {
  const next = lots(7);
  const drawn: DrawnName[] = [];
  const files = survey.files.filter(({ language, isTest }) => language === 'typescript' && !isTest);
  while (drawn.length < SIZE) {
    const { path, language, element } = files[Math.floor(next() * files.length)];
    const text = readFileSync(join(root, path), 'utf8');
    const grammar = grammarFor(languageNamed(language)!, path);
    const found = await constructsInPool({ text, language, grammar });
    if (!found) continue;
    const constructs = sourceConstructs(survey, element, text, found);
    const names: number[] = [];
    for (let at = 0; at < constructs.spans.length; at += 4) {
      const construct = constructs.spans[at + 2];
      if (construct === CONSTRUCT.name || construct === CONSTRUCT.import) names.push(at);
    }
    if (names.length === 0) continue;
    const at = names[Math.floor(next() * names.length)];
    const [from, to, , link] = constructs.spans.slice(at, at + 4);
    const ours = leadsTo(survey, path, lineStartsOf(text), constructs, link);
    drawn.push({ path, offset: from, text: text.slice(from, to), ours });
  }
  return drawn;
}

/** The first lines of all declarations that the compiler knows for a name: `path:line`, or `external`. */
function compilerSays(
  program: ts.Program,
  root: string,
  surveyed: ReadonlySet<string>,
  name: DrawnName,
): Set<string> {
  const checker = program.getTypeChecker();
  const source = program.getSourceFile(join(root, name.path))!;
  let node: ts.Node = source;
  const descend = (at: ts.Node): void => {
    at.forEachChild((child) => {
      if (child.getStart(source) <= name.offset && name.offset < child.getEnd()) {
        node = child;
        descend(child);
      }
    });
  };
  descend(source);
  let symbol = checker.getSymbolAtLocation(node);
  // `{ a }` names a variable and a property at once; the variable is meant.
  if (node.parent && ts.isShorthandPropertyAssignment(node.parent))
    symbol = checker.getShorthandAssignmentValueSymbol(node.parent);
  if (symbol && symbol.flags & ts.SymbolFlags.Alias) symbol = checker.getAliasedSymbol(symbol);
  const places = new Set<string>();
  for (const declaration of symbol?.declarations ?? []) {
    const file = declaration.getSourceFile();
    const path = relative(root, file.fileName);
    const line = (offset: number): number => file.getLineAndCharacterOfPosition(offset).line + 1;
    const named = ts.getNameOfDeclaration(declaration) ?? declaration;
    // A module is the file itself, from its first line.
    if (ts.isSourceFile(declaration)) places.add(`${path}:1`);
    for (const offset of [declaration.getStart(file), named.getStart(file)])
      places.add(surveyed.has(path) ? `${path}:${line(offset)}` : 'external');
  }
  return places;
}

const root = fetchPackage(code);
const { survey } = await surveyPath(root);
const surveyed = new Set(survey.files.map(({ path }) => path));
const drawn = await drawNames(survey, root);
const program = ts.createProgram(
  survey.files.filter(({ language }) => language === 'typescript').map(({ path }) => join(root, path)),
  {
    target: ts.ScriptTarget.ES2022,
    module: ts.ModuleKind.ESNext,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    noEmit: true,
    allowImportingTsExtensions: true,
  },
);
const counts = { right: 0, unknown: 0, wrong: 0, untold: 0 };
for (const name of drawn) {
  const theirs = compilerSays(program, root, surveyed, name);
  // What the compiler cannot tell, for packages are not installed, is no verdict on what is said here.
  if (theirs.size === 0) {
    counts.untold++;
    continue;
  }
  const isRight = name.ours?.some((place) => theirs.has(place)) ?? false;
  const verdict = isRight ? 'right' : name.ours === null ? 'unknown' : 'wrong';
  counts[verdict]++;
  if (verdict === 'right') continue;
  const line = lineAt(lineStartsOf(readFileSync(join(root, name.path), 'utf8')), name.offset);
  console.log(
    `${verdict}: ${name.text} at ${name.path}:${line}: ours ${name.ours?.join(', ') ?? '–'}, the compiler’s ${[...theirs].join(', ') || '–'}`,
  );
}
console.log(
  `${code}, ${SIZE} names: ${counts.right} right, ${counts.unknown} not known, ${counts.wrong} wrong, ` +
    `${counts.untold} that the compiler cannot tell`,
);
process.exit(counts.wrong > 0 ? 1 : 0);
