import type { ModulePlan } from '../../../core/plan/modulePlan.ts';
import type { IntakeRules } from '../../intake/rules.ts';
import { Problem } from '../../problem.ts';
import { ruleBook } from '../../store/ruleBooks.ts';
import type { ViewRequest } from '../viewRequest.ts';
import { editedRules, EMPTY_RULES, withIntake, type RulesEdit } from './editRules.ts';
import { readRules } from './readRules.ts';
import { ownText, RULES_FILE } from './rulesView.ts';

/** What the file of rules says that a codebase brings. Throws a Problem. */
export async function rulesToTakeOver(
  view: Pick<ViewRequest, 'readText'>,
): Promise<{ text: string; intake: IntakeRules; plan: ModulePlan | null }> {
  const text = await ownText(view);
  if (text === null) throw new Problem('notFound', 'The codebase brings no yletope.yaml any more.');
  const { intake, plan } = readRules({ name: RULES_FILE, text });
  return { text, intake, plan };
}

/** The rules of a codebase after an edit. Throws a Problem. */
export function rulesAfter(
  { store, codebase }: Pick<ViewRequest, 'store' | 'codebase'>,
  edit: RulesEdit,
): string {
  const { text } = ruleBook(store, codebase.id);
  return editedRules(text === '' ? EMPTY_RULES : text, edit, 'the rules');
}

/** The rules as a file, with what was decided of intake. */
export function rulesFile({ store, codebase }: Pick<ViewRequest, 'store' | 'codebase'>): string {
  return withIntake(ruleBook(store, codebase.id).text, codebase.rules);
}
