import { whereReferencesLead } from '../barrels.ts';
import { arrangedSurvey } from '../arrangement/arranged.ts';
import type { Arrangement } from '../arrangement/arrangement.ts';
import { byFolders } from '../arrangement/folders.ts';
import { unitOfNode, unitTree } from '../arrangement/nodes.ts';
import { dependencyKinds } from '../contracts/linked.ts';
import { joinEdges } from '../graph/rollUp.ts';
import { globMatcher } from '../search/glob.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { accepted } from './accepted.ts';
import { beyondBound } from './beyondBound.ts';
import { eachCounted, placedOrder } from './placedOrder.ts';
import type {
  CycleRule,
  Judgement,
  OrderRule,
  ReachRule,
  Rule,
  RuleBook,
  UseRule,
  Violation,
} from './rules.ts';

/** What rules are held against: a survey, how its elements stand in packages, and which are tests (1). */
export interface Judged {
  survey: SurveyedCodebase;
  packages: () => Arrangement;
  isTest: Uint8Array;
}

/** All that breaks rules, in the order of the rules, of paths and of kinds. `today` as `2027-01-31`. O(rules · dependencies). */
export function judged(on: Judged, { rules, exceptions }: RuleBook, today: string): Judgement {
  const found = rules.map((rule) => ({ rule, ...brokenBy(rule, on) }));
  const all = found.flatMap(({ violations }) => violations);
  return {
    ...accepted(all, exceptions, today),
    idle: found.filter(({ isIdle }) => isIdle).map(({ rule }) => rule.name),
    empty: found.flatMap(({ rule, isIdle, empty = [] }) =>
      isIdle ? [] : empty.map((group) => ({ rule: rule.name, group })),
    ),
  };
}

/** What became of one rule. */
interface Broken {
  violations: Violation[];
  /** True where nothing in the survey could break it. */
  isIdle: boolean;
  /** Groups of an order that hold nothing. */
  empty?: string[];
}

function brokenBy(rule: Rule, on: Judged): Broken {
  switch (rule.sort) {
    case 'order':
      return againstOrder(rule, on);
    case 'uses':
      return against(rule, on);
    case 'reaches':
      return reaching(rule, on);
    case 'cycles':
      return { violations: cyclesOver(rule, on), isIdle: false };
    case 'measure':
      return beyondBound(rule, on);
  }
}

function againstOrder(rule: OrderRule, on: Judged): Broken {
  const { ids, groupOf, breaks } = placedOrder(rule, on);
  const violations = rowsBreaking(
    rule,
    on,
    (from, to) => groupOf[from] >= 0 && groupOf[to] >= 0 && breaks(groupOf[from], groupOf[to]),
  );
  if (rule.placed !== null) {
    const matches = globMatcher(rule.placed);
    for (const { element, path } of on.survey.files)
      if (matches(path) && groupOf[element] < 0 && (rule.withTests || on.isTest[element] === 0))
        violations.push({
          rule: rule.name,
          from: path,
          to: '',
          kind: 'notPlaced',
          lines: [1],
          rows: [],
          detail: '',
          excess: 0,
        });
  }
  const held = new Set(groupOf);
  const empty = ids.filter((_, group) => !held.has(group));
  return { violations, isIdle: empty.length === ids.length, empty };
}

/**
 * The uses by which something leaves what is meant for what leads on to what may not be reached: each with where it leads. What may not
 * be reached is told where it is used itself as well.
 */
function reaching(rule: ReachRule, on: Judged): Broken {
  const { elements } = on.survey;
  const [from, to] = [marked(rule.from, on), marked(rule.to, on)];
  const unitOf = (e: number): number => (elements.file[e] < 0 ? e : elements.file[e]);
  const users = joinEdges(elements.count, (join) =>
    eachCounted(rule, on, (_, user, used) => {
      if (unitOf(user) !== unitOf(used)) join(unitOf(used), unitOf(user), 1);
    }),
  );
  /** For each file or external from which one is led to what may not be reached, what is next on the way there. */
  const next = new Map<number, number>();
  for (let e = 0; e < elements.count; e++) if (to[e] === 1 && unitOf(e) === e) next.set(e, e);
  for (const [unit] of next)
    for (let edge = users.start[unit]; edge < users.start[unit + 1]; edge++) {
      const user = users.to[edge];
      if (!next.has(user) && from[user] === 0) next.set(user, unit);
    }
  const violations = rowsBreaking(
    rule,
    on,
    (a, b) => from[a] === 1 && from[b] === 0 && to[a] === 0 && next.has(unitOf(b)),
  );
  const at = new Map<string, number>();
  for (const unit of next.keys()) at.set(elements.key[unit], unit);
  const told = violations.map((violation): Violation => {
    const way: string[] = [];
    for (let unit = at.get(violation.to)!; next.get(unit) !== unit; unit = next.get(unit)!)
      way.push(elements.key[next.get(unit)!]);
    return { ...violation, detail: way.join(' → ') };
  });
  return { violations: told, isIdle: !from.includes(1) || !to.includes(1) };
}

function against(rule: UseRule, on: Judged): Broken {
  const from = marked(rule.from, on);
  const to = marked(rule.to, on);
  if (rule.except.length > 0) marked(rule.except, on).forEach((mark, e) => (to[e] &= 1 - mark));
  const isUser = rule.isOnly ? from.map((mark) => 1 - mark) : from;
  const violations = rowsBreaking(
    rule,
    on,
    // What is meant may use itself, whoever else may not.
    (a, b) => isUser[a] === 1 && to[b] === 1 && !(rule.isOnly && to[a] === 1),
  );
  return { violations, isIdle: !to.includes(1) || (!rule.isOnly && !from.includes(1)) };
}

/** Elements, and externals, that a pattern of keys matches, with all that stands in a file that one matches. */
function marked(patterns: readonly string[], { survey: { elements } }: Judged): Uint8Array {
  const matches = globMatcher(patterns);
  const marks = new Uint8Array(elements.count);
  for (let e = 0; e < elements.count; e++)
    if (marks[e] === 0 && matches(elements.key[e]))
      marks.fill(1, e, e < elements.firstExternal ? elements.subtreeEnd[e] : e + 1);
  return marks;
}

/** References that break a rule, by the files at both ends and their kind. */
function rowsBreaking(rule: Rule, on: Judged, breaks: (from: number, to: number) => boolean): Violation[] {
  const { elements, dependencies } = on.survey;
  const found = new Map<string, Violation & { lines: number[]; rows: number[] }>();
  eachCounted(rule, on, (row, from, to) => {
    if (!breaks(from, to)) return;
    const user = elements.key[elements.file[from]] ?? elements.key[from];
    const used = elements.file[to] < 0 ? elements.key[to] : elements.key[elements.file[to]];
    const kind = dependencyKinds[dependencies.kind[row]];
    const key = `${user}\n${used}\n${kind}`;
    let violation = found.get(key);
    if (!violation) {
      violation = { rule: rule.name, from: user, to: used, kind, lines: [], rows: [], detail: '', excess: 0 };
      found.set(key, violation);
    }
    violation.rows.push(row);
    for (let place = dependencies.placeStart[row]; place < dependencies.placeStart[row + 1]; place++)
      violation.lines.push(dependencies.line[place]);
  });
  for (const { lines } of found.values()) lines.sort((a, b) => a - b);
  return [...found.values()].sort(byEnds);
}

function byEnds(a: Violation, b: Violation): number {
  const [one, other] = [a, b].map(({ from, to, kind }) => `${from}\n${to}\n${kind}`);
  return one < other ? -1 : one > other ? 1 : 0;
}

/** The cycles beyond as many as are allowed, the smallest of them: a large one comes first among those that are known. */
function cyclesOver({ name, filter, withTests, grain, most, barrels }: CycleRule, on: Judged): Violation[] {
  const { survey, isTest } = on;
  const { elements } = survey;
  const { dependencies } = barrels === 'written' ? survey : whereReferencesLead(survey);
  const counts = withTests ? new Uint8Array(elements.count).fill(1) : isTest.map((test) => 1 - test);
  const tree = unitTree(elements, byFolders(elements), grain, counts);
  const { cycles } = arrangedSurvey(dependencies, tree, filter);
  return cycles
    .filter(({ group }) => (grain === 'groups' ? group >= 0 : group < 0))
    .slice(most)
    .map(({ members }): Violation => {
      const keys = members.map((node) => {
        const unit = unitOfNode(tree, node);
        const element = unit < 0 ? -1 : tree.units.element[unit];
        return element < 0
          ? tree.arrangement.name[unit < 0 ? node : tree.units.group[unit]]
          : elements.key[element];
      });
      keys.sort();
      const detail = keys.join(', ');
      return { rule: name, from: keys[0], to: '', kind: 'cycle', lines: [1], rows: [], detail, excess: 0 };
    });
}
