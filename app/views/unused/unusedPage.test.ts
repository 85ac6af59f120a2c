import { describe, expect, it } from 'vitest';
import { scopeOf } from '../../../server/views/surveyAccess/scope.ts';
import { scopeView } from '../../../server/views/scopeView.ts';
import type { UnusedPage as Page } from '../../../server/views/unusedView.ts';
import { surveyText } from '../../../tests/surveyText.ts';
import { rendered } from '../../rendered.tsx';
import { UnusedPage } from './UnusedPage.tsx';

const page: Page = {
  rows: [
    {
      ...{ key: 'a.ts#f', name: 'f', kind: 'routine', file: 'a.ts', line: 3, codeLines: 1_200 },
      ...{ class: 'doubtful', doubt: 'byName' },
    },
    {
      ...{ key: 'b.ts', name: 'b.ts', kind: 'file', file: 'b.ts', line: 1, codeLines: 7 },
      ...{ class: 'byTests', doubt: null },
    },
  ],
  ...{
    total: 402,
    codeLines: 2_500,
    allLines: 10_000,
    show: 'all',
    page: 1,
    pages: 3,
    libraries: 1,
    revision: 4,
    unreadRules: null,
  },
  counts: { notReferenced: 1, byUnused: 2, byTests: 3, doubtful: 4 },
  entryPoints: [
    { role: 'program', count: 2 },
    { role: 'export', count: 1 },
  ],
  said: ['app/**'],
};

async function shown(own: Partial<Page> = {}): Promise<{ text: string; html: string }> {
  const survey = await surveyText({ 'a.ts': 'export const a = 1;\n', 'src/b.ts': 'export const b = 1;\n' });
  const scope = scopeView(survey, scopeOf(survey, 'folders', ''));
  return rendered(UnusedPage, { ...page, ...own, scope });
}

describe('the page of unused code', () => {
  it('says how much it is, of what', async () => {
    const { text } = await shown();
    expect(text).toContain('402 elements, 2,500 lines of code, 25.0 % of 10,000 lines of production code');
    expect((await shown({ total: 1, codeLines: 1, allLines: 0 })).text).toContain(
      '1 element, 1 line of code, 100.0 % of 0 lines',
    );
  });

  it('says of each row its class, and why it is doubtful', async () => {
    const { text, html } = await shown();
    expect(text).toContain('1,200 f a.ts routine: doubtful: its name occurs elsewhere');
    expect(text).toContain('file: used only by tests');
    expect(html).toContain('title="Its name occurs in a string');
  });

  it('says where the code is entered, and what was added by hand', async () => {
    expect((await shown()).text).toContain('Entry points: 2 programs, 1 export; added: app/** ×');
    expect((await shown()).text).toContain('1 file of libraries: everything public in them counts as used.');
    const { text } = await shown({ entryPoints: [], said: [], libraries: 0 });
    expect(text).toContain('Entry points: none found. Frameworks');
  });

  it('leads on through its parts, and back, as far as there are some', async () => {
    const buttons = async (own: Partial<Page>): Promise<string[]> =>
      [
        ...(await shown(own)).html.matchAll(/<button[^>]*class="chip"( disabled="")?[^>]*>(Previous|Next)/g),
      ].map(([, disabled, label]) => `${label}${disabled ? ' off' : ''}`);
    expect(await buttons({})).toEqual(['Previous', 'Next']);
    expect(await buttons({ page: 0 })).toEqual(['Previous off', 'Next']);
    expect(await buttons({ page: 2 })).toEqual(['Previous', 'Next off']);
    expect(await buttons({ page: 0, pages: 1 })).toEqual([]);
    expect((await shown()).text).toContain('2 of 3');
  });

  it('says so where nothing is unused, and offers no shortlist of it', async () => {
    const { text, html } = await shown({ rows: [], total: 0, codeLines: 0 });
    expect(text).toContain('Every file, type and routine here is used from an entry point.');
    expect(html).toMatch(/disabled=""[^>]*>To a shortlist/);
  });
});
