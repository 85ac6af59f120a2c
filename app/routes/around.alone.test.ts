import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { routeServer } from '../../tests/routeServer.ts';
import { loader as card } from './card.ts';
import { loader as constructs } from './constructs.ts';
import { loader as dossier } from './dossier.ts';
import { loader as find } from './find.ts';
import type { MatchesLine } from '../../server/views/textSearchView.ts';
import { loader as matches } from './matches.ts';
import { action as editNotes, loader as notes } from './notes.tsx';
import { action as sendPicture } from './pictures.ts';
import { loader as picture } from './picture.ts';
import { action as editLists, loader as lists } from './shortlists.ts';
import { loader as listFile } from './shortlistFile.ts';
import { loader as source } from './source.tsx';
import { loader as uses } from './uses.ts';

/** The routes of looking around, as the server calls them, on a small codebase in a database of its own. */
const files = {
  'src/rate.ts':
    '/** What a barge pays. */\nexport function rate(barge: string): number {\n  return barge.length;\n}\n',
  'src/desk.ts': "import { rate } from './rate';\nexport const charge = () => rate('Emma');\n",
  'src/gone.ts': 'export const gone = 1;\n',
};
const server = routeServer(files);
const asked = (_route: string, query: Record<string, string> = {}): never =>
  server.asked(String(new URLSearchParams(query)));
const sent = (_route: string, form: Record<string, string | Blob>): never => server.sent(form);

/** What a part of a page was answered; fails when it was a problem. */
async function answerOf<T>(told: Promise<{ answer: T } | { problem: string }>): Promise<T> {
  const found = await told;
  if ('problem' in found) throw new Error(found.problem);
  return found.answer;
}

describe('finding', () => {
  it('answers what is typed, and shows what was looked at when nothing is', async () => {
    expect(
      (await answerOf(find(asked('find', { q: 'rate, functions' })))).listed.map(({ key }) => key),
    ).toEqual(['src/rate.ts#rate']);
    expect(
      (await answerOf(find(asked('find', { q: '', recent: 'src/desk.ts' })))).listed.map(({ key }) => key),
    ).toEqual(['src/desk.ts']);
    expect((await answerOf(find(asked('find', { q: '', recent: 'never.ts' })))).listed).toEqual([]);
  });

  it('sends matches line by line, and a sentence for what is no pattern', async () => {
    const lines = async (query: Record<string, string>): Promise<MatchesLine[]> => {
      const text = await (await matches(asked('matches', query))).text();
      return text
        .trim()
        .split('\n')
        .map((line) => JSON.parse(line) as MatchesLine);
    };
    const found = await lines({ q: 'rate' });
    expect(found.flatMap((line) => (line.kind === 'part' ? line.files.map(({ path }) => path) : []))).toEqual(
      ['src/desk.ts', 'src/rate.ts'],
    );
    expect(await lines({ q: '(rate', pattern: '1' })).toEqual([
      { kind: 'problem', sentence: expect.stringContaining('no regular expression') as string },
    ]);
  });
});

describe('reading', () => {
  it('tells of a name what it is, and of an element all that is known', async () => {
    expect(await answerOf(card(asked('card', { key: 'src/rate.ts#rate' })))).toMatchObject({
      form: 'function',
      signature: 'export function rate(barge: string): number',
      doc: 'What a barge pays.',
      place: 'src/rate.ts',
      line: 2,
    });
    expect(await card(asked('card', { key: 'never.ts' }))).toEqual({
      problem: 'There is no never.ts in this survey.',
    });
    expect(await dossier(asked('dossier', { focus: 'src/rate.ts#rate' }))).toMatchObject({
      answer: { usedBy: { total: 1, listed: [{ key: 'src/desk.ts#charge' }] } },
    });
    expect(await dossier(asked('dossier', { focus: 'never.ts' }))).toEqual({
      problem: 'There is no never.ts in this survey.',
    });
  });

  it('gives a step of uses by kind, and refuses what makes no sense', async () => {
    const step = (query: Record<string, string>) => uses(asked('uses', query));
    expect(await step({ key: 'src/rate.ts', direction: 'usedBy', of: 'imports' })).toMatchObject({
      answer: { total: 1 },
    });
    expect(await step({ key: 'src/rate.ts', direction: 'usedBy', of: 'inheritance' })).toMatchObject({
      answer: { total: 0 },
    });
    expect(await step({ key: 'src/rate.ts', direction: 'sideways' })).toEqual({
      problem: 'A step of uses leads up (uses) or down (usedBy).',
    });
    expect(await step({ key: 'never.ts', direction: 'uses' })).toEqual({
      problem: 'There is no never.ts in this survey.',
    });
  });

  it('tells where the names of a file lead, and nothing of files that it does not know', async () => {
    const found = await answerOf(constructs(asked('constructs', { file: 'src/desk.ts' })));
    const keys = found.constructs?.links.flatMap(({ targets }) => targets.map(({ element }) => element.key));
    expect(keys).toContain('src/rate.ts#rate');
    expect((await answerOf(constructs(asked('constructs', { file: 'package.json' })))).constructs).toBeNull();
  });

  it('shows the text that was surveyed of a file that is gone', async () => {
    rmSync(join(server.folder(), 'src', 'gone.ts'));
    const { sources } = await source(asked('source', { file: 'src/gone.ts', beside: 'src/desk.ts' }));
    expect(sources.map(({ path, state, changed }) => ({ path, state, changed }))).toEqual([
      { path: 'src/gone.ts', state: 'kept', changed: false },
      { path: 'src/desk.ts', state: 'current', changed: false },
    ]);
    expect(sources[0].text).toBe(files['src/gone.ts']);
  });
});

describe('shortlists', () => {
  const made = async (form: Record<string, string>): Promise<number> => {
    const answer = (await editLists(sent('shortlists', form))) as { made: number };
    return answer.made;
  };
  const keysOf = async (id: number): Promise<string[]> =>
    (await lists(asked('shortlists', { open: String(id) }))).open!.members.map(({ key }) => key);

  it('are made, grown, shrunk, completed, combined, inverted and removed', async () => {
    const first = await made({ edit: 'make', name: 'first', keys: '["src/desk.ts"]' });
    await editLists(sent('shortlists', { edit: 'add', id: String(first), keys: '["src/gone.ts"]' }));
    expect(await keysOf(first)).toEqual(['src/desk.ts', 'src/gone.ts']);
    await editLists(sent('shortlists', { edit: 'takeOut', id: String(first), keys: '["src/gone.ts"]' }));
    const id = String(first);
    const whole = await made({ edit: 'complete', id, direction: 'uses', steps: '3' });
    expect(await keysOf(whole)).toEqual(['src/desk.ts', 'src/rate.ts']);
    const combined = (how: string) => made({ edit: 'combine', id: String(whole), other: id, how });
    expect(await keysOf(await combined('difference'))).toEqual(['src/rate.ts']);
    expect(await keysOf(await combined('intersection'))).toEqual(['src/desk.ts']);
    expect(await keysOf(await combined('union'))).toEqual(['src/desk.ts', 'src/rate.ts']);
    expect(await keysOf(await made({ edit: 'invert', id }))).toEqual(['src/gone.ts', 'src/rate.ts']);
    expect(
      await keysOf(await made({ edit: 'makeFound', name: 'found', q: 'functions, in src/rate' })),
    ).toEqual(['src/rate.ts#rate']);
    expect(await editLists(sent('shortlists', { edit: 'remove', id }))).toEqual({
      removed: { name: 'first', keys: ['src/desk.ts'] },
    });
    expect(await editLists(sent('shortlists', { edit: 'add', id, keys: '[]' }))).toEqual({
      problem: 'This shortlist was deleted.',
    });
  });

  it('leave as files and come back as they were', async () => {
    const id = await made({ edit: 'make', name: 'a/b "c"', keys: '["src/desk.ts", "never.ts"]' });
    const file = async (name: string): Promise<Response> =>
      Promise.resolve(
        listFile({ ...(asked('') as object), params: { codebaseId: '1', file: name } } as never),
      );
    const csv = await file(`${id}.csv`);
    expect(csv.headers.get('content-disposition')).toBe('attachment; filename="a_b_c_.csv"');
    const back = await made({ edit: 'import', name: 'back', text: await csv.text() });
    const json = await (await file(`${id}.json`)).text();
    const again = await made({ edit: 'import', name: 'again', text: json });
    expect(await keysOf(back)).toEqual(['never.ts', 'src/desk.ts']);
    expect(await keysOf(again)).toEqual(await keysOf(back));
    expect((await lists(asked('shortlists', { open: String(back) }))).open).toMatchObject({
      count: 2,
      gone: 1,
    });
  });

  it('refuse edits that make no sense', async () => {
    for (const name of ['', ' '])
      expect(await editLists(sent('shortlists', { edit: 'make', name, keys: '[]' }))).toEqual({
        problem: 'That was not understood.',
      });
    expect(await editLists(sent('shortlists', { edit: 'import', name: 'x', text: '{' }))).toEqual({
      problem: expect.stringContaining('This JSON holds no shortlist') as string,
    });
  });
});

describe('notes', () => {
  it('are written by whoever runs the server when nobody signs, listed by element, and need words', async () => {
    const form = { edit: 'write', key: 'src/rate.ts#rate', body: '*why* length?', author: '' };
    await editNotes(sent('notes', form));
    await editNotes(sent('notes', { ...form, key: 'never.ts#rate', author: 'Ida' }));
    const on = (await notes(asked('notes', { on: 'src/rate.ts#rate' }))).notes;
    expect(on).toMatchObject([{ body: '*why* length?', line: null, on: { name: 'rate' }, candidates: [] }]);
    expect(on[0].author).not.toBe('');
    const [lost] = (await notes(asked('notes'))).notes;
    expect(lost).toMatchObject({ author: 'Ida', on: null, candidates: [{ key: 'src/rate.ts#rate' }] });
    await editNotes(sent('notes', { edit: 'attach', id: String(lost.id), key: 'src/rate.ts#rate' }));
    expect((await notes(asked('notes', { on: 'src/rate.ts#rate' }))).notes).toHaveLength(2);
    expect(await editNotes(sent('notes', { ...form, body: '  ' }))).toEqual({
      problem: 'A note needs some words.',
    });
  });

  it('take pictures, which are served as nothing but pictures', async () => {
    const bytes = new Blob(['picture'], { type: 'image/png' });
    const { picture: id } = (await sendPicture(sent('pictures', { picture: bytes }))) as { picture: string };
    const served = picture({ ...(asked('') as object), params: { codebaseId: '1', pictureId: id } } as never);
    expect(await served.text()).toBe('picture');
    expect(served.headers.get('content-type')).toBe('image/png');
    expect(served.headers.get('x-content-type-options')).toBe('nosniff');
    const page = new Blob(['<script>'], { type: 'text/html' });
    expect(await sendPicture(sent('pictures', { picture: page }))).toEqual({
      problem: 'Only PNG, JPEG, GIF and WebP pictures can be put into a note.',
    });
    expect(await sendPicture(sent('pictures', { picture: 'none' }))).toEqual({
      problem: 'There was no picture in it.',
    });
  });
});
