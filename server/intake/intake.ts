import {
  grammarFor,
  languageNamed,
  languageOf,
  languageOfFirstLine,
  languages,
} from '../../core/languages/registry.ts';
import { configuration } from '../../core/languages/configuration/index.ts';
import { otherInterpreters, whatItIs } from '../../core/languages/otherFiles.ts';
import type { IncludePath, LanguageDefinition } from '../../core/contracts/language.ts';
import { stopped } from '../problem.ts';
import type { CodeSource } from '../source/codeSource.ts';
import { squeezedFolders } from './builtFolders.ts';
import { fileTreeOf } from './fileTree.ts';
import { lookAt, type Look } from './look.ts';
import {
  generatorEndings,
  isDocument,
  isGeneratedName,
  isMinifiedName,
  isReadme,
  isTestPath,
  isVersionedCopy,
} from './names.ts';
import type { LeftOut, LeftOutReason } from './reasons.ts';
import { matcherOf, noRules, type IntakeRules, type RuleMatcher } from './rules.ts';
import { namingLanguage } from './namingFiles.ts';
import { readModules } from './submodules.ts';
import { walk, type Candidate } from './walk.ts';
import { withoutBuilt } from './withoutBuilt.ts';

/** What of a codebase would be read, what not and why. Paths are relative to the root, with `/`. */
export interface Intake {
  files: IntakeFile[];
  /** Files that may name code: they are read as far as they do, and count as left out until it is known. */
  configuration: IntakeFile[];
  /** Files that are left out, and of which the words are read: code that names what is declared here. */
  mentioning: IntakeFile[];
  leftOut: LeftOut[];
  folders: Set<string>;
  /** Text of the project files that say where imports lead and what is declared. */
  manifests: Map<string, string>;
  /** Texts for people to read, Markdown and others, by path: shown as such, neither read as code nor left out. */
  documents: string[];
  /** One sentence on what a folder is for, and where it stands. */
  purposes: Map<string, { text: string; from: string }>;
  /** Folders in which what is included by text is looked for. */
  includePaths: IncludePath[];
  submodules: Submodule[];
  notes: string[];
  /** The macros that files define, a line for each, by family of languages; needed for a survey, and not kept. */
  macros: Map<string, string[]>;
  /** The words of files that may use macros of others, as looks hold them; needed for a survey, and not kept. */
  words: Map<string, string>;
}

export interface IntakeFile {
  path: string;
  language: string;
  grammar: string;
  size: number;
  stamp: string;
  hash: string;
  lines: number;
  isTest: boolean;
  /** Why it is taken for this language, when its ending does not say so. */
  languageWhy?: string;
  /** Program that its `#!` line names. */
  program?: string;
  listens?: true;
}

export interface Submodule {
  path: string;
  url: string | null;
  /** False when its files are not there. */
  isHere: boolean;
}

/** Looks of an earlier time, by path and stamp, so that an unchanged file need not be opened. */
export interface LookCache {
  get(path: string, stamp: string): Look | undefined;
  keep(path: string, stamp: string, look: Look): void;
}

export interface IntakeOptions {
  rules?: IntakeRules;
  cache?: LookCache;
  signal?: AbortSignal;
  onProgress?: (done: number, total: number) => void;
}

const MAX_FILE_BYTES = 4 * 1024 * 1024;

interface Work {
  source: CodeSource;
  intake: Intake;
  matcher: RuleMatcher;
  /** What files include by text, by path. */
  includes: Map<string, string[]>;
}

/** Looks over a codebase: lists it, looks into each file that may be code, and decides what is to be read. */
export async function takeIn(source: CodeSource, options: IntakeOptions = {}): Promise<Intake> {
  const rules = options.rules ?? noRules;
  const matcher = matcherOf(rules);
  const walked = withoutBuilt(await walk(source, matcher, rules, options.signal), matcher);
  const { candidates, leftOut, folders, manifests } = walked;
  const intake: Intake = {
    leftOut,
    folders,
    manifests,
    files: [],
    configuration: [],
    mentioning: [],
    documents: [],
    purposes: new Map(),
    includePaths: [],
    submodules: [],
    notes: [...source.notes, ...walked.notes],
    macros: new Map(),
    words: new Map(),
  };
  for (const refused of source.refused) intake.leftOut.push(refused);
  const work: Work = { source, intake, matcher, includes: new Map() };
  const toLookAt = candidates.filter((candidate) => sortByName(work, candidate));
  await lookAtAll(work, toLookAt, options, (candidate, look) => {
    if ('failed' in look) leaveOut(intake, candidate, 'unreadable', look.failed);
    else settle(work, candidate, look);
  });
  leaveOutSqueezed(work);
  await lookForNames(work, candidates, options);
  intake.submodules = readModules(intake, walked.submodulePaths);
  intake.files.sort((a, b) => (a.path < b.path ? -1 : 1));
  for (const list of [intake.configuration, intake.mentioning])
    list.sort((a, b) => (a.path < b.path ? -1 : 1));
  intake.leftOut.sort((a, b) => (a.path < b.path ? -1 : 1));
  intake.includePaths = includePathsOf(work, rules);
  return intake;
}

/** Finds what is not read as code, and is looked into for the code that it names. */
async function lookForNames(
  work: Work,
  candidates: readonly Candidate[],
  options: IntakeOptions,
): Promise<void> {
  const { intake } = work;
  const leftOut = new Map(intake.leftOut.map((item) => [item.path, item]));
  const isRead = new Set(intake.files.map(({ path }) => path));
  const naming = new Map<Candidate, LanguageDefinition>();
  for (const candidate of candidates) {
    const { path, entry } = candidate;
    const isProjectFile = intake.manifests.has(path);
    if (isRead.has(path) || !(isProjectFile || leftOut.has(path))) continue;
    const language = namingLanguage({ path, size: entry.size, leftOut: leftOut.get(path) });
    if (language) naming.set(candidate, language);
  }
  await lookAtAll(work, [...naming.keys()], options, (candidate, look) => {
    if ('failed' in look || (look.verdict && look.verdict.reason !== 'generated')) return;
    const language = naming.get(candidate)!;
    const list = language === configuration ? intake.configuration : intake.mentioning;
    list.push(fileTaken(work, candidate, look, language));
  });
}

/** What can be decided without opening the file; true when it must be looked at. */
function sortByName({ intake, matcher }: Work, candidate: Candidate): boolean {
  const { path, entry } = candidate;
  const { name, size } = entry;
  // A build script in a language that is read is code as well.
  if (intake.manifests.has(path) && !languageOf(path)) return false;
  const choice = matcher.choice(path);
  if (choice?.take === 'leaveOut') {
    leaveOut(intake, candidate, 'byChoice', `you left out ${choice.glob}`);
    return false;
  }
  const chosen = choice?.take === 'read';
  const language = chosenLanguage(matcher, path) ?? languageOf(path)?.language;
  if (isDocument(name) && !language) {
    intake.documents.push(path);
    return isReadme(name) && size <= MAX_FILE_BYTES;
  }
  const mayBeScript = !name.includes('.') || (name.startsWith('.') && name.lastIndexOf('.') === 0);
  if (!language && !mayBeScript && !isReadme(name)) {
    leaveOut(intake, candidate, 'unknownLanguage', whatItIs(name));
    return false;
  }
  const verdict = chosen ? null : verdictByName(candidate, matcher);
  if (verdict) {
    leaveOut(intake, candidate, ...verdict);
    return false;
  }
  const isTurned = chosen || matcher.isTurned('tooLarge');
  if (size > MAX_FILE_BYTES && !isTurned && language) {
    const megabytes = (size / 1024 / 1024).toFixed(1);
    leaveOut(intake, candidate, 'tooLarge', `${megabytes} MB; the limit is 4 MB`);
    return false;
  }
  if (size > MAX_FILE_BYTES && !language) {
    leaveOut(intake, candidate, 'unknownLanguage', whatItIs(name));
    return false;
  }
  return true;
}

function chosenLanguage(matcher: RuleMatcher, path: string): LanguageDefinition | undefined {
  const id = matcher.language(path);
  return id === undefined ? undefined : languageNamed(id);
}

type Verdict = [reason: LeftOutReason, detail: string];

function verdictByName({ path, entry: { name }, siblings }: Candidate, matcher: RuleMatcher): Verdict | null {
  if (!matcher.isTurned('minified') && isMinifiedName(name)) return ['minified', 'by its name'];
  if (!matcher.isTurned('vendored') && isVersionedCopy(name))
    return ['vendored', 'its name contains a version'];
  if (matcher.isTurned('generated')) return testVerdict(path, matcher);
  if (isGeneratedName(name)) return ['generated', 'by its name'];
  const stem = name.slice(0, name.lastIndexOf('.'));
  const grammar = generatorEndings.map((ending) => stem + ending).find((other) => siblings.has(other));
  if (grammar !== undefined && stem !== '') return ['generated', `${grammar} is next to it`];
  return testVerdict(path, matcher);
}

function testVerdict(path: string, matcher: RuleMatcher): Verdict | null {
  return matcher.isTurned('tests') && isTest(path, matcher) ? ['tests', 'you left out all tests'] : null;
}

function isTest(path: string, matcher: RuleMatcher): boolean {
  return matcher.isTest(path) ?? isTestPath(path);
}

function leaveOut(intake: Intake, { path, entry }: Candidate, reason: LeftOutReason, detail: string): void {
  intake.leftOut.push({ path, reason, detail, size: entry.size });
}

/** Files that are read at once: enough to keep git busy, few enough that their bytes do not add up. */
const AT_ONCE = 64;

async function lookAtAll(
  work: Work,
  candidates: Candidate[],
  { cache, signal, onProgress }: IntakeOptions,
  onLook: (candidate: Candidate, look: Look | { failed: string }) => void,
): Promise<void> {
  for (let done = 0; done < candidates.length; done += AT_ONCE) {
    if (signal?.aborted) throw stopped();
    const some = candidates.slice(done, done + AT_ONCE);
    const looks = await Promise.all(some.map((candidate) => lookOf(work.source, candidate, cache)));
    some.forEach((candidate, i) => onLook(candidate, looks[i]));
    onProgress?.(Math.min(done + AT_ONCE, candidates.length), candidates.length);
  }
}

async function lookOf(
  source: CodeSource,
  { path, entry }: Candidate,
  cache?: LookCache,
): Promise<Look | { failed: string }> {
  const known = cache?.get(path, entry.stamp);
  if (known) return known;
  try {
    const look = lookAt(await source.read(path), entry.name);
    cache?.keep(path, entry.stamp, look);
    return look;
  } catch (error) {
    return { failed: readFailure(error) };
  }
}

function readFailure(error: unknown): string {
  const { code, message } = error as NodeJS.ErrnoException;
  if (code === 'ENOENT') return 'it was removed';
  if (code === 'EACCES' || code === 'EPERM') return 'Yletope is not allowed to read it';
  return message;
}

/** Decides about a file once it was looked at. */
function settle(work: Work, candidate: Candidate, look: Look): void {
  const { intake, matcher, includes } = work;
  const { path, entry } = candidate;
  if (look.purpose !== undefined && (isReadme(entry.name) || !intake.purposes.has(candidate.folder)))
    intake.purposes.set(candidate.folder, { text: look.purpose, from: path });
  if (isDocument(entry.name) && chosenLanguage(matcher, path) === undefined) return;
  const found = identify(matcher, path, look);
  if ('isNot' in found) {
    leaveOut(intake, candidate, 'unknownLanguage', found.isNot);
    return;
  }
  const verdict = verdictByContent(candidate, look);
  const chosen = matcher.choice(path)?.take === 'read';
  if (verdict && (verdict[0] === 'binary' || !(chosen || matcher.isTurned(verdict[0] as 'generated')))) {
    leaveOut(intake, candidate, ...verdict);
    return;
  }
  if (look.includes) includes.set(path, look.includes);
  if (look.words) intake.words.set(path, look.words);
  if (look.macros) addMacros(intake, found.language, look.macros);
  intake.files.push({
    ...fileTaken(work, candidate, look, found.language),
    ...(found.why === undefined ? {} : { languageWhy: found.why }),
    ...(found.program === undefined ? {} : { program: found.program }),
    ...(look.listens ? { listens: true as const } : {}),
  });
}

function fileTaken(
  { matcher }: Work,
  { path, entry }: Candidate,
  look: Look,
  language: LanguageDefinition,
): IntakeFile {
  return {
    path,
    language: language.id,
    grammar: grammarFor(language, path),
    size: entry.size,
    stamp: entry.stamp,
    hash: look.hash,
    lines: look.lines,
    isTest: isTest(path, matcher),
  };
}

function addMacros({ macros }: Intake, { id, family = id }: LanguageDefinition, lines: string[]): void {
  const known = macros.get(family);
  if (known) for (const line of lines) known.push(line);
  else macros.set(family, [...lines]);
}

/** Where what is included is looked for, family by family of languages. */
function includePathsOf({ intake, includes }: Work, rules: IntakeRules): IncludePath[] {
  if (includes.size === 0) return [];
  const tree = fileTreeOf(intake, new Set(intake.files.map(({ path }) => path)), intake.leftOut, rules);
  const found: IncludePath[] = [];
  const asked = new Set<string>();
  for (const { id, family = id, includePaths } of languages) {
    if (!includePaths || asked.has(family)) continue;
    asked.add(family);
    const own = intake.files.filter(
      ({ language }) => (languageNamed(language)?.family ?? language) === family,
    );
    found.push(
      ...includePaths(
        tree,
        own.map(({ path }) => ({ path, includes: includes.get(path) ?? [] })),
      ),
    );
  }
  return found;
}

type Identified = { language: LanguageDefinition; why?: string; program?: string } | { isNot: string };

/** The language of a file: by rule, by its ending, or by its first line. */
function identify(matcher: RuleMatcher, path: string, look: Look): Identified {
  const firstLine = look.firstLine === undefined ? null : languageOfFirstLine(look.firstLine);
  const program = firstLine?.program;
  const chosen = chosenLanguage(matcher, path);
  if (chosen) return { language: chosen, why: 'you chose so', program };
  const name = path.slice(path.lastIndexOf('/') + 1);
  const known = languageOf(path)?.language;
  if (known) {
    const other = look.head === undefined ? null : (known.disclaims?.(look.head) ?? null);
    if (other !== null) return { isNot: other };
    const sibling = look.sibling && languageNamed(look.sibling.id);
    return sibling ? { language: sibling, why: look.sibling!.why, program } : { language: known, program };
  }
  if (firstLine?.language)
    return { language: firstLine.language, why: `its first line names ${firstLine.program}`, program };
  const script =
    program === undefined ? undefined : otherInterpreters.find(([pattern]) => pattern.test(program))?.[1];
  return { isNot: script === undefined ? whatItIs(name) : `${script}, by its first line` };
}

function verdictByContent({ entry: { name }, siblings }: Candidate, look: Look): Verdict | null {
  if (look.verdict) return [look.verdict.reason, look.verdict.detail];
  const stem = /^(.*)\.[cm]?jsx?$/.exec(name)?.[1];
  if (stem === undefined) return null;
  const original = ['.ts', '.tsx', '.mts', '.cts', '.coffee', '.jsx']
    .map((ending) => stem + ending)
    .find((other) => other !== name && siblings.has(other));
  if (original !== undefined && (look.hasSourceMap || siblings.has(`${name}.map`)))
    return ['generated', `it is compiled from ${original} next to it`];
  return null;
}

/** What stands among squeezed files in a folder of build output is output too, be it ever so short. */
function leaveOutSqueezed({ intake, matcher }: Work): void {
  if (matcher.isTurned('generated')) return;
  const squeezed = intake.leftOut.filter(({ reason }) => reason === 'minified').map(({ path }) => path);
  const read = intake.files.map(({ path }) => path);
  for (const folder of squeezedFolders(read, squeezed)) {
    const isOutput = (path: string): boolean =>
      path.startsWith(`${folder}/`) && matcher.choice(path)?.take !== 'read';
    const detail = `most of the code in ${folder}/ is minified`;
    for (const { path, size } of intake.files.filter((file) => isOutput(file.path)))
      intake.leftOut.push({ path, reason: 'generated', detail, size });
    intake.files = intake.files.filter(({ path }) => !isOutput(path));
  }
}
