import { comparePaths } from '../../core/link/elements.ts';
import type { EntryPoint } from '../../core/contracts/language.ts';
import type { FactsOfFile } from '../../core/contracts/linked.ts';
import { unreadText } from '../../core/languages/configuration/unreadText.ts';
import { languageNamed, languagesInWords } from '../../core/languages/registry.ts';
import { withoutUnnaming } from '../../core/link/namedPlaces.ts';
import type { Linking } from '../../core/link/link.ts';
import { assembleSurvey, type SurveyedCodebase } from '../../core/survey.ts';
import { fileTreeOf } from '../intake/fileTree.ts';
import { takeIn, type Intake, type IntakeFile, type LookCache } from '../intake/intake.ts';
import type { LeftOut } from '../intake/reasons.ts';
import { noRules, type IntakeRules } from '../intake/rules.ts';
import { Problem, stopped } from '../problem.ts';
import type { CodeSource } from '../source/codeSource.ts';
import { completenessOf, type Completeness } from './completeness.ts';
import { entryPointsOf } from './entryPoints.ts';
import { macroTablesOf, type MacroTables } from '../extract/macroTables.ts';
import { inputsDigest } from './inputsDigest.ts';
import { extractInPool, warmUp } from '../extract/extractPool.ts';
import { FactsInMemory } from '../extract/factsInMemory.ts';
import { throttled, type OnProgress } from './progress.ts';

/** Facts of earlier surveys, by content. */
export interface FactsCache {
  facts(hash: string, grammar: string): Uint8Array | undefined;
  keep(hash: string, grammar: string, packed: Uint8Array): void;
  /** Keeps a file's text, deflated. */
  keepText(hash: string, text: Uint8Array): void;
}

/** The last survey of a place, found again by the digest of all that it was made of. */
export interface KeptSurveys {
  get(digest: string): MadeSurvey | undefined;
  keep(digest: string, survey: MadeSurvey): void;
}

/** What earlier surveys found out. */
export interface SurveyCache {
  facts: FactsCache;
  looks: LookCache;
  /** None where each survey is stored anyway. */
  surveys?: KeptSurveys;
}

export interface SurveyOptions {
  /** How the codebase is called in sentences. */
  name: string;
  rules?: IntakeRules;
  cache?: SurveyCache;
  onProgress?: OnProgress;
  signal?: AbortSignal;
}

/** What is made of what intake found. */
export interface MadeSurvey {
  survey: SurveyedCodebase;
  leftOut: LeftOut[];
  /** Content hash of each file that was read. */
  hashes: Map<string, string>;
  entryPoints: EntryPoint[];
  completeness: Completeness;
}

export interface SourceSurvey extends MadeSurvey {
  intake: Intake;
}

/** How the last survey of this thread was linked: most of what is surveyed again leads where it led. */
let lastLinking: Linking | null = null;

/** Surveys code: intake, extraction in worker threads, linking. Stops with a Problem when the signal says so. */
export async function surveySource(source: CodeSource, options: SurveyOptions): Promise<SourceSurvey> {
  const { name, rules = noRules, onProgress = () => {} } = options;
  onProgress({ phase: 'intake', done: 0, total: 0 });
  warmUp();
  const intake = await takeIn(source, {
    rules,
    cache: options.cache?.looks,
    signal: options.signal,
    onProgress: throttled('intake', onProgress),
  });
  if (intake.files.length === 0) throw new Problem('nothingToRead', nothingToRead(name, intake));
  const macroTables = macroTablesOf(intake, rules);
  const surveys = options.cache?.surveys;
  if (!surveys) return { intake, ...(await madeAnew(source, intake, macroTables, options)) };
  const digest = inputsDigest(intake, rules, macroTables);
  const kept = surveys.get(digest);
  if (kept) return { intake, ...kept };
  const made = await madeAnew(source, intake, macroTables, options);
  if (isAsLookedAt(intake, made)) surveys.keep(digest, made);
  return { intake, ...made };
}

/** True when what was read is what intake had seen: no file changed or went away in between. */
function isAsLookedAt(intake: Intake, { hashes, leftOut }: MadeSurvey): boolean {
  const binary = new Set(leftOut.filter(({ reason }) => reason === 'binary').map(({ path }) => path));
  return [...intake.files, ...intake.configuration, ...intake.mentioning].every(
    ({ path, hash }) => hashes.get(path) === hash || binary.has(path),
  );
}

async function madeAnew(
  source: CodeSource,
  intake: Intake,
  macroTables: MacroTables,
  options: SurveyOptions,
): Promise<MadeSurvey> {
  const { name, rules = noRules, onProgress = () => {} } = options;
  const extracted = await extractAll(source, intake, macroTables, options);
  stopIfAsked(options.signal);
  const { hashes } = extracted;
  const files = withoutUnnaming(extracted.files, languageNamed);
  const read = new Set(files.map(({ path }) => path));
  const leftOut = [...intake.leftOut, ...extracted.leftOut]
    .filter(({ path }) => !read.has(path))
    .sort((a, b) => (a.path < b.path ? -1 : 1));
  if (files.length === 0) throw new Problem('nothingToRead', noneCouldBeRead(name, extracted.leftOut));
  files.sort((a, b) => comparePaths(a.path, b.path));
  const tree = fileTreeOf(intake, read, leftOut, rules);
  const { survey, linking } = assembleSurvey(files, tree, {
    onFile: throttled('link', onProgress),
    mentioned: wordsOf(extracted.files),
    before: lastLinking ?? undefined,
  });
  lastLinking = extracted.areFactsKept ? linking : null;
  const entryPoints = entryPointsOf(survey, files, tree, intake);
  const completeness = completenessOf(survey, hashes, intake.manifests, entryPoints);
  return { survey, leftOut, hashes, entryPoints, completeness };
}

/** The words of what is not read as code; not of tests. */
function wordsOf(files: readonly FactsOfFile[]): ReadonlySet<string> {
  const found = new Set<string>();
  for (const { language, isTest, facts } of files)
    if (language === unreadText.id && !isTest) for (const word of facts.quoted ?? []) found.add(word);
  return found;
}

function nothingToRead(name: string, { leftOut }: Intake): string {
  if (leftOut.length === 0) return `${name} is empty.`;
  return `${name} contains no ${languagesInWords()} that could be read; ${leftOut.length} files and folders were left out.`;
}

function noneCouldBeRead(name: string, leftOut: LeftOut[]): string {
  const wentAway = leftOut.filter(({ detail }) => detail?.startsWith('it was removed')).length;
  return wentAway === leftOut.length
    ? `All files of ${name} were removed during the survey.`
    : `None of the ${leftOut.length} files of ${name} could be read as text.`;
}

function stopIfAsked(signal: AbortSignal | undefined): void {
  if (signal?.aborted) throw stopped();
}

interface Extracted {
  files: FactsOfFile[];
  leftOut: LeftOut[];
  hashes: Map<string, string>;
  /** True when they stay in memory for the next survey. */
  areFactsKept: boolean;
}

async function extractAll(
  source: CodeSource,
  intake: Intake,
  macroTables: MacroTables,
  options: SurveyOptions,
): Promise<Extracted> {
  const { cache, signal } = options;
  const result: Extracted = { files: [], leftOut: [], hashes: new Map(), areFactsKept: false };
  let done = 0;
  const onFile = throttled('extract', options.onProgress ?? (() => {}));
  const wanted = [...intake.files, ...intake.configuration, ...intake.mentioning];
  const report = (): void => onFile(++done, wanted.length);
  options.onProgress?.({ phase: 'extract', done: 0, total: wanted.length });
  const memory = new FactsInMemory();
  const accept = (file: IntakeFile, hash: string, packed: () => Uint8Array): void => {
    const { path, language, isTest } = file;
    result.files.push({
      path,
      language,
      isTest,
      facts: memory.take(hash, macroTables.cacheKey(file), packed),
    });
    result.hashes.set(path, hash);
  };
  const known: { file: IntakeFile; packed: Uint8Array | undefined }[] = [];
  const unread: IntakeFile[] = [];
  for (const file of wanted) {
    const key = macroTables.cacheKey(file);
    const inMemory = memory.has(file.hash, key);
    const packed = inMemory ? undefined : cache?.facts.facts(file.hash, key);
    if (inMemory || packed) known.push({ file, packed });
    else unread.push(file);
  }
  // The threads are set to work first, so that they read what is new while this one unpacks what is known.
  const extracting = extractInPool(source, unread, macroTables, signal, (file, item) => {
    report();
    if (item.kind === 'leftOut') {
      // What is no code is left out already, for what it is.
      if (!languageNamed(file.language)?.namesOnly) result.leftOut.push(item);
      return;
    }
    accept(file, item.hash, () => item.packed);
    cache?.facts.keep(item.hash, macroTables.cacheKey(file), item.packed);
    if (item.text) cache?.facts.keepText(item.hash, item.text);
  });
  for (const { file, packed } of known) {
    accept(file, file.hash, () => packed!);
    report();
  }
  try {
    await extracting;
  } catch (error) {
    stopIfAsked(signal);
    throw error;
  }
  result.areFactsKept = memory.keep();
  return result;
}
