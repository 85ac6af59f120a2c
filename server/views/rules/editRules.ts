import { isDeepStrictEqual } from 'node:util';
import { isMap, isSeq, YAMLMap, YAMLSeq, type Document, type Node } from 'yaml';
import { globBelow } from '../../../core/plan/decidingPlacings.ts';
import { isGlob } from '../../../core/search/glob.ts';
import type { IntakeRules } from '../../intake/rules.ts';
import { editableText } from '../../plans/parsedText.ts';
import type { PlanFile } from '../../plans/planFile.ts';
import { Problem } from '../../problem.ts';
import { placedInPlan, setPlan } from './planInRules.ts';
import { readRules, RULES_VERSION, rulesInUse } from './readRules.ts';

/** What may be done to a book of rules. Rules are named; exceptions are numbered from 0. */
export type RulesEdit =
  | { do: 'text'; text: string }
  | {
      do: 'addOrder';
      name: string;
      ranks: OrderGroup[][];
      /** The plan whose modules the order names; null where it says itself what stands in its groups. */
      plan?: PlanFile | null;
    }
  | { do: 'moveGroup'; rule: string; group: string; rank: number; isNewRank: boolean }
  | { do: 'takeGroupOut'; rule: string; group: string }
  | { do: 'addGroup'; rule: string; group: OrderGroup; rank: number }
  | { do: 'setOrder'; rule: string; sees?: 'below' | 'next'; within?: boolean }
  | { do: 'place'; rule: string; path: string; group: string }
  | { do: 'setPlan'; plan: PlanFile }
  | { do: 'takeRuleOut'; rule: string }
  | { do: 'accept'; exception: NewException }
  | { do: 'takeExceptionOut'; at: number }
  | { do: 'addEntry'; pattern: string }
  | { do: 'takeEntryOut'; pattern: string };

export interface OrderGroup {
  id: string;
  /** What stands in it; null for the module of that name, or the folder. */
  patterns: string[] | null;
}

export interface NewException {
  rule: string;
  from: string;
  to: string;
  reason: string;
  by: string;
  until?: string;
  most?: number;
}

/** A book without rules. */
export const EMPTY_RULES = `yletope: ${RULES_VERSION}\n`;

/**
 * A text of rules after an edit: comments, and the order of what is not edited, stay. What it would say is read before it is given, so
 * that no edit makes a book that cannot be read. Throws a Problem (`badRequest`).
 */
export function editedRules(text: string, edit: RulesEdit, name = 'yletope.yaml'): string {
  if (edit.do === 'text') {
    readRules({ name, text: edit.text });
    return edit.text;
  }
  readRules({ name, text });
  const document = editableText(text, name);
  make(document, edit);
  const edited = document.toString({ lineWidth: 0 });
  readRules({ name, text: edited });
  return edited;
}

function make(document: Document, edit: Exclude<RulesEdit, { do: 'text' }>): void {
  switch (edit.do) {
    case 'addOrder':
      if (edit.plan) setPlan(document, edit.plan);
      sequence(document, 'rules').add(newOrder(document, edit.name, edit.ranks));
      return;
    case 'moveGroup': {
      const order = orderOf(document, edit.rule);
      takeOut(order, edit.group);
      putIn(document, order, edit.group, edit.rank, edit.isNewRank);
      dropEmpty(order);
      return;
    }
    case 'takeGroupOut': {
      const rule = ruleNamed(document, edit.rule);
      const order = orderOf(document, edit.rule);
      takeOut(order, edit.group);
      dropEmpty(order);
      const groups = rule.get('groups');
      if (isMap(groups)) groups.delete(edit.group);
      return;
    }
    case 'addGroup': {
      const { id, patterns } = edit.group;
      putIn(document, orderOf(document, edit.rule), id, edit.rank, false);
      if (patterns !== null) groupsOf(document, edit.rule).set(id, document.createNode(patterns));
      return;
    }
    case 'setOrder': {
      const rule = ruleNamed(document, edit.rule);
      if (edit.sees !== undefined) setOrDrop(rule, 'sees', edit.sees, 'below');
      if (edit.within !== undefined) setOrDrop(rule, 'within', edit.within, false);
      return;
    }
    case 'place':
      place(document, edit);
      return;
    case 'setPlan':
      setPlan(document, edit.plan);
      return;
    case 'takeRuleOut': {
      const rules = sequence(document, 'rules');
      rules.delete(rules.items.indexOf(ruleNamed(document, edit.rule)));
      // What was accepted of it is accepted no more.
      const exceptions = sequence(document, 'exceptions');
      exceptions.items = exceptions.items.filter((each) => !isMap(each) || each.get('rule') !== edit.rule);
      if (exceptions.items.length === 0) document.delete('exceptions');
      return;
    }
    case 'accept':
      sequence(document, 'exceptions').add(document.createNode(edit.exception));
      return;
    case 'addEntry':
      sequence(document, 'entries').add(document.createNode(edit.pattern));
      return;
    case 'takeEntryOut': {
      const entries = sequence(document, 'entries');
      entries.items = entries.items.filter((each) => idsIn(each)[0] !== edit.pattern);
      if (entries.items.length === 0) document.delete('entries');
      return;
    }
    case 'takeExceptionOut': {
      const exceptions = sequence(document, 'exceptions');
      if (edit.at >= exceptions.items.length) throw new Problem('notFound', 'This exception is gone.');
      exceptions.delete(edit.at);
      if (exceptions.items.length === 0) document.delete('exceptions');
    }
  }
}

/** A list at the top of the document, made where there is none. */
function sequence(document: Document, key: string): YAMLSeq {
  const found = document.get(key);
  if (isSeq(found) && found.items.length > 0) return found;
  const made = new YAMLSeq();
  document.set(key, made);
  return made;
}

function ruleNamed(document: Document, name: string): YAMLMap {
  const rules = document.get('rules');
  const found = isSeq(rules) ? rules.items.find((rule) => isMap(rule) && rule.get('name') === name) : null;
  if (!isMap(found)) throw new Problem('notFound', `There is no rule “${name}” any more.`);
  return found;
}

function orderOf(document: Document, name: string): YAMLSeq {
  const order = ruleNamed(document, name).get('order');
  if (!isSeq(order)) throw new Problem('badRequest', `“${name}” is no order.`);
  return order;
}

function groupsOf(document: Document, name: string): YAMLMap {
  const rule = ruleNamed(document, name);
  const found = rule.get('groups');
  if (isMap(found)) return found;
  const made = new YAMLMap();
  rule.set('groups', made);
  return made;
}

/** The groups of one rank, as they are called. */
function idsIn(rank: unknown): string[] {
  const ids = isSeq(rank) ? rank.items : [rank];
  return ids.map((id) => String((id as { value?: unknown }).value ?? id));
}

function takeOut(order: YAMLSeq, group: string): void {
  const at = order.items.findIndex((rank) => idsIn(rank).includes(group));
  if (at < 0) throw new Problem('notFound', `${group} is no longer in this order.`);
  const rank = order.items[at];
  // The place is kept, so that ranks still count as whoever edits them saw them.
  if (isSeq(rank)) rank.items = rank.items.filter((id) => idsIn(id)[0] !== group);
  else order.items[at] = new YAMLSeq();
}

function putIn(document: Document, order: YAMLSeq, group: string, rank: number, isNewRank: boolean): void {
  const node = document.createNode(group) as Node;
  const at = Math.max(0, Math.min(rank, order.items.length));
  if (isNewRank || at === order.items.length) {
    order.items.splice(at, 0, node);
    return;
  }
  const there = order.items[at];
  if (isSeq(there)) {
    there.items.push(node);
    return;
  }
  const made = new YAMLSeq();
  made.flow = true;
  made.items = [there, node];
  order.items[at] = made;
}

function dropEmpty(order: YAMLSeq): void {
  order.items = order.items.filter((rank) => !isSeq(rank) || rank.items.length > 0);
  if (order.items.length === 0) throw new Problem('badRequest', 'An order has at least one group.');
}

function setOrDrop(rule: YAMLMap, key: string, value: unknown, usual: unknown): void {
  if (value === usual) rule.delete(key);
  else rule.set(key, value);
}

function newOrder(document: Document, name: string, ranks: readonly OrderGroup[][]): YAMLMap {
  const groups = ranks.flat().filter(({ patterns }) => patterns !== null);
  const rule = document.createNode({
    name,
    order: ranks.map((rank) => (rank.length === 1 ? rank[0].id : rank.map(({ id }) => id))),
    ...(groups.length === 0 ? {} : { groups: Object.fromEntries(groups.map((g) => [g.id, g.patterns])) }),
  }) as YAMLMap;
  const order = rule.get('order');
  if (isSeq(order)) for (const rank of order.items) if (isSeq(rank)) rank.flow = true;
  return rule;
}

/** Puts one file into a group of an order, and out of the one that it stands in by its name. */
function place(
  document: Document,
  { rule, path, group }: { rule: string; path: string; group: string },
): void {
  if (!isNamedGroup(document, rule, group) && placedInPlan(document, path, group)) return;
  const groups = groupsOf(document, rule);
  for (const pair of groups.items) {
    const patterns = pair.value;
    if (isSeq(patterns)) patterns.items = patterns.items.filter((each) => idsIn(each)[0] !== path);
  }
  const own = groups.get(group, true);
  if (isSeq(own)) {
    own.add(document.createNode(path));
    return;
  }
  const before = own === undefined ? [isGlob(group) ? group : (globBelow(group) ?? group)] : idsIn(own);
  groups.set(group, document.createNode([...before, path]));
}

/** True where an order itself says what stands in a group. */
function isNamedGroup(document: Document, rule: string, group: string): boolean {
  const groups = ruleNamed(document, rule).get('groups');
  return isMap(groups) && groups.has(group);
}

/** The rules with what was decided of intake, as a file to be put into the codebase; what is usual is not said. */
export function withIntake(text: string, intake: IntakeRules): string {
  const written = text === '' ? EMPTY_RULES : text;
  const { book, problem } = rulesInUse(written);
  // What says so already, and what cannot be read, stays as it was written.
  if (problem !== null || isDeepStrictEqual(book.intake, intake)) return written;
  const document = editableText(written, 'the rules');
  const said = Object.entries(intake).filter(([, decided]) => decided.length > 0);
  if (said.length === 0) document.delete('intake');
  else document.set('intake', document.createNode(Object.fromEntries(said)));
  return document.toString({ lineWidth: 0 });
}
