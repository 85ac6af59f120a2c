import { languageNamed } from '../../core/languages/registry.ts';
import { declaredTwice, type DoubleDeclaration } from '../../core/completeness/declaredTwice.ts';
import { explains, folderPairs, type FolderPair } from '../../core/completeness/folderPairs.ts';
import { doubtfulExternals, gapRoots, type DoubtfulExternal } from '../../core/completeness/gapRoots.ts';
import { neverReferredTo } from '../../core/completeness/neverReferredTo.ts';
import { sameNames, type NameClash } from '../../core/completeness/sameName.ts';
import type { EntryPoint } from '../../core/contracts/language.ts';
import { foldersAbove, folderOf } from '../../core/contracts/fileTree.ts';
import { readManifests } from '../../core/manifests/readManifests.ts';
import type { Gap } from '../../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';

/** What a survey found missing, doubled or unused: all that may mislead whoever takes it for the whole system. */
export interface Completeness {
  /** For each gap, folders in which it would be found. */
  roots: string[][];
  /** Externals that may be files of this codebase. */
  doubtful: DoubtfulExternal[];
  /** Folders that are versions of each other; the names that they share are not among the clashes. */
  versions: FolderPair[];
  clashes: NameClash[];
  twice: DoubleDeclaration[];
  /** Paths of files that nothing refers to and no entry point explains. */
  unreferred: string[];
}

export function completenessOf(
  survey: SurveyedCodebase,
  hashes: ReadonlyMap<string, string>,
  manifests: ReadonlyMap<string, string>,
  entryPoints: EntryPoint[],
): Completeness {
  const packages = new Set<string>();
  for (const path of manifests.keys()) if (/(^|\/)package\.json$/.test(path)) packages.add(folderOf(path));
  const entries = new Set(entryPoints.map(({ path }) => path));
  const versions = folderPairs(survey, hashes);
  const clashes = sameNames(survey, hashes).filter(
    ({ files }) =>
      !isOfVersions(
        versions,
        files.map(({ path }) => path),
      ),
  );
  const packageOf = (path: string): string => foldersAbove(path).find((folder) => packages.has(folder)) ?? '';
  return {
    roots: gapRoots(survey, survey.gaps),
    doubtful: doubtfulExternals(survey, declaredNames(manifests)),
    versions,
    clashes,
    twice: declaredTwice(survey, packageOf).filter(
      ({ elements }) => !isOneClash(survey, { clashes, versions }, elements),
    ),
    unreferred: neverReferredTo(survey)
      .map((file) => survey.files[file])
      .filter(({ path, language }) => !languageNamed(language)?.standsAlone?.(path) && !entries.has(path))
      .map(({ path }) => path),
  };
}

/** True for files each of which lies at the place of another in a folder that is a version of its own. */
function isOfVersions(versions: readonly FolderPair[], paths: readonly string[]): boolean {
  return paths.every((path) =>
    paths.some((other) => other !== path && versions.some((pair) => explains(pair, path, other))),
  );
}

/** All that the manifests declare, and the packages themselves. */
function declaredNames(manifests: ReadonlyMap<string, string>): Set<string> {
  return new Set(
    readManifests(manifests).flatMap(({ name, declared }) => [
      ...(name === null ? [] : [name]),
      ...declared.map((external) => external.name),
    ]),
  );
}

/** Copies of one file declare the same names; that they are copies is told once. */
function isOneClash(
  { elements: table }: SurveyedCodebase,
  { clashes, versions }: Pick<Completeness, 'clashes' | 'versions'>,
  elements: number[],
): boolean {
  const paths = elements.map((element) => table.key[table.file[element]]);
  if (isOfVersions(versions, paths)) return true;
  return clashes.some(({ files }) => {
    const members = new Set(files.map(({ path }) => path));
    return paths.every((path) => members.has(path));
  });
}

/** The sections of what is found; each item's key begins with its section's name. */
export const sections = ['gap', 'doubtful', 'partly', 'versions', 'clash', 'twice', 'unreferred'] as const;
export type Section = (typeof sections)[number];

export const gapItem = ({ kind, reason, name }: Pick<Gap, 'kind' | 'reason' | 'name'>): string =>
  `gap ${kind} ${reason} ${name}`;

export const versionsItem = ({ a, b }: Pick<FolderPair, 'a' | 'b'>): string => `versions ${a} ${b}`;

/** Says of two folders that both are wanted, though one is a version of the other. */
export const keptItem = ({ a, b }: Pick<FolderPair, 'a' | 'b'>): string => `kept ${a} ${b}`;

/** A stable key for each thing found, by which it is known again in the next survey. */
export function itemsOf(
  survey: SurveyedCodebase,
  { doubtful, versions, clashes, twice, unreferred }: Completeness,
): string[] {
  return [
    ...survey.gaps.map(gapItem),
    ...doubtful.map(({ name }) => `doubtful ${name}`),
    ...survey.files.filter(({ parse }) => parse !== 'clean').map(({ path }) => `partly ${path}`),
    ...versions.map(versionsItem),
    ...clashes.map(({ name, files }) => `clash ${name} ${files.length}`),
    ...twice.map(({ name, scope, elements }) => `twice ${scope ?? ''} ${name} ${elements.length}`),
    ...unreferred.map((path) => `unreferred ${path}`),
  ];
}
