import { expect, it, onTestFinished } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { surveyText } from '../../tests/surveyText.ts';
import { folderOrigin } from '../source/address.ts';
import { openCodebase } from '../store/codebases.ts';
import { openStore } from '../store/database.ts';
import { saveView } from '../store/savedViews.ts';
import { filesShown, savedViewsView } from './savedViewsView.ts';
import type { ViewRequest } from './viewRequest.ts';

const files = {
  'src/tolls/rate.ts': '',
  'src/tolls/bill.ts': '',
  'src/locks/gate.ts': '',
  'desk/form.ts': '',
};
const shown = (search: string) => new URLSearchParams(search);

it('the files of a picture are those of its scope, tests only where they count', async () => {
  const survey = await surveyText({ ...files, 'src/tolls/rate.test.ts': '' });
  survey.files.find(({ path }) => path.endsWith('.test.ts'))!.isTest = true;
  expect(filesShown(survey, shown('in=src/tolls'))).toEqual(['src/tolls/bill.ts', 'src/tolls/rate.ts']);
  expect(filesShown(survey, shown('in=src/tolls&tests=in'))).toHaveLength(3);
  expect(filesShown(survey, shown('in=src/gone'))).toEqual([]);
});

it('tells of each saved view what came, what went and what is missing, but not of one with its own survey', async () => {
  const store = openStore(temporaryFolder());
  onTestFinished(() => void store.close());
  const codebase = openCodebase(store, folderOrigin('/canal'));
  const before = await surveyText(files);
  const save = (search: string): void => {
    const own = { view: 'graph', caption: '', surveyId: null, name: search, sentence: '' };
    saveView(store, codebase.id, { ...own, search, files: filesShown(before, shown(search)) });
  };
  save('in=src/tolls&focus=src/tolls/rate.ts&with=desk/form.ts&with=desk/list.ts');
  save('in=desk&list=4&plan=9');
  save('in=src/locks');
  const { 'src/tolls/rate.ts': _, 'src/locks/gate.ts': __, ...left } = files;
  const now = await surveyText({ ...left, 'src/tolls/fee.ts': '', 'src/tolls/due.ts': '' });
  const told = savedViewsView({
    ...{ store, codebase, survey: now, plans: { all: [], shown: null, content: () => ({}) } },
  } as unknown as ViewRequest);
  expect(told.map(({ news }) => news)).toEqual([
    {
      came: { count: 2, first: ['src/tolls/due.ts', 'src/tolls/fee.ts'] },
      gone: { count: 1, first: ['src/tolls/rate.ts'] },
      missing: ['src/tolls/rate.ts', 'desk/list.ts'],
    },
    { came: { count: 0, first: [] }, gone: { count: 0, first: [] }, missing: ['plan 9', 'shortlist 4'] },
    {
      came: { count: 0, first: [] },
      gone: { count: 1, first: ['src/locks/gate.ts'] },
      missing: ['src/locks'],
    },
  ]);
});
