import { KIND } from '../facts/fileFacts.ts';
import { languageOf } from '../languages/registry.ts';
import type { Gap } from '../contracts/linked.ts';
import type { SurveyedCodebase } from '../survey.ts';

/** Folders in which what a gap names would be found, the likeliest first: candidates for a source root. */
export function gapRoots(survey: SurveyedCodebase, gaps: Gap[]): string[][] {
  const byName = pathsByStem(survey);
  return gaps.map(({ name, kind, reason }) =>
    kind !== 'module' || reason === 'computed' || reason === 'leftOut' ? [] : rootsOf(name, byName),
  );
}

/** An external that no manifest declares, and that a file of this codebase may be. */
export interface DoubtfulExternal {
  name: string;
  /** Files that use it. */
  files: number;
  /** Folders that, as source roots, would make it a file of this codebase. */
  roots: string[];
}

/**
 * Externals of npm that are declared nowhere and bear the name of a file here: most often a bundler was told of a
 * root that no project file names. The most used first.
 */
export function doubtfulExternals(
  survey: SurveyedCodebase,
  declared: ReadonlySet<string>,
): DoubtfulExternal[] {
  const { dependencies, elements, externals } = survey;
  const byName = pathsByStem(survey);
  const users = externals.map(() => new Set<number>());
  for (let row = 0; row < dependencies.count; row++) {
    const external = dependencies.to[row] - elements.firstExternal;
    if (external >= 0) users[external].add(elements.file[dependencies.from[row]]);
  }
  return externals
    .map(({ name, ecosystem }, i) => ({
      name,
      files: users[i].size,
      roots: ecosystem !== 'npm' || declared.has(name) || isNoCode(name) ? [] : rootsOf(name, byName),
    }))
    .filter(({ roots }) => roots.length > 0)
    .sort((a, b) => b.files - a.files || (a.name < b.name ? -1 : 1));
}

/** A style sheet or picture: its ending names no language. */
function isNoCode(name: string): boolean {
  return /[^/]\.[^./]+$/.test(name) && languageOf(name) === null;
}

function pathsByStem(survey: SurveyedCodebase): Map<string, string[]> {
  const byName = new Map<string, string[]>();
  const { elements } = survey;
  for (let e = 1; e < elements.firstExternal; e++) {
    if (elements.kind[e] !== KIND.file && elements.kind[e] !== KIND.folder) continue;
    const path = elements.key[e];
    const name = stem(path.slice(path.lastIndexOf('/') + 1));
    const known = byName.get(name);
    if (known) known.push(path);
    else byName.set(name, [path]);
  }
  return byName;
}

const LISTED = 3;

/** The more of a gap's path a file shares, the likelier it is meant. A root alone above one shared part is a guess. */
function rootsOf(name: string, byName: Map<string, string[]>): string[] {
  const wanted = name.split('/').filter((part) => part !== '..' && part !== '.');
  const last = stem(wanted.at(-1) ?? '');
  const scored = (byName.get(last) ?? []).map((path) => {
    const parts = path.split('/');
    let shared = 1;
    while (shared < Math.min(parts.length, wanted.length) && parts.at(-1 - shared) === wanted.at(-1 - shared))
      shared++;
    return {
      shared,
      root: parts.slice(0, parts.length - wanted.length).join('/') || '.',
      isWhole: shared === wanted.length,
    };
  });
  return [
    ...new Set(
      scored
        .filter(({ isWhole }) => isWhole)
        .sort((a, b) => b.shared - a.shared || a.root.length - b.root.length)
        .map(({ root }) => root),
    ),
  ].slice(0, LISTED);
}

function stem(name: string): string {
  const dot = name.indexOf('.', 1);
  return dot < 0 ? name : name.slice(0, dot);
}
