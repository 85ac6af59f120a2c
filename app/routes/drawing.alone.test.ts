import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { makePlan } from '../../server/store/modulePlans.ts';
import { makeShortlist } from '../../server/store/shortlists.ts';
import { runtime } from '../../server/work/runtime.ts';
import { routeServer } from '../../tests/routeServer.ts';
import { loader as aroundPage } from './around.tsx';
import { loader as frame } from './codebase.tsx';
import { loader as index } from './codebaseIndex.tsx';
import { loader as graph } from './graph.tsx';
import { loader as graphFile } from './graphFile.ts';
import { action as editMarks } from './marks.ts';
import { action as editPlan, loader as plan } from './modules.tsx';
import { action as editSaved, loader as saved } from './saved.tsx';
import { action as editLists } from './shortlists.ts';

/** The routes of drawings and of what is kept of them, as the server calls them, on a small codebase in a database of its own. */
const files = {
  'src/rate.ts': 'export function rate(barge: string): number {\n  return barge.length;\n}\n',
  'src/desk.ts': "import { rate } from './rate';\nexport const charge = () => rate('Emma');\n",
  'lib/gauge.ts': 'export const gauge = 1;\n',
};
const server = routeServer(files);
const { asked, sent } = server;

const view = { view: 'graph', search: '?in=src&saved=9', caption: 'The files of src', survey: '' };
const names = async (): Promise<string[]> => (await saved(asked(''))).saved.map(({ name }) => name);

describe('saved views', () => {
  it('keep their address without what names a saved view, and tell what came and went', async () => {
    const made = await editSaved(sent({ edit: 'save', name: 'Tolls', sentence: 'Why', ...view }));
    expect(made).toEqual({ saved: 1 });
    const [first] = (await saved(asked(''))).saved;
    expect(first).toMatchObject({ search: 'in=src', view: 'graph', surveyId: null });
    expect(first.news).toEqual({
      came: { count: 0, first: [] },
      gone: { count: 0, first: [] },
      missing: [],
    });
    writeFileSync(join(server.folder(), 'src', 'fee.ts'), 'export const fee = 2;\n');
    rmSync(join(server.folder(), 'src', 'desk.ts'));
    await server.surveyAgain();
    const [again] = (await saved(asked(''))).saved;
    expect(again.news).toMatchObject({
      came: { count: 1, first: ['src/fee.ts'] },
      gone: { count: 1, first: ['src/desk.ts'] },
    });
  });

  it('of a survey stay with it, and it stays', async () => {
    await editSaved(sent({ edit: 'save', name: 'Then', sentence: '', ...view, survey: '1' }));
    const then = (await saved(asked(''))).saved.find(({ name }) => name === 'Then')!;
    expect([then.surveyId, then.search, then.news]).toEqual([1, 'in=src&survey=1', null]);
    expect(runtime().store.prepare('SELECT pinned FROM survey WHERE id = 1').pluck().get()).toBe(1);
    const { picture } = await graph(asked(then.search));
    expect(picture.nodes.map(({ key }) => key)).toContain('src/desk.ts');
  });

  it('are put in order, and late changes are told of', async () => {
    await editSaved(sent({ edit: 'move', id: '2', by: '-1' }));
    expect(await names()).toEqual(['Then', 'Tolls']);
    const rename = (name: string) =>
      editSaved(sent({ edit: 'rename', id: '1', revision: '1', name, sentence: '' }));
    expect(await rename('Fees')).toBeNull();
    expect(await rename('Dues')).toMatchObject({ problem: expect.stringContaining('meanwhile') as string });
    expect(await names()).toEqual(['Then', 'Fees']);
  });

  it('are what the codebase opens with, where somebody said so', async () => {
    const target = (): string | null => index(asked('')).headers.get('location');
    expect(target()).toBe('/codebases/1/overview');
    await editSaved(sent({ edit: 'begin', id: '1' }));
    expect(target()).toBe('/codebases/1/graph?in=src');
    await editSaved(sent({ edit: 'begin', id: '' }));
    expect(target()).toBe('/codebases/1/overview');
  });

  it.each([
    [{ edit: 'save', ...view }],
    [{ edit: 'save', name: ' ', sentence: '', ...view }],
    [{ edit: 'save', name: 'x', sentence: '', ...view, view: '../..' }],
    [{ edit: 'move', id: 'one', by: '2' }],
    [{ edit: 'explode' }],
    [{}],
  ])('refuse %j with a sentence', async (form) => {
    expect(await editSaved(sent(form as Record<string, string>))).toHaveProperty('problem');
    expect(await names()).toHaveLength(2);
  });

  it('that were taken out say so to whoever is late', async () => {
    expect(await editSaved(sent({ edit: 'takeOut', id: '2' }))).toEqual({ takenOut: 2 });
    const late = sent({ edit: 'rename', id: '2', revision: '1', name: 'x', sentence: '' });
    expect(await editSaved(late)).toEqual({ problem: 'This saved view has been removed by somebody else.' });
    expect(await editSaved(sent({ edit: 'bringBack', id: '2' }))).toBeNull();
    expect(await names()).toHaveLength(2);
  });
});

describe('marks', () => {
  const words = (own: object = {}): string =>
    JSON.stringify({
      ...{ name: 'fees', manner: 'line', colour: 'sea', pattern: 'src/**', shortlistId: null },
      ...own,
    });
  const known = () => (frame(asked('')) as { marks: { id: number; name: string; isShown: boolean }[] }).marks;

  it('come with every page, are hidden, and given back when they are removed', async () => {
    expect(await editMarks(sent({ edit: 'add', words: words() }))).toBeNull();
    expect(known()).toMatchObject([{ id: 1, name: 'fees', isShown: true }]);
    await editMarks(sent({ edit: 'hide', id: '1' }));
    expect(known()).toMatchObject([{ isShown: false }]);
    expect(await editMarks(sent({ edit: 'remove', id: '1' }))).toMatchObject({ removed: { name: 'fees' } });
    expect(known()).toEqual([]);
    expect(await editMarks(sent({ edit: 'remove', id: '1' }))).toEqual({ removed: null });
  });

  it.each([
    [{ edit: 'add', words: 'no JSON' }],
    [{ edit: 'add', words: '{}' }],
    [{ edit: 'add', words: words({ manner: 'loud' }) }],
    [{ edit: 'add', words: words({ pattern: null, shortlistId: 99 }) }],
    [{ edit: 'change', id: '99', revision: '1', words: words() }],
  ])('refuse %j with a sentence', async (form) => {
    expect(await editMarks(sent(form))).toHaveProperty('problem');
    expect(known()).toEqual([]);
  });
});

describe('drawings', () => {
  it('are files of their formats, named as the codebase', async () => {
    const file = (name: string): Promise<Response> => graphFile(asked('in=&caption=All', { file: name }));
    for (const [ending, type, begin] of [
      ['svg', 'image/svg+xml; charset=utf-8', '<svg'],
      ['pdf', 'application/pdf', '%PDF-'],
      ['mermaid', 'text/plain; charset=utf-8', '%% All'],
    ]) {
      const response = await file(`graph.${ending}`);
      expect(response.headers.get('content-type')).toBe(type);
      expect(response.headers.get('content-disposition')).toMatch(/attachment; filename="[\w-]+\.\w+"/);
      expect((await response.text()).startsWith(begin)).toBe(true);
    }
    await expect(file('graph.exe')).rejects.toMatchObject({ status: 404 });
  });

  it('of something that is gone, or of another survey that is, are a sentence', async () => {
    for (const search of ['around=src/never.ts', 'cycle=C:never.ts', 'since=99'])
      await expect(graph(asked(search))).rejects.toMatchObject({ init: { status: 404 } });
  });

  it('become modules, and shortlists are taken into one', async () => {
    const { store } = runtime();
    const made = makePlan(store, 1, 'p', { modules: [], placings: [] });
    const edit = (own: object, revision: number) =>
      editPlan(
        sent({
          do: 'edit',
          id: String(made.id),
          revision: String(revision),
          what: 'x',
          edit: JSON.stringify(own),
        }),
      );
    const into = { name: 'Fees' };
    expect(await edit({ edit: 'takeIn', into, from: { keys: ['src'] } }, made.revision)).toHaveProperty(
      'revision',
    );
    const list = makeShortlist(store, 1, 'mine', ['lib/gauge.ts', 'gone.ts']);
    const from = { list: list.id };
    const takeIn = { edit: 'takeIn', into: { module: 'fees' }, from };
    expect(await edit(takeIn, made.revision + 1)).toHaveProperty('revision');
    const { page } = await plan(asked('module=fees'));
    expect(page.members.map(({ key }) => key).sort()).toEqual(['lib/gauge.ts', 'src/fee.ts', 'src/rate.ts']);
    const gone = { ...takeIn, from: { list: 99 } };
    expect(await edit(gone, made.revision + 2)).toEqual({ problem: 'This shortlist was deleted.' });
  });

  it('an odd form of a shortlist is refused, and no fault', async () => {
    for (const keys of ['no JSON', '{}', '[1]'])
      expect(await editLists(sent({ edit: 'make', name: 'odd', keys }))).toEqual({
        problem: 'That was not understood.',
      });
  });
});

describe('what a change reaches', () => {
  const reached = async (set: string) => {
    const { around } = await aroundPage(asked(`set=${encodeURIComponent(set)}&reach=all`));
    return around!.groups.flatMap(({ members }) => members.map(({ key }) => key));
  };

  it('is told of a shortlist, and of what differs from another survey', async () => {
    await editLists(sent({ edit: 'make', name: 'low', keys: '["lib/gauge.ts"]' }));
    const { lists, others } = await aroundPage(asked('around=lib/gauge.ts'));
    const own = lists.find(({ name }) => name === 'low')!;
    expect(own.count).toBe(1);
    writeFileSync(
      join(server.folder(), 'src', 'late.ts'),
      "import { gauge } from '../lib/gauge';\nexport const late = gauge;\n",
    );
    await server.surveyAgain();
    expect(await reached(`list:${own.id}`)).toEqual(['src/late.ts']);
    const before = (await aroundPage(asked('around=lib/gauge.ts'))).others[0].id;
    expect(before).toBeGreaterThan(others[0]?.id ?? 0);
    writeFileSync(join(server.folder(), 'lib', 'gauge.ts'), 'export const gauge = 2;\n');
    await server.surveyAgain();
    const last = (await aroundPage(asked('around=lib/gauge.ts'))).others[0].id;
    expect(await reached(`since:${last}`)).toEqual(['src/late.ts']);
  });

  it('that is of nothing there says so', async () => {
    const refused = async (set: string): Promise<unknown> =>
      aroundPage(asked(`set=${set}`)).then(
        () => null,
        (thrown: { data: unknown }) => thrown.data,
      );
    expect(await refused('list:999')).toContain('deleted');
    expect(await refused('commits:main')).toContain('no commit of a repository');
    expect(await refused('moon:1')).toContain('A set is a shortlist');
  });
});
