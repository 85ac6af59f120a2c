import { lookedAt } from '../store/lookedAt.ts';
import type { ArrangementId } from '../../core/arrangement/arrangement.ts';
import { marker } from '../../core/marks/marking.ts';
import { EVERYTHING_RESOLVED } from '../../core/graph/rollUp.ts';
import { z } from 'zod';
import { Problem } from '../problem.ts';
import { planFileOfPlan } from '../plans/planFile.ts';
import { readComments } from '../plans/readComments.ts';
import type { SentEdit } from '../plans/planForm.ts';
import { markings } from '../store/marks.ts';
import { addedFiles, namedStates } from '../store/modulePlans.ts';
import type { SearchPart } from '../search/textSearch.ts';
import { notes } from '../store/notes.ts';
import { shortlist, shortlists } from '../store/shortlists.ts';
import { completenessOfSurvey, intakeOf, rulesOf, surveys } from '../store/surveys.ts';
import { aroundQuery } from './aroundQuery.ts';
import { aroundView } from './aroundView.ts';
import { cardView } from './cardView.ts';
import { comparisonView, completenessView } from './completenessView.ts';
import { cyclesView } from './cyclesView.ts';
import { declaredView } from './declaredView.ts';
import { documentView } from './documentView.ts';
import { dossierView } from './dossierView.ts';
import { findView, foundKeys } from './finderView.ts';
import { brokenInPicture, graphQuestion } from './graph/graphQuestion.ts';
import { graphFile } from './graph/graphFile.ts';
import type { GraphFormat } from './graph/graphFormats.ts';
import { graphView } from './graph/graphView.ts';
import { measuresOfBoxes } from './graph/measuredNodes.ts';
import { whereReferencesLead } from '../../core/barrels.ts';
import { placesLedOn } from './surveyAccess/references.ts';
import { matrixView } from './matrixView.ts';
import { measuresQuery } from './measuresQuery.ts';
import { measuresCsv, measuresFor, measuresView } from './measuresView.ts';
import { shownNotes } from './notesView.ts';
import { outlineView } from './outlineView.ts';
import { overviewView } from './overviewView.ts';
import { evidenceChoice } from './graphQuery/evidenceChoice.ts';
import { claimQuestion, evidenceView } from './graphQuery/evidenceView.ts';
import { filterOf, kindChoices, type KindChoice } from './graphQuery/filters.ts';
import { neighbours } from './graphQuery/neighbours.ts';
import { comparedView } from './plan/comparedView.ts';
import { straysView } from './plan/straysView.ts';
import { interfaceView } from './plan/interfaceView.ts';
import { planExport } from './plan/planExport.ts';
import { planView } from './plan/planView.ts';
import { planAfter, planEffect, planRead } from './plan/editedPlan.ts';
import { planFrom, type PlanAsked } from './plan/planProposal.ts';
import { brokenAround } from './rules/brokenAround.ts';
import { orderProposal } from './rules/orderProposal.ts';
import type { RulesEdit } from './rules/editRules.ts';
import { rulesAfter, rulesFile, rulesToTakeOver } from './rules/rulesTasks.ts';
import { judgementOf, rulesView } from './rules/rulesView.ts';
import { filesShown, savedViewsView } from './savedViewsView.ts';
import { scopeView } from './scopeView.ts';
import { completed, inverted, shortlistPage, shortlistSummary } from './shortlistView.ts';
import { needed } from './needed.ts';
import { constructsPage, sourcePage } from './sourcePage.ts';
import { startingSet } from './startingSet.ts';
import { textQuery } from './textQuery.ts';
import { placedMatches, searchedPaths } from './textSearchView.ts';
import { typesView } from './typesView.ts';
import { unusedView } from './unusedView.ts';
import { pictureMarks, type ViewRequest } from './viewRequest.ts';

/**
 * All that is worked out from a survey for a page or an export: from the request, and what is given beside the address,
 * to plain data. Each is carried out in a thread, by `ask`.
 */
export const views = {
  overview(view: ViewRequest) {
    const { survey, question, scope, params } = view;
    const intake = intakeOf(view.store, view.record.id);
    return {
      overview: overviewView(survey, intake, { ...question, scope, open: params.getAll('open') }),
      scope: scopeView(survey, scope),
    };
  },

  matrix(view: ViewRequest) {
    const { survey, question, scope, params } = view;
    const order = z.enum(['level', 'name']).catch('level').parse(params.get('order'));
    const flat = params.get('flat') === '1';
    const open = params.has('open') ? params.getAll('open') : null;
    const marks = pictureMarks(view);
    return {
      order,
      flat,
      picture: matrixView(survey, {
        ...question,
        scope,
        open,
        flat,
        order,
        marked: marks.marked,
        noted: marks.noted,
        broken: brokenInPicture(view),
      }),
      scope: scopeView(survey, scope),
      unreadRules: judgementOf(view).problem,
    };
  },

  graph(view: ViewRequest) {
    const { survey, scope, plans } = view;
    const asked = graphQuestion(view);
    return {
      query: asked.query,
      plan: plans.shown,
      picture: graphView(survey, asked),
      scope: scopeView(survey, scope),
      measures: measuresOfBoxes(asked.grain),
      unreadRules: judgementOf(view).problem,
      /** Other surveys that this one can be compared with. */
      others: otherSurveys(view),
    };
  },

  graphFile(
    view: ViewRequest,
    { format, ...shown }: { format: GraphFormat; caption: string; theme: 'light' | 'dark' },
  ) {
    const markOf = marker(markings(view.store, view.codebase.id));
    return graphFile(graphView(view.survey, graphQuestion(view)), format, { ...shown, markOf });
  },

  cycles({ survey, written, question, scope, params }: ViewRequest) {
    const led = whereReferencesLead(written);
    return {
      picture: cyclesView(survey, {
        ...question,
        scope,
        barrels: led === written ? null : { written, led },
        cycle: params.get('cycle'),
        through: params.get('through'),
      }),
      scope: scopeView(survey, scope),
    };
  },

  measures(view: ViewRequest) {
    const { survey, scope, withTests, params } = view;
    const query = measuresQuery(params);
    return {
      query,
      table: measuresView(survey, { ...query, scope, withTests, ...pictureMarks(view) }),
      catalogue: measuresFor(query.kind),
      scope: scopeView(survey, scope),
    };
  },

  measuresCsv({ survey, scope, withTests, only, codebase, params }: ViewRequest) {
    const query = measuresQuery(params);
    return {
      name: `${codebase.name}-${query.kind}-measures.csv`,
      text: measuresCsv(survey, { ...query, scope, withTests, only: only?.marks }),
    };
  },

  async dossier(view: ViewRequest) {
    const { survey, readText, state, question } = view;
    const focus = needed(state.focus, 'focus');
    return {
      ...(await dossierView(survey, readText, { focus, question })),
      breaks: brokenAround(view, focus),
      ledOn: placesLedOn(view.written, survey, focus),
    };
  },

  async evidence({ survey, readText, state, question, params }: ViewRequest) {
    const from = needed(state.from, 'from');
    const to = needed(state.to, 'to');
    const page = z.coerce.number().int().min(0).catch(0).parse(params.get('places'));
    const asked = state.via === null ? question : claimQuestion(survey, from, to, question, state.via);
    return evidenceView(survey, readText, {
      question: asked,
      from,
      to,
      page,
      choice: evidenceChoice(params),
    });
  },

  /** One step of a tree of uses. */
  uses({ survey, params, state, withTests }: ViewRequest) {
    const key = needed(params.get('key'), 'key');
    const asked = stepQuery.safeParse(Object.fromEntries(params));
    if (!asked.success) throw new Problem('badRequest', 'A step of uses leads up (uses) or down (usedBy).');
    const { direction, of, limit } = asked.data;
    const filter = filterOf(of, state.certainty);
    return { key, ...neighbours(survey, key, { direction, filter, withTests, limit }) };
  },

  find: (view: ViewRequest) => findView(view),

  async card({ survey, readText, params }: ViewRequest) {
    return cardView(survey, readText, needed(params.get('key'), 'key'));
  },

  async around(view: ViewRequest) {
    const { survey, params, state, question, scope, store, codebase, record } = view;
    const query = aroundQuery(params);
    // What is looked at stays while one clicks through what is around it.
    const start = (await startingSet(view)) ?? params.get('around') ?? state.focus;
    return {
      query,
      around: start === null ? null : aroundView(survey, start, question, query),
      scope: scopeView(survey, scope),
      /** So many imports of it count where they lead. */
      ledOn: start !== null && typeof start === 'string' ? placesLedOn(view.written, survey, start) : 0,
      /** Sets from which can be started. */
      lists: shortlists(store, codebase.id).map(({ id, name, keys }) => ({ id, name, count: keys.length })),
      others: otherSurveys(view),
      hasCommits: record.commitHash !== null,
    };
  },

  types: (view: ViewRequest) => typesView(view),

  source: (view: ViewRequest) => sourcePage(view),

  outline: ({ survey, params }: ViewRequest) => outlineView(survey, needed(params.get('file'), 'file')),

  constructs: (view: ViewRequest) => constructsPage(view),

  async document({ survey, readText, store, record, params }: ViewRequest) {
    const path = needed(params.get('file'), 'file');
    return documentView(survey, intakeOf(store, record.id), readText, path);
  },

  plan(view: ViewRequest) {
    const { survey, store, plans, params, withTests, scope, question } = view;
    const { id } = view.codebase;
    const { shown } = plans;
    const page = planView(survey, {
      plans: plans.all,
      plan: shown,
      states: shown === null ? [] : namedStates(store, id, shown.id),
      added: shown === null ? [] : addedFiles(store, id, shown.id),
      content: plans.content(),
      open: params.get('module'),
      withTests,
      filter: question.filter,
      broken: judgementOf(view).broken,
    });
    const isInterface = params.get('look') === 'interface';
    return {
      page,
      interface: isInterface ? interfaceView(survey, plans.content(), page.open, question) : null,
      scope: scopeView(survey, scope),
      unreadRules: judgementOf(view).problem,
    };
  },

  compare: (view: ViewRequest) => ({ page: comparedView(view) }),

  rules: (view: ViewRequest) => rulesView(view),

  declared: ({ survey, params, withTests }: ViewRequest) => ({
    page: declaredView(survey, { show: params.get('show'), withTests }),
  }),

  unused: (view: ViewRequest) => ({ ...unusedView(view), scope: scopeView(view.survey, view.scope) }),

  rulesToTakeOver: (view: ViewRequest) => rulesToTakeOver(view),

  rulesAfter: (view: ViewRequest, edit: RulesEdit) => rulesAfter(view, edit),

  rulesFile: (view: ViewRequest) => rulesFile(view),

  proposedOrder: (view: ViewRequest, by: ArrangementId) => orderProposal(view, by),

  strays: (view: ViewRequest) => ({ page: straysView(view), scope: scopeView(view.survey, view.scope) }),

  /** A plan with its files written out, and as it is kept: folders, and what stands otherwise in them. */
  planFile: ({ survey, plans }: ViewRequest) => planExport(survey, plans.content()),
  shortPlanFile: ({ plans }: ViewRequest) => planFileOfPlan(plans.content()),

  editedPlan: (view: ViewRequest, edit: SentEdit) =>
    planAfter(view.survey, view.plans.content(), edit, keysOfLists(view)),

  planEffect: (view: ViewRequest, edit: SentEdit) =>
    planEffect(view.survey, view.plans.content(), edit, { ...view.question, keysOf: keysOfLists(view) }),

  readPlan: ({ survey }: ViewRequest, file: { name: string; text: string }) => planRead(survey, file),

  /** A plan as it is proposed; what is settled in the one at hand stays. */
  async proposedPlan({ survey, plans, readText }: ViewRequest, asked: PlanAsked) {
    const comments = asked.names > 0 ? await readComments(survey, readText) : undefined;
    return planFrom(survey, plans.content(), asked, comments);
  },

  async completeness({ survey, readText, store, record, codebase, params }: ViewRequest) {
    const [left, right] = params.getAll('compare');
    return {
      page: completenessView(survey, completenessOfSurvey(store, record.id), {
        rules: codebase.rules,
        settled: lookedAt(store, codebase.id),
      }),
      comparison: left && right ? await comparisonView(survey, readText, left, right) : null,
      /** True when decisions were made that the survey does not know of. */
      differs: JSON.stringify(rulesOf(store, record.id)) !== JSON.stringify(codebase.rules),
    };
  },

  /** All notes, or those on one element. */
  notes({ survey, store, codebase, params }: ViewRequest) {
    const on = params.get('on');
    const all = notes(store, codebase.id);
    return { on, notes: shownNotes(survey, on === null ? all : all.filter(({ key }) => key === on)) };
  },

  text({ survey, scope, params }: ViewRequest) {
    return { query: textQuery(params), scope: scopeView(survey, scope) };
  },

  /** Which files a search in texts goes through. */
  searchedPaths({ survey, scope, withTests, only, record, params }: ViewRequest) {
    const query = textQuery(params);
    const paths = searchedPaths(survey, { scope, glob: query.glob, withTests, only: only?.marks });
    return { query, paths, surveyId: record.id, commit: record.commitHash };
  },

  placedMatches({ survey }: ViewRequest, part: SearchPart) {
    return placedMatches(survey, part);
  },

  /** The codebase's shortlists, and one of them in full when it is asked for. */
  shortlists({ survey, store, codebase, params }: ViewRequest) {
    const lists = shortlists(store, codebase.id);
    const asked = lists.find(({ id }) => id === Number(params.get('open')));
    return {
      lists: lists.map((list) => shortlistSummary(survey, list)),
      open: asked ? shortlistPage(survey, asked) : null,
    };
  },

  shortlistMembers({ survey, store, codebase }: ViewRequest, id: number) {
    const list = shortlist(store, codebase.id, id);
    return { list, members: shortlistPage(survey, list).members };
  },

  savedViews: (view: ViewRequest) => savedViewsView(view),

  filesShown: ({ survey, params }: ViewRequest) => filesShown(survey, params),

  foundKeys: ({ survey }: ViewRequest, typed: string) => foundKeys(survey, typed),

  inverted: ({ survey }: ViewRequest, keys: string[]) => inverted(survey, keys),

  completed: (
    { survey }: ViewRequest,
    { keys, direction, steps }: { keys: string[]; direction: 'uses' | 'usedBy'; steps: number },
  ) => completed(survey, keys, { direction, steps, filter: EVERYTHING_RESOLVED }),
};

export type Views = typeof views;
export type ViewName = keyof Views;
/** What is given to a view beside the address; undefined for most. */
export type Given<Name extends ViewName> = Parameters<Views[Name]>[1];
export type Answer<Name extends ViewName> = Awaited<ReturnType<Views[Name]>>;
/** What the page is sent of a view that is a part of it: a problem is said in the part's own place. */
export type Part<Name extends ViewName> = { answer: Answer<Name> } | { problem: string };

const MAX_LISTED = 300;

const kindNames = Object.keys(kindChoices) as [KindChoice, ...KindChoice[]];
const stepQuery = z.object({
  direction: z.enum(['uses', 'usedBy']),
  of: z.enum(kindNames).catch('any'),
  limit: z.coerce.number().int().min(1).max(100_000).catch(MAX_LISTED),
});

/** The other surveys of a codebase, the newest first. */
function otherSurveys({
  store,
  codebase,
  record,
}: ViewRequest): { id: number; surveyedAt: string; commitHash: string | null }[] {
  return surveys(store, codebase.id)
    .filter(({ id }) => id !== record.id)
    .map(({ id, surveyedAt, commitHash }) => ({ id, surveyedAt, commitHash }));
}

function keysOfLists({ store, codebase }: ViewRequest): (id: number) => string[] {
  return (id) => shortlist(store, codebase.id, id).keys;
}
