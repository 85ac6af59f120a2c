import { KIND } from '../facts/fileFacts.ts';
import type { Gap } from '../link/linked.ts';
import type { SurveyedCodebase } from '../survey.ts';

/** Folders in which what a gap names would be found, the likeliest first: candidates for a source root. */
export function gapRoots(survey: SurveyedCodebase, gaps: Gap[]): string[][] {
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
  return gaps.map(({ name, kind, reason }) =>
    kind !== 'module' || reason === 'computed' || reason === 'leftOut' ? [] : rootsOf(name, byName),
  );
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
      root: parts.slice(0, parts.length - wanted.length).join('/'),
      isWhole: shared === wanted.length,
    };
  });
  return [
    ...new Set(
      scored
        .filter(({ isWhole, root }) => isWhole && root !== '')
        .sort((a, b) => b.shared - a.shared || a.root.length - b.root.length)
        .map(({ root }) => root),
    ),
  ].slice(0, LISTED);
}

function stem(name: string): string {
  const dot = name.indexOf('.', 1);
  return dot < 0 ? name : name.slice(0, dot);
}
