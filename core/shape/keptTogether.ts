import { dependencyKinds, isImportKind } from '../contracts/linked.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { numbered } from './multilevel.ts';

/** Files that a proposal never parts, by why not. */
export const togetherReasons = ['header', 'part', 'test', 'generated'] as const;
export type TogetherReason = (typeof togetherReasons)[number];

/** Files (by their index in the survey) in bundles, which are placed as one. */
export interface Bundles {
  count: number;
  bundleOf: Int32Array;
  files: number[][];
  /** Why a file stands with the first of its bundle; null for that one and for those that stand alone. */
  why: (TogetherReason | null)[];
}

/** Each file as a bundle of its own: for plans, which may part what a proposal keeps together. */
export function eachAlone(count: number): Bundles {
  const numbers = Array.from({ length: count }, (_, file) => file);
  return {
    count,
    bundleOf: Int32Array.from(numbers),
    files: numbers.map((file) => [file]),
    why: numbers.map(() => null),
  };
}

const PART = dependencyKinds.indexOf('part');
const GENERATED = /[._-](?:g|generated|designer|pb|pb2|grpc|gen)$/;
const TEST_WORDS = /^(?:test|tests|spec)[._-]|[._-](?:tests?|spec)$/;

/**
 * Header and source, the parts of a type, a test and what it bears the name of and uses, and what was generated beside its
 * origin. O(files + dependencies).
 */
export function keptTogether(survey: SurveyedCodebase): Bundles {
  const { files, elements, dependencies } = survey;
  const fileAt = fileIndexes(survey);
  const parent = Int32Array.from(files, (_, i) => i);
  const why: (TogetherReason | null)[] = files.map(() => null);
  const rootOf = (file: number): number => {
    let at = file;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]];
    return at;
  };
  const join = (one: number, other: number, reason: TogetherReason): void => {
    const [a, b] = [rootOf(one), rootOf(other)];
    if (a === b) return;
    const [first, second] = a < b ? [a, b] : [b, a];
    parent[second] = first;
    why[second] = reason;
  };
  const stems = files.map(({ path }) => stemOf(path));
  for (let row = 0; row < dependencies.count; row++) {
    const from = fileAt[elements.file[dependencies.from[row]] ?? -1] ?? -1;
    const to = fileAt[elements.file[dependencies.to[row]] ?? -1] ?? -1;
    if (from < 0 || to < 0 || from === to) continue;
    const kind = dependencies.kind[row];
    if (kind === PART) join(from, to, 'part');
    else if (files[from].isTest && !files[to].isTest) {
      if (testedBy(stems[from]) === stems[to]) join(from, to, 'test');
    } else if (isImportKind[kind] && stems[from] === stems[to] && isHeader(files[to].path))
      join(from, to, 'header');
  }
  joinGenerated(files, join);
  const { count, partOf } = numbered(files.map((_, i) => rootOf(i)));
  const held: number[][] = Array.from({ length: count }, () => []);
  partOf.forEach((bundle, file) => held[bundle].push(file));
  for (const [first] of held) why[first] = null;
  return { count, bundleOf: partOf, files: held, why };
}

/** The index of each file by its element; undefined for other elements. */
export function fileIndexes({ files }: Pick<SurveyedCodebase, 'files'>): number[] {
  const indexes: number[] = [];
  files.forEach(({ element }, index) => (indexes[element] = index));
  return indexes;
}

function joinGenerated(
  files: SurveyedCodebase['files'],
  join: (one: number, other: number, reason: TogetherReason) => void,
): void {
  const byStem = new Map<string, number>();
  const stemmed = (path: string): string => withoutSuffix(path).toLowerCase();
  files.forEach(({ path }, index) => {
    if (!GENERATED.test(stemmed(path))) byStem.set(stemmed(path), index);
  });
  files.forEach(({ path }, index) => {
    const stem = stemmed(path);
    const origin = GENERATED.test(stem) ? byStem.get(stem.replace(GENERATED, '')) : undefined;
    if (origin !== undefined) join(origin, index, 'generated');
  });
}

function withoutSuffix(path: string): string {
  const dot = path.lastIndexOf('.');
  return dot > path.lastIndexOf('/') + 1 ? path.slice(0, dot) : path;
}

/** The name of a file without its folder and suffix, small. */
function stemOf(path: string): string {
  return withoutSuffix(path.slice(path.lastIndexOf('/') + 1)).toLowerCase();
}

/** The stem of what a test is named after. */
function testedBy(stem: string): string {
  return stem.replace(TEST_WORDS, '').replace(/(?<=[a-z0-9])(?:tests?|spec)$/, '');
}

const isHeader = (path: string): boolean => /\.(?:h|hh|hpp|hxx|h\+\+|inl|ipp|tcc)$/i.test(path);
