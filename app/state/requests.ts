import { data } from 'react-router';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { Problem } from '../../server/problem.ts';
import { runtime, type Runtime } from '../../server/runtime.ts';
import { notedKeys } from '../../server/store/notes.ts';
import { textReader, type ReadText } from '../../server/source/readText.ts';
import { codebase, workplaceOf, type Codebase } from '../../server/store/codebases.ts';
import { keptText } from '../../server/store/keptTexts.ts';
import { latestSurvey, surveyedHash, type SurveyRecord } from '../../server/store/surveys.ts';
import { shortlists, type Shortlist } from '../../server/store/shortlists.ts';
import { listedElements } from '../../server/views/shortlistView.ts';
import { scopeElement } from '../../server/views/remembered.ts';
import { filterOf } from '../../server/views/filters.ts';
import type { DependencyFilter } from '../../core/graph/rollUp.ts';
import { pictureState, type PictureState } from './pictureState.ts';

/** Turns a problem into a response that says it in one sentence. */
export function answering<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    throw data(error.message, { status: error.code === 'notFound' ? 404 : 400 });
  }
}

/** The same for work that takes its time. */
export async function answeringAsync<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    return answering(() => {
      throw error;
    });
  }
}

export function requestedCodebase(params: { codebaseId: string }): { runtime: Runtime; codebase: Codebase } {
  const current = runtime();
  return { runtime: current, codebase: answering(() => codebase(current.store, Number(params.codebaseId))) };
}

/** Everything a view's loader starts from: the survey, and the picture that the address asks for. */
export interface ViewRequest {
  runtime: Runtime;
  codebase: Codebase;
  record: SurveyRecord;
  survey: SurveyedCodebase;
  params: URLSearchParams;
  state: PictureState;
  filter: DependencyFilter;
  scope: number;
  withTests: boolean;
  /** The shortlist that the picture is confined to, with its elements marked 1 and what is above them 2. */
  only: { list: Shortlist; marks: Uint8Array } | null;
  /** The shortlist that is marked on the picture. */
  overlay: { list: Shortlist; marks: Uint8Array } | null;
  /** Reads files of the codebase as the survey saw them, or as they are now. */
  readText: ReadText;
}

/** The request of a view; null while the codebase has no finished survey. */
export function viewRequest(request: Request, params: { codebaseId: string }): ViewRequest | null {
  const { runtime: current, codebase: opened } = requestedCodebase(params);
  const record = latestSurvey(current.store, opened.id);
  if (!record) return null;
  const url = new URL(request.url);
  const state = pictureState(url.searchParams);
  return answering(() => {
    const survey = current.survey(record.id);
    const listed = (id: number | null): ViewRequest['only'] => {
      const list =
        id === null ? undefined : shortlists(current.store, opened.id).find((own) => own.id === id);
      return list ? { list, marks: listedElements(survey, list.keys) } : null;
    };
    return {
      runtime: current,
      codebase: opened,
      record,
      survey,
      params: url.searchParams,
      state,
      filter: filterOf(state.kinds, state.certainty),
      scope: scopeElement(survey, state.in),
      withTests: state.tests === 'in',
      only: listed(state.list),
      overlay: listed(state.overlay),
      readText: textReader(opened, record.commitHash, workplaceOf(current.store, opened.id), (path) => {
        const hash = surveyedHash(current.store, record.id, path);
        return hash === null ? null : keptText(current.store, hash);
      }),
    };
  });
}

/** What a picture is confined to and what it marks, as marks over elements: of shortlists and of notes. */
export function pictureMarks({ only, overlay, survey, runtime: { store }, codebase: { id } }: ViewRequest) {
  return {
    only: only?.marks,
    marked: overlay?.marks,
    noted: listedElements(survey, notedKeys(store, id)),
  };
}

/** State may only be changed from Yletope's own pages. */
export function requireSameOrigin(request: Request): void {
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const isForeign =
    site !== null
      ? site !== 'same-origin'
      : origin !== null && new URL(origin).host !== new URL(request.url).host;
  if (isForeign) throw data('This request came from another site and was refused.', { status: 403 });
}
