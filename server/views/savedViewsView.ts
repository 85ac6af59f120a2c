import { groupWithKey, parseGroupKey } from '../../core/arrangement/arrangement.ts';
import { endsIn, subjectOf } from '../../core/arrangement/ends.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../problem.ts';
import { savedFiles, savedViews, type SavedView } from '../store/savedViews.ts';
import { shortlists } from '../store/shortlists.ts';
import { elementOf } from './surveyAccess/elements.ts';
import { arrangementOf, arrangementsOf, isInScope, scopeOf } from './surveyAccess/scope.ts';
import { testElements } from './surveyAccess/tests.ts';
import { pictureState } from './graphQuery/pictureState.ts';
import { wholeAddress, type ViewRequest } from './viewRequest.ts';

/** What came and went in a picture since it was saved. */
export interface SavedNews {
  /** Files that its scope has now and had not then, and the other way round: how many, and the first few. */
  came: { count: number; first: string[] };
  gone: { count: number; first: string[] };
  /** What the picture names that is not there any more: elements, groups, a plan, a shortlist; in words. */
  missing: string[];
}

export interface ShownSavedView extends SavedView {
  /** Null for one that is of its own survey. */
  news: SavedNews | null;
}

/** So many of what came and went are named. */
const NAMED = 5;
/** Parameters of addresses that name elements and groups. */
const naming = ['in', 'focus', 'around', 'until', 'open', 'with', 'file', 'beside'];

/** The saved views of a codebase, with what became of each. */
export function savedViewsView(view: ViewRequest): ShownSavedView[] {
  const { store, codebase } = view;
  return savedViews(store, codebase.id).map((saved) => ({
    ...saved,
    news: saved.surveyId === null ? newsOf(view, saved) : null,
  }));
}

/** Paths of the files in the scope of an address, as far as tests count there; none where the scope is gone. */
export function filesShown(survey: SurveyedCodebase, params: URLSearchParams): string[] {
  const { by, in: scoped, tests } = pictureState(params);
  const isTest = tests === 'in' ? null : testElements(survey);
  try {
    const scope = scopeOf(survey, by, scoped);
    return survey.files
      .filter(({ element }) => isInScope(scope, element) && isTest?.[element] !== 1)
      .map(({ path }) => path);
  } catch (error) {
    if (error instanceof Problem) return [];
    throw error;
  }
}

function newsOf({ store, codebase, survey, plans }: ViewRequest, saved: SavedView): SavedNews {
  const params = wholeAddress(store, codebase.id, new URLSearchParams(saved.search));
  const { plan, list, overlay } = pictureState(params);
  const [then, now] = [new Set(savedFiles(store, saved.id)), new Set(filesShown(survey, params))];
  const lists = new Set(shortlists(store, codebase.id).map(({ id }) => id));
  const missing = naming
    .flatMap((name) => params.getAll(name))
    .flatMap((end) => endsIn(end).map(subjectOf))
    .filter((key) => key !== '' && !isThere(survey, key));
  if (plan !== null && !plans.all.some(({ id }) => id === plan)) missing.push(`plan ${plan}`);
  for (const id of [list, overlay]) if (id !== null && !lists.has(id)) missing.push(`shortlist ${id}`);
  return {
    came: told([...now].filter((path) => !then.has(path))),
    gone: told([...then].filter((path) => !now.has(path))),
    missing: [...new Set(missing)],
  };
}

function told(paths: readonly string[]): SavedNews['came'] {
  return { count: paths.length, first: paths.slice(0, NAMED) };
}

function isThere(survey: SurveyedCodebase, key: string): boolean {
  const id = parseGroupKey(key)?.id;
  if (id !== undefined)
    return arrangementsOf(survey).includes(id) && groupWithKey(arrangementOf(survey, id), key) !== undefined;
  return elementOf(survey, key) !== undefined;
}
