import { describe, expect, it } from 'vitest';
import type { DeclaredPage, DeclaredRow } from '../../../server/views/declaredView.ts';
import { rendered } from '../../rendered.tsx';
import { BuildPage } from './BuildPage.tsx';

const end = (name: string): DeclaredRow['from'] => ({
  key: `modules:${name}`,
  name,
  kind: 'group',
  end: name,
});
const row = (own: Partial<DeclaredRow>): DeclaredRow => ({
  ...{ from: end('tolls'), to: end('core'), state: 'undeclared', references: 12, ofTests: 0, path: [] },
  ...own,
});

function shown(rows: DeclaredRow[], own: Partial<DeclaredPage> = {}): { text: string; html: string } {
  const counts = { undeclared: 1, through: 2, unused: 3, onlyTests: 4, unread: 0, asDeclared: 5 };
  return rendered(BuildPage, { page: { rows, counts, show: 'faults', modules: 3, ...own } });
}

describe('the page of build modules', () => {
  it('counts what differs, and says what is not judged only where there is such', () => {
    const { text } = shown([row({})]);
    expect(text).toContain(
      '1 dependency undeclared, 3 unused, 4 used only by tests, 2 declared only by another module, 5 as declared Export',
    );
    const counts = { undeclared: 2, through: 0, unused: 0, onlyTests: 0, unread: 7, asDeclared: 0 };
    expect(shown([row({})], { counts }).text).toContain('2 dependencies undeclared');
    expect(shown([row({})], { counts }).text).toContain('0 as declared, 7 not judged Export');
  });

  it('marks in red what is used and not declared, and nothing else', () => {
    const classOf = (state: DeclaredRow['state']): string | undefined =>
      /<td class="(against|caution|faded)">/.exec(shown([row({ state })]).html)?.[1];
    expect(
      (['undeclared', 'through', 'unused', 'onlyTests', 'unread', 'asDeclared'] as const).map(classOf),
    ).toEqual(['against', 'caution', 'caution', 'caution', 'faded', 'faded']);
  });

  it('leads to places where there are some, and through whom it is declared', () => {
    const { text, html } = shown([row({ state: 'through', path: ['locks', 'gates'], references: 1_200 })]);
    expect(text).toContain('used, declared only by another module locks → gates 1,200 0');
    expect(html).toMatch(/<button[^>]*link mono[^>]*>1,200/);
    expect(html).toMatch(/<span class="faded">0<\/span>/);
  });

  it('says why it is empty', () => {
    expect(shown([], { modules: 1 }).text).toContain('No build modules to compare');
    expect(shown([], { modules: 3 }).text).toContain(
      'Nothing of this kind Declared and used dependencies agree',
    );
    const counts = { undeclared: 0, through: 0, unused: 0, onlyTests: 0, unread: 10, asDeclared: 1 };
    expect(shown([], { counts }).text).toContain('10 dependencies not judged, because a build file');
    expect(shown([]).html).toMatch(/disabled=""[^>]*>Export as CSV/);
  });
});
