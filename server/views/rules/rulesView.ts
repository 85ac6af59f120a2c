import type { ArrangementId } from '../../../core/arrangement/arrangement.ts';
import { brokenRows, rowsIn, type BrokenRows } from '../../../core/judge/brokenLinks.ts';
import { judged } from '../../../core/judge/judged.ts';
import type { Judged } from '../../../core/judge/judgedSurvey.ts';
import {
  orderPicture,
  placedOrder,
  type OrderPicture,
  type PlacedOrder,
} from '../../../core/judge/kinds/order/placedOrder.ts';
import { repairs, type Repair } from '../../../core/judge/kinds/order/repairs.ts';
import type { OrderRule } from '../../../core/judge/kinds/order/orderRule.ts';
import { isUse, sentenceOfRule, type Rule } from '../../../core/judge/kinds/registry.ts';
import type { Exception } from '../../../core/judge/violation.ts';
import type { Judgement, RuleBook } from '../../../core/judge/rules.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { ruleBook, type RuleBookRecord } from '../../store/ruleBooks.ts';
import { elementOf } from '../surveyAccess/elements.ts';
import { arrangementOf, arrangementsOf } from '../surveyAccess/scope.ts';
import { surveyMemo } from '../surveyAccess/surveyMemo.ts';
import { testElements } from '../surveyAccess/tests.ts';
import type { ViewRequest } from '../viewRequest.ts';
import { editedRules } from './editRules.ts';
import { rulesInUse, type RulesInUse } from './readRules.ts';
import { rulesPlan, type RulesPlan } from './rulesPlan.ts';
import { notesOf, sentenceOfException } from './ruleWords.ts';

/** The name of the file in which a codebase says its own rules. */
export const RULES_FILE = 'yletope.yaml';

/** What breaks a rule between two files, whatever the kinds: what evidence shows for them, with the rule's choices. */
export interface BrokenPair {
  from: string;
  to: string;
  /** True for one file that uses another, or an external; else `to` is what is measured, or ''. */
  isUse: boolean;
  /** Whether its evidence counts tests: where the rule does, and where one of both files is a test. */
  tests: 'in' | 'out';
  /** Of cycles their members, of measures what they come to; '' for uses. */
  words: string;
  /** Kinds of references, and how many of each. */
  kinds: [kind: string, count: number][];
  /** Lines of `from`, ascending, as many as there are references. */
  lines: number[];
  /** The exception that accepts all of it; null for none. */
  accepted: string | null;
}

/** Breaks of a rule from one group to another; of rules that know no groups, all of them. */
export interface Breaks {
  /** By which an address names it. */
  id: string;
  rule: string;
  /** Groups of the order; '' for a rule without. */
  from: string;
  to: string;
  /** References that nobody accepted, and those that somebody did. */
  references: number;
  accepted: number;
  /** In so many pairs of files. */
  count: number;
  /** Those pairs, of the breaks that are open, and of the part that is looked at, which begins with the pair of this place. */
  pairs: BrokenPair[];
  first: number;
}

export interface RuleLine {
  name: string;
  severity: Rule['severity'];
  sort: Rule['sort'];
  /** What it forbids, and why. */
  says: string;
  reason: string;
  references: number;
  accepted: number;
  isIdle: boolean;
  /** How evidence is asked for of what breaks it. */
  choices: { kinds: string; certainty: string };
}

export interface ExceptionLine {
  /** Its place in the book. */
  at: number;
  rule: string | null;
  says: string;
  reason: string;
  by: string;
  accepted: number;
  state: 'holds' | 'ended' | 'exceeded' | 'unneeded';
}

/** What the codebase's own file says beside what is kept here. */
export interface OwnRules {
  /** Why it cannot be read; null where it can. */
  problem: string | null;
  rules: number;
  /** What it would hide: breaks that its exceptions accept. */
  hides: number;
  /** Names of rules that only one of both has, or has otherwise; and whether exceptions are others. */
  differs: string[];
  /** How many of its decisions are about what is read. */
  intake: number;
}

export interface RulesPage {
  book: Pick<RuleBookRecord, 'revision' | 'undo' | 'redo'> & { text: string };
  /** Why the rules cannot be read; null where they can. There are none then, but as text. */
  problem: string | null;
  /** The edit that is only looked at. */
  trial: { rule: string; path: string; group: string } | null;
  rules: RuleLine[];
  order: (OrderPicture & Pick<OrderRule, 'sees' | 'within'> & { rule: string; repairs: Repair[] }) | null;
  breaks: Breaks[];
  exceptions: ExceptionLine[];
  /** What is out of order in the rules themselves, beside exceptions. */
  notes: string[];
  own: OwnRules | null;
  plan: RulesPlan;
  /** Arrangements whose groups could be put in an order. */
  ways: ArrangementId[];
}

/** So many pairs of files are shown of what is open. */
const PART = 60;

export function judgedSurvey(survey: SurveyedCodebase): Judged {
  return { survey, packages: () => arrangementOf(survey, 'packages'), isTest: testElements(survey) };
}

export const today = (): string => new Date().toISOString().slice(0, 10);

/** What a codebase is held to, by its references as written, and what came of it; worked out once for a survey and a text, which may be one that is only tried; `name` is what it is called where it cannot be read. */
export function judgementOf(
  { survey, written, store, codebase }: Pick<ViewRequest, 'survey' | 'written' | 'store' | 'codebase'>,
  text = ruleBook(store, codebase.id).text,
  name?: string,
): JudgedByRules {
  const day = today();
  const asWritten = judgedBy(written, day, text, name);
  return survey === written ? asWritten : whereItLeads(survey, day, text, written, asWritten);
}

interface JudgedByRules extends RulesInUse {
  judgement: Judgement;
  broken: BrokenRows;
}

const judgedBy = surveyMemo(
  (written: SurveyedCodebase, day: string, text: string, name: string | undefined): JudgedByRules => {
    const { book, problem } = rulesInUse(text, name);
    const judgement = judged(judgedSurvey(written), book, day);
    return { book, problem, judgement, broken: brokenRows(judgement.violations) };
  },
  { keyOf: (day, text) => [day, text] },
);

/** The same, with its rows where references of barrels lead. */
const whereItLeads = surveyMemo(
  (
    survey: SurveyedCodebase,
    _day: string,
    _text: string,
    written: SurveyedCodebase,
    judged: JudgedByRules,
  ): JudgedByRules => ({
    ...judged,
    broken: rowsIn(survey.dependencies, written.dependencies, judged.broken),
  }),
  { keyOf: (day, text) => [day, text] },
);

/** The rules of a codebase, and what breaks them. */
export async function rulesView(view: ViewRequest): Promise<RulesPage> {
  const { written: survey, store, codebase, params } = view;
  const kept = ruleBook(store, codebase.id);
  const asked = trialOf(params);
  const text =
    asked === null || kept.text === '' || judgementOf(view).problem !== null
      ? kept.text
      : editedRules(kept.text, { do: 'place', rule: asked.rule, path: asked.path, group: asked.group });
  const { book, problem, judgement } = judgementOf(view, text);
  const orders = book.rules.filter((rule) => rule.sort === 'order');
  const shown = orders.find(({ name }) => name === params.get('rule')) ?? orders[0] ?? null;
  return {
    book: { revision: kept.revision, undo: kept.undo, redo: kept.redo, text: kept.text },
    problem,
    trial: problem === null ? asked : null,
    rules: book.rules.map((rule) => ruleLine(rule, judgement)),
    order: shown && orderShown(survey, shown),
    breaks: breaksOf(book, judgement, survey, params),
    exceptions: book.exceptions.map((exception, at) => exceptionLine(exception, at, judgement)),
    notes: notesOf({ ...judgement, unneeded: [], expired: [], exceeded: [], idle: [] }, book.rules),
    own: ownRules(view, await ownText(view), kept.text),
    plan: rulesPlan(view, book.plan),
    ways: arrangementsOf(survey),
  };
}

/** The groups of an order, and where they stand; worked out once. */
const placedOf = surveyMemo(
  (survey: SurveyedCodebase, rule: OrderRule): PlacedOrder => placedOrder(rule, judgedSurvey(survey)),
  { keyOf: (rule) => [JSON.stringify(rule)] },
);

/** An order as it is shown, with its cheapest repairs; worked out once. */
const orderShown = surveyMemo(
  (survey: SurveyedCodebase, rule: OrderRule): NonNullable<RulesPage['order']> => {
    const [on, placed] = [judgedSurvey(survey), placedOf(survey, rule)];
    return {
      ...orderPicture(rule, on, placed),
      ...{ rule: rule.name, sees: rule.sees, within: rule.within },
      repairs: repairs(rule, on, placed),
    };
  },
  { keyOf: (rule) => [JSON.stringify(rule)] },
);

/** The text of the codebase's own file; null where it has none. */
export async function ownText({ readText }: Pick<ViewRequest, 'readText'>): Promise<string | null> {
  return (await readText(RULES_FILE))?.text ?? null;
}

/** `RULE|GROUP|PATH`. */
function trialOf(params: URLSearchParams): { rule: string; group: string; path: string } | null {
  const [rule, group, ...path] = (params.get('try') ?? '').split('|');
  return path.length === 0 ? null : { rule, group, path: path.join('|') };
}

function ruleLine(rule: Rule, { violations, accepted, idle }: Judgement): RuleLine {
  const sum = (all: { rule: string; lines: readonly number[] }[]): number =>
    all.reduce((count, each) => count + (each.rule === rule.name ? each.lines.length : 0), 0);
  return {
    ...{
      name: rule.name,
      severity: rule.severity,
      sort: rule.sort,
      says: sentenceOfRule(rule),
      reason: rule.reason,
    },
    references: sum(violations),
    accepted: sum(accepted.map(({ violation }) => violation)),
    isIdle: idle.includes(rule.name),
    choices: rule.choices,
  };
}

function exceptionLine(
  exception: Exception,
  at: number,
  { accepted, unneeded, expired, exceeded }: Judgement,
): ExceptionLine {
  const own = accepted.filter((each) => each.exception === exception);
  return {
    ...{ at, rule: exception.rule, says: sentenceOfException(exception) },
    ...{ reason: exception.reason, by: exception.by },
    accepted: own.reduce((sum, { violation }) => sum + violation.lines.length, 0),
    state: expired.includes(exception)
      ? 'ended'
      : exceeded.includes(exception)
        ? 'exceeded'
        : unneeded.includes(exception)
          ? 'unneeded'
          : 'holds',
  };
}

/** All breaks by rule and by groups, those with the most references first within each rule. O(breaks). */
function breaksOf(
  { rules }: RuleBook,
  { violations, accepted }: Judgement,
  survey: SurveyedCodebase,
  params: URLSearchParams,
): Breaks[] {
  const groupsOf = new Map(
    rules.map((rule) => [rule.name, rule.sort === 'order' ? groupNamesOf(survey, rule) : () => '']),
  );
  const withTests = new Map(rules.map((rule) => [rule.name, rule.withTests]));
  const isTest = testElements(survey);
  const isTestFile = (key: string): boolean => isTest[elementOf(survey, key) ?? -1] === 1;
  const all = [...violations.map((violation) => ({ violation, exception: null })), ...accepted];
  const found = new Map<
    string,
    Breaks & { byPair: Map<string, BrokenPair & { byKind: Map<string, number> }> }
  >();
  for (const { violation, exception } of all) {
    const groupOf = groupsOf.get(violation.rule)!;
    const [from, to] = [groupOf(violation.from), groupOf(violation.to)];
    const id = [violation.rule, from, to].join('|');
    let own = found.get(id);
    if (!own) {
      own = {
        ...{ id, rule: violation.rule, from, to, references: 0, accepted: 0, count: 0, pairs: [], first: 0 },
        byPair: new Map(),
      };
      found.set(id, own);
    }
    own[exception === null ? 'references' : 'accepted'] += violation.lines.length;
    const key = `${violation.from}\n${violation.to}\n${exception?.reason ?? ''}`;
    const pair: BrokenPair & { byKind: Map<string, number> } = own.byPair.get(key) ?? {
      ...{
        from: violation.from,
        to: violation.to,
        words: violation.detail,
        lines: [],
        byKind: new Map<string, number>(),
        kinds: [],
      },
      isUse: isUse(violation),
      tests: withTests.get(violation.rule) || [violation.from, violation.to].some(isTestFile) ? 'in' : 'out',
      accepted: exception?.reason ?? null,
    };
    own.byPair.set(key, pair);
    for (const line of violation.lines) pair.lines.push(line);
    pair.byKind.set(violation.kind, (pair.byKind.get(violation.kind) ?? 0) + violation.lines.length);
  }
  const order = new Map(rules.map(({ name }, at) => [name, at]));
  const open = params.get('pair');
  const part = Math.max(0, Number(params.get('part')) || 0);
  return [...found.values()]
    .map(({ byPair, ...own }) => ({
      ...own,
      count: byPair.size,
      first: part * PART,
      pairs:
        own.id !== open
          ? []
          : [...byPair.values()].slice(part * PART, (part + 1) * PART).map(({ byKind, ...pair }) => ({
              ...pair,
              lines: pair.lines.sort((a, b) => a - b),
              kinds: pair.isUse ? [...byKind] : [],
            })),
    }))
    .sort(
      (a, b) =>
        order.get(a.rule)! - order.get(b.rule)! || b.references - a.references || (a.id < b.id ? -1 : 1),
    );
}

/** The group of an order in which a file stands, by its path; '' for none. */
function groupNamesOf(survey: SurveyedCodebase, rule: OrderRule): (path: string) => string {
  const { ids, groupOf } = placedOf(survey, rule);
  const of = new Map(survey.files.map(({ path, element }) => [path, ids[groupOf[element]] ?? '']));
  return (path) => of.get(path) ?? '';
}

function ownRules(view: ViewRequest, text: string | null, kept: string): OwnRules | null {
  if (text === null || text === kept) return null;
  const { book: own, problem, judgement } = judgementOf(view, text, RULES_FILE);
  if (problem !== null) return { problem, rules: 0, hides: 0, differs: [], intake: 0 };
  const { book: known } = rulesInUse(kept);
  const said = (rules: readonly Rule[]): Map<string, string> =>
    new Map(rules.map((rule) => [rule.name, JSON.stringify(rule)]));
  const [theirs, ours] = [said(own.rules), said(known.rules)];
  const differs = [...new Set([...theirs.keys(), ...ours.keys()])].filter(
    (name) => theirs.get(name) !== ours.get(name),
  );
  if (JSON.stringify(own.exceptions) !== JSON.stringify(known.exceptions)) differs.push('exceptions');
  const hides = judgement.accepted.reduce((sum, { violation }) => sum + violation.lines.length, 0);
  const intake = Object.values(own.intake).reduce((sum, decided) => sum + decided.length, 0);
  return { problem: null, rules: own.rules.length, hides, differs, intake };
}
