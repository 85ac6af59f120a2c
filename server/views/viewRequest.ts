import type { SurveyedCodebase } from '../../core/survey.ts';
import { textReader, type ReadText } from '../source/readText.ts';
import { codebase, workplaceOf, type Codebase } from '../store/codebases.ts';
import type { Store } from '../store/database.ts';
import { keptAddress } from '../store/keptAddresses.ts';
import { keptText } from '../store/keptTexts.ts';
import { modulePlan, modulePlans, planRecord, type PlanRecord } from '../store/modulePlans.ts';
import { notedKeys } from '../store/notes.ts';
import { shortlists, type Shortlist } from '../store/shortlists.ts';
import { surveyShown, surveyedHash, type SurveyRecord } from '../store/surveys.ts';
import { emptyPlan, type ModulePlan } from '../../core/plan/modulePlan.ts';
import { countedBy } from './surveyAccess/references.ts';
import { scopeOf, takePlan, type Scope } from './surveyAccess/scope.ts';
import type { PictureQuestion } from './graphQuery/arranged.ts';
import { joinedAddress, KEPT } from './graphQuery/address.ts';
import { filterOf } from './graphQuery/filters.ts';
import { pictureState, type PictureState } from './graphQuery/pictureState.ts';
import { listedElements } from './shortlistView.ts';

/** What views are worked out from: the store, and surveys held in memory. */
export interface ViewContext {
  store: Store;
  survey(id: number): SurveyedCodebase;
}

/** Everything a view starts from: the survey, and the picture that the address asks for. */
export interface ViewRequest {
  store: Store;
  codebase: Codebase;
  record: SurveyRecord;
  /** References counted where they lead, or as written, as the address has it. */
  survey: SurveyedCodebase;
  /** The survey as the code is written: what the text of a file says, and rules and entry points go by. */
  written: SurveyedCodebase;
  params: URLSearchParams;
  state: PictureState;
  /** The question of the picture: how figures are counted, and evidence found. */
  question: PictureQuestion;
  scope: Scope;
  withTests: boolean;
  /** The shortlist that the picture is confined to, with its elements marked 1 and what is above them 2. */
  only: { list: Shortlist; marks: Uint8Array } | null;
  /** The shortlist that is marked on the picture. */
  overlay: { list: Shortlist; marks: Uint8Array } | null;
  /** The same question put to another survey of the codebase. Throws a Problem (`notFound`) for one that is gone. */
  at: (surveyId: number) => { record: SurveyRecord; survey: SurveyedCodebase; question: PictureQuestion };
  /** Plans of modules, and the one by which things may stand. */
  plans: { all: PlanRecord[]; shown: PlanRecord | null; content: () => ModulePlan };
  /** Reads files of the codebase as the survey saw them, or as they are now. */
  readText: ReadText;
}

/**
 * The request of a view; null while the codebase has no finished survey. Throws a Problem (`notFound`) for a codebase, a
 * survey or a group that is not there.
 */
export function viewRequest(
  { store, survey: surveyOf }: ViewContext,
  codebaseId: number,
  search: string,
): ViewRequest | null {
  const opened = codebase(store, codebaseId);
  const params = wholeAddress(store, opened.id, new URLSearchParams(search));
  const state = pictureState(params);
  const record = surveyShown(store, opened.id, state.survey);
  if (!record) return null;
  const plans = plansOf(store, opened.id, state.plan);
  const arrangedById = (id: number): Pick<ViewRequest, 'survey' | 'written'> => {
    const written = surveyOf(id);
    const survey = countedBy(written, state.barrels);
    const shown = plans.shown === null ? '' : `${plans.shown.id} ${plans.shown.revision}`;
    for (const each of new Set([survey, written])) takePlan(each, plans.content, shown);
    return { survey, written };
  };
  const { survey, written } = arrangedById(record.id);
  const listed = (id: number | null, of = survey): ViewRequest['only'] => {
    const list = id === null ? undefined : shortlists(store, opened.id).find((own) => own.id === id);
    return list ? { list, marks: listedElements(of, list.keys) } : null;
  };
  const only = listed(state.list);
  const withTests = state.tests === 'in';
  const questionOf = (confined: ViewRequest['only']): PictureQuestion => ({
    by: state.by,
    grain: state.grain,
    filter: filterOf(state.kinds, state.certainty),
    withTests,
    only: confined && { marks: confined.marks, name: JSON.stringify(confined.list.keys) },
  });
  return {
    store,
    codebase: opened,
    record,
    survey,
    written,
    params,
    state,
    question: questionOf(only),
    scope: scopeOf(survey, state.by, state.in),
    withTests,
    only,
    overlay: listed(state.overlay),
    plans,
    at(surveyId) {
      const other = surveyShown(store, opened.id, surveyId)!;
      const { survey: otherSurvey } = arrangedById(other.id);
      return {
        record: other,
        survey: otherSurvey,
        question: questionOf(listed(state.list, otherSurvey)),
      };
    },
    readText: textReader(opened, record.commitHash, workplaceOf(store, opened.id), (path) => {
      const hash = surveyedHash(store, record.id, path);
      return hash === null ? null : keptText(store, hash);
    }),
  };
}

/** The plan that an address names, or the newest; a Problem (`notFound`) for one that is gone. */
function plansOf(store: Store, codebaseId: number, id: number | null): ViewRequest['plans'] {
  const all = modulePlans(store, codebaseId);
  const shown = id === null ? (all[0] ?? null) : planRecord(store, codebaseId, id);
  // What it says is read only where it is asked for: most requests find the survey arranged by it already.
  return {
    all,
    shown,
    content: () => (shown === null ? emptyPlan : modulePlan(store, codebaseId, shown.id)),
  };
}

/** An address with what is kept of it spelt out. Throws a Problem (`notFound`) for something that is not kept here. */
export function wholeAddress(store: Store, codebaseId: number, params: URLSearchParams): URLSearchParams {
  const id = params.get(KEPT);
  return id === null ? params : joinedAddress(params, keptAddress(store, codebaseId, id));
}

/** What a picture marks and is confined to, as marks over elements: of shortlists and of notes. */
export function pictureMarks({ only, overlay, survey, store, codebase: { id } }: ViewRequest) {
  return {
    only: only?.marks,
    marked: overlay?.marks,
    noted: listedElements(survey, notedKeys(store, id)),
  };
}
