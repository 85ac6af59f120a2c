import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { judged } from '../core/judge/judged.ts';
import { orderPicture, placedOrder } from '../core/judge/kinds/order/placedOrder.ts';
import { repairs } from '../core/judge/kinds/order/repairs.ts';
import type { OrderRule } from '../core/judge/kinds/order/orderRule.ts';

import { unreachedCode } from '../core/judge/unreached.ts';
import { surveyPath } from '../tests/surveyPath.ts';
import { aroundView } from '../server/views/aroundView.ts';
import { scopeOf } from '../server/views/surveyAccess/scope.ts';
import { filterOf } from '../server/views/graphQuery/filters.ts';
import { orderProposal } from '../server/views/rules/orderProposal.ts';
import { editedRules, EMPTY_RULES } from '../server/views/rules/editRules.ts';
import { readRules } from '../server/views/rules/readRules.ts';
import { judgedSurvey } from '../server/views/rules/rulesView.ts';
import type { ViewRequest } from '../server/views/viewRequest.ts';
import { timed, writeMadeUp } from './madeUpCode.ts';

const FILES = 10_000;
const USES = 10;
const FOLDERS = 40;

/** Prints how long rules take over 10,000 made-up files with 100,000 links, each step by itself. */
export async function benchRules(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'yletope-rules-'));
  try {
    writeMadeUp(folder, { files: FILES, folders: FOLDERS, uses: USES });
    const { survey, entryPoints } = await surveyPath(folder);
    const on = judgedSurvey(survey);
    const { placeStart, count } = survey.dependencies;
    console.log(`\nrules over ${survey.files.length} files, ${placeStart[count]} references`);
    const view = {
      survey,
      plans: { content: () => ({ modules: [], placings: [] }) },
    } as unknown as ViewRequest;
    const { ranks } = timed('a first order', () => orderProposal(view, 'folders'));
    const text = timed('an edit of the text', () =>
      editedRules(EMPTY_RULES, { do: 'addOrder', name: 'ranks', ranks }),
    );
    const book = readRules({ name: 'rules', text });
    const order = book.rules[0] as OrderRule;
    const { violations } = timed('what breaks it', () => judged(on, book, '2027-01-01'));
    const placed = placedOrder(order, on);
    timed('its picture', () => orderPicture(order, on, placed));
    timed('the cheapest repairs', () => repairs(order, on, placed));
    const question = {
      by: 'folders',
      grain: 'files',
      filter: filterOf('any', 'resolved'),
      withTests: true,
    } as const;
    const state = { direction: 'usedBy', reach: 'all', together: 'group' } as const;
    const { total } = timed('what a change reaches', () =>
      aroundView(survey, 'part0/file40.ts', question, state),
    );
    timed('the same again', () => aroundView(survey, 'part0/file40.ts', question, state));
    timed('what is unused', () =>
      unreachedCode(survey, entryPoints, { isEntry: (path) => path.endsWith('9.ts'), isTest: on.isTest }),
    );
    console.log(
      `  (${violations.length} breaks in ${scopeOf(survey, 'folders', '').arrangement.count - 1} folders; ${total} reached)`,
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
