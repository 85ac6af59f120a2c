import { describe, expect, it, onTestFinished } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { openCodebase } from '../store/codebases.ts';
import { openStore } from '../store/database.ts';
import { changeRuleBook } from '../store/ruleBooks.ts';
import { scopeOf } from './surveyAccess/scope.ts';
import { unusedView, type UnusedPage } from './unusedView.ts';
import type { ViewRequest } from './viewRequest.ts';

/** The page of a small codebase, with what is said of where it begins. */
async function page(search: string, entries: readonly string[], scope = ''): Promise<UnusedPage> {
  const store = openStore(temporaryFolder());
  onTestFinished(() => void store.close());
  const codebase = openCodebase(store, folderOrigin('/canal'));
  const text = `yletope: 1\nentries: ${JSON.stringify(entries)}\n`;
  if (entries.length > 0) changeRuleBook(store, codebase.id, { revision: 0, what: 'x' }, () => text);
  const survey = await surveyText({
    'desk/main.ts': "import { toll } from '../tolls/toll';\ntoll();\n",
    'tolls/toll.ts':
      'export function toll() { return 1; }\nfunction own() {\n  return 2;\n}\nfunction alone() { return own(); }\n',
    'tolls/gone.ts': 'export const gone = 1;\n',
  });
  return unusedView({
    ...{ survey, written: survey, store, codebase, record: { id: 1 }, params: new URLSearchParams(search) },
    scope: scopeOf(survey, 'folders', scope),
  } as unknown as ViewRequest);
}
const named = ({ rows }: UnusedPage): string[] => rows.map(({ key, codeLines }) => `${key} ${codeLines}`);

describe('the page of unused code', () => {
  it('lists what is not reached, the largest first, with its lines and their share', async () => {
    const all = await page('', ['desk/main.ts']);
    expect(named(all)).toEqual(['tolls/toll.ts#own 3', 'tolls/gone.ts 1', 'tolls/toll.ts#alone 1']);
    expect([all.total, all.codeLines, all.allLines]).toEqual([3, 5, 8]);
    expect(all.counts).toEqual({ notReferenced: 2, byUnused: 1, byTests: 0, doubtful: 0 });
    expect(all.said).toEqual(['desk/main.ts']);
  });

  it('lists those of a class, by its name of now or earlier, and of a scope, and counts them all the same', async () => {
    const likely = await page('show=likely', ['desk/main.ts']);
    expect(named(await page('show=byUnused', ['desk/main.ts']))).toEqual(named(likely));
    expect([named(likely), likely.counts.notReferenced]).toEqual([['tolls/toll.ts#own 3'], 2]);
    expect((await page('', ['desk/main.ts'], 'desk')).total).toBe(0);
  });

  it('takes all that is public for used where nothing is said to be an entry', async () => {
    const open = await page('', []);
    expect(named(open)).toEqual(['tolls/toll.ts#own 3', 'tolls/toll.ts#alone 1']);
    expect([open.libraries, open.entryPoints]).toEqual([3, []]);
  });
});
