import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { judged } from '../core/judge/judged.ts';
import type { RuleBook } from '../core/judge/rules.ts';
import type { SurveyedCodebase } from '../core/survey.ts';
import { installationRoot } from '../server/installation.ts';
import { readRules } from '../server/views/rules/readRules.ts';
import { linesOf } from '../server/views/rules/ruleWords.ts';
import { arrangementOf } from '../server/views/surveyAccess/scope.ts';
import { testElements } from '../server/views/surveyAccess/tests.ts';
import { surveyPath } from './surveyPath.ts';
import { surveyText } from './surveyText.ts';

let survey: SurveyedCodebase;
let book: RuleBook;

beforeAll(async () => {
  ({ survey } = await surveyPath(installationRoot));
  const name = 'yletope.yaml';
  book = readRules({ name, text: readFileSync(join(installationRoot, name), 'utf8') });
  // All of this repository is surveyed, beside whatever else is tested at the time.
}, 60_000);

/** What the rules of Yletope say of some code, a line each, and their sum. */
function said(of: SurveyedCodebase): string[] {
  const packages = () => arrangementOf(of, 'packages');
  const judgement = judged({ survey: of, packages, isTest: testElements(of) }, book, '2027-01-01');
  return linesOf(judgement, book.rules);
}

describe('Yletope’s own code', () => {
  it('keeps to its rules, and they are about something', () => {
    // The cycles that are accepted; the list only shrinks, and what nothing needs any more is told.
    expect(said(survey)).toEqual([`0 found, ${book.exceptions.length} accepted`]);
    expect(book.exceptions.length).toBeLessThanOrEqual(19);
    expect(survey.files.filter(({ path }) => path.startsWith('core/')).length).toBeGreaterThan(100);
  });

  it.each([
    [{ 'core/graph/a.ts': "import '../../server/problem';", 'server/problem.ts': '' }, 'folders'],
    [{ 'core/graph/a.ts': "import '../plan/b';", 'core/plan/b.ts': '' }, 'folders of core'],
    [{ 'core/new/a.ts': '' }, 'core/new/a.ts is in no group'],
    [{ 'app/views/matrix/a.ts': "import '../graph/b';", 'app/views/graph/b.ts': '' }, 'views'],
    [{ 'core/graph/a.ts': "import { join } from 'node:path';\nexport const a = join('a');" }, 'core is pure'],
    [
      { 'server/views/a.ts': "import Database from 'better-sqlite3';\nexport const a = new Database('a');" },
      'SQL',
    ],
  ])('would be told of %j', async (files, rule) => {
    const lines = said(await surveyText(files));
    expect(lines.some((line) => line.includes(rule) && !line.startsWith('the rule'))).toBe(true);
  });

  it('no file of code is too long to be read in one sitting', () => {
    const long = survey.files.filter(({ path, lines }) => lines.lines > 500 && !path.startsWith('demo/'));
    expect(long.map(({ path }) => path)).toEqual([]);
  });
});
