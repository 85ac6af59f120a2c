import { EditorState } from '@codemirror/state';
import { describe, expect, it } from 'vitest';
import { CONSTRUCT } from '../../../core/facts/constructs.ts';
import type { SourceConstructs } from '../../../server/views/constructsView.ts';
import type { OutlineRow } from '../../../server/views/outlineView.ts';
import { constructs, isUnresolvedName, linkAt, setConstructs } from './constructs.ts';
import { outlineRows } from './Outline.tsx';

const text = 'f(`${rate}`, other)';
const known: SourceConstructs = {
  spans: [
    [0, 1, CONSTRUCT.name, 0],
    [2, 11, CONSTRUCT.literal, -1],
    [5, 9, CONSTRUCT.name, 1],
    [13, 18, CONSTRUCT.name, -1],
  ].flat(),
  links: [
    {
      targets: [{ element: { key: 'a.ts#f', name: 'f', kind: 'routine' }, kind: 'call', certainty: 'exact' }],
      local: null,
    },
    { targets: [], local: 5 },
  ],
};

function stateWith(found: SourceConstructs): EditorState {
  const extensions = constructs({ take: () => {}, follow: () => {} });
  const state = EditorState.create({ doc: text, extensions });
  return state.update({ effects: setConstructs.of(found) }).state;
}

describe('a text in the editor', () => {
  it('knows which name an offset lies in, also within a literal, and where it leads', () => {
    const state = stateWith(known);
    expect(linkAt(state, 0)?.link.targets[0].element.key).toBe('a.ts#f');
    expect(linkAt(state, 7)).toMatchObject({ from: 5, to: 9, link: { local: 5 } });
    expect(linkAt(state, 15)).toBeNull();
  });

  it('says of which names it does not know where they lead', () => {
    const state = stateWith(known);
    expect(isUnresolvedName(state, 15)).toBe(true);
    expect(isUnresolvedName(state, 7)).toBe(false);
    expect(isUnresolvedName(state, 3)).toBe(false);
  });

  it('knows nothing before it is told', () => {
    expect(linkAt(stateWith({ spans: [], links: [] }), 0)).toBeNull();
    expect(isUnresolvedName(stateWith({ spans: [], links: [] }), 0)).toBe(false);
  });
});

const row = (name: string, depth: number, cyclomatic: number | null, from: string | null = null) =>
  ({
    key: name,
    name,
    depth,
    cyclomatic,
    codeLines: cyclomatic,
    from: from === null ? null : { key: from, name: from, kind: 'type' },
  }) as OutlineRow;

const rows = [
  row('Lock', 0, null),
  row('open', 1, 3),
  row('close', 1, 1),
  row('render', 1, 2, 'Screen'),
  row('toll', 0, 9),
];
const shown = (choice: Partial<Parameters<typeof outlineRows>[1]>): string[] =>
  outlineRows(rows, { filter: '', order: 'source', withInherited: false, ...choice }).map(({ name }) => name);

describe('an outline', () => {
  it('is in source order, without what is inherited unless asked', () => {
    expect(shown({})).toEqual(['Lock', 'open', 'close', 'toll']);
    expect(shown({ withInherited: true })).toEqual(['Lock', 'open', 'close', 'render', 'toll']);
  });

  it('filtered keeps what a match stands in, and nothing beside it', () => {
    expect(shown({ filter: 'CLO' })).toEqual(['Lock', 'close']);
    expect(shown({ filter: 'nothing' })).toEqual([]);
  });

  it('is ordered by name or by measure, the largest first', () => {
    expect(shown({ order: 'name' })).toEqual(['close', 'Lock', 'open', 'toll']);
    expect(shown({ order: 'complexity' })).toEqual(['toll', 'open', 'close', 'Lock']);
    expect(shown({ order: 'complexity', filter: 'o' })).toEqual(['toll', 'open', 'close', 'Lock']);
  });
});
