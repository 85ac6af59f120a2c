import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';
import { readPlan } from '../server/plans/readPlan.ts';
import { openStore } from '../server/store/database.ts';
import { changeRuleBook } from '../server/store/ruleBooks.ts';
import { makePlan } from '../server/store/modulePlans.ts';
import { writeNote } from '../server/store/notes.ts';
import { makeShortlist } from '../server/store/shortlists.ts';

/** A shortlist, notes and a plan, as somebody might have left them. */
export function leave(data: string): void {
  const store = openStore(data);
  makeShortlist(store, 1, 'all about tolls', [
    'src/tolls',
    'src/web/api/tolls.ts',
    'src/desk/screens/tollCounter.ts',
  ]);
  const by = { author: 'Ansgar', line: null, anchor: null };
  writeNote(store, 1, {
    ...by,
    key: 'src/kernel/audit.ts',
    body: 'Asks the **desk** who is working: the one link that tangles the folders.\n\n- pass the operator in instead\n- then the kernel stands on its own',
  });
  writeNote(store, 1, {
    ...by,
    key: 'src/tolls/assessment.ts#assessPassage',
    body: 'Every ruling since 1911, in one routine. Ask the toll board which of them still hold.',
  });
  const name = 'hollowmere-plan.yaml';
  const text = readFileSync(join(installationRoot, 'demo', name), 'utf8');
  makePlan(store, 1, 'hollowmere-plan', readPlan({ name, text }, []));
  const rules = readFileSync(join(installationRoot, 'demo', 'hollowmere', 'yletope.yaml'), 'utf8');
  changeRuleBook(store, 1, { revision: 0, what: 'read' }, () => rules);
  store.close();
}
