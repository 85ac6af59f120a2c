import { changedPaths } from '../source/git/changedPaths.ts';
import { repositoryOf } from '../source/git/repository.ts';
import { Problem } from '../problem.ts';
import { workplaceOf } from '../store/codebases.ts';
import { shortlist } from '../store/shortlists.ts';
import { surveyedHashes } from '../store/surveys.ts';
import { elementOf } from './surveyAccess/elements.ts';
import { listedElements } from './shortlistView.ts';
import type { ViewRequest } from './viewRequest.ts';

/** Several elements that are looked at as if they were one: what a shortlist holds, or what was changed. */
export interface StartingSet {
  /** What it is called. */
  name: string;
  /** Keys of what is in it and in the survey. */
  keys: string[];
  /** Elements in it, with all they hold: 1; anything else for what is not meant. */
  marks: Uint8Array;
}

/**
 * The set that an address names in `set`: `list:3` a shortlist, `since:7` the files that differ from another survey, `commits:main` those
 * that differ from a branch, tag or commit; null where it names none. Throws a Problem for what is not there.
 */
export async function startingSet(view: ViewRequest): Promise<StartingSet | null> {
  const asked = view.params.get('set');
  if (asked === null) return null;
  const at = asked.indexOf(':');
  const [sort, of] = [asked.slice(0, at), asked.slice(at + 1)];
  switch (sort) {
    case 'list': {
      const { name, keys } = shortlist(view.store, view.codebase.id, Number(of));
      return setOf(view, `the shortlist ${name}`, keys);
    }
    case 'since': {
      const then = view.at(Number(of)).record;
      const when = then.surveyedAt.slice(0, 16).replace('T', ' ');
      return setOf(view, `what changed since the survey of ${when}`, changedSince(view, then.id));
    }
    case 'commits':
      return setOf(view, `what changed since ${of}`, await changedInCommits(view, of));
    default:
      throw new Problem('badRequest', 'A set is a shortlist, or what changed since a survey or a commit.');
  }
}

function setOf({ survey }: ViewRequest, name: string, keys: readonly string[]): StartingSet {
  const known = keys.filter((key) => elementOf(survey, key) !== undefined);
  const counted = known.length === 1 ? '1 element' : `${known.length.toLocaleString('en')} elements`;
  return { name: `${name} (${counted})`, keys: known, marks: listedElements(survey, known) };
}

/** Files that the other survey does not have, or has with another content. */
function changedSince({ store, record }: ViewRequest, surveyId: number): string[] {
  const [then, now] = [surveyId, record.id].map((id) => surveyedHashes(store, id));
  return [...now].filter(([path, hash]) => then.get(path) !== hash).map(([path]) => path);
}

async function changedInCommits({ codebase, record, store }: ViewRequest, ref: string): Promise<string[]> {
  const repository = repositoryOf(codebase, workplaceOf(store, codebase.id));
  if (repository === undefined || record.commitHash === null)
    throw new Problem('badRequest', 'This survey is of no commit of a repository.');
  return changedPaths(repository, { from: ref, to: record.commitHash }, codebase.address);
}
