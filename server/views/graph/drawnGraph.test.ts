import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { endsIn } from '../../../core/arrangement/ends.ts';
import { stronglyConnectedComponents } from '../../../core/graph/components.ts';
import { joinEdges } from '../../../core/graph/rollUp.ts';
import { condensedCycles } from './condensedCycles.ts';
import { withoutSome, type DrawnGraph, type DrawnLink, type DrawnNode } from './drawnGraph.ts';

const node = (end: string, parent: number, isOpen: boolean): DrawnNode => ({
  ...{ key: end, end, name: end, kind: isOpen ? 'folder' : 'file', isRest: false, chain: [] },
  ...{ parent, isOpen, opens: isOpen, holds: null, cycle: null, users: null, used: null },
  ...{ place: 0, members: null, news: null },
});

/** Up to four open groups, some in others, and files in them or at the top; links between files, none twice. */
const anyDrawing = fc
  .record({
    groups: fc.array(fc.nat(3), { maxLength: 4 }),
    files: fc.array(fc.nat(4), { minLength: 1, maxLength: 9 }),
    links: fc.array(fc.tuple(fc.nat(8), fc.nat(8), fc.integer({ min: 1, max: 9 })), { maxLength: 25 }),
  })
  .map(({ groups, files, links }): DrawnGraph => {
    const nodes = [
      ...groups.map((around, i) => node(`g${i}`, around < i ? around : -1, true)),
      ...files.map((around, i) => node(`f${i}`, around < groups.length ? around : -1, false)),
    ];
    const known = new Map<string, DrawnLink>();
    for (const [a, b, references] of links) {
      const [from, to] = [groups.length + (a % files.length), groups.length + (b % files.length)];
      const link = {
        from,
        to,
        references,
        isAgainst: a < b,
        isInferred: references % 2 === 0,
        broken: null,
        was: null,
      };
      if (from !== to) known.set(`${from} ${to}`, link);
    }
    return withoutSome({ nodes, links: [...known.values()] }, () => false);
  });

const graphOf = ({ nodes, links }: DrawnGraph) =>
  joinEdges(nodes.length, (take) => links.forEach(({ from, to, references }) => take(from, to, references)));

/** Every node stands after what is around it, and no open one is empty. */
function isWhole({ nodes, links }: DrawnGraph): boolean {
  const around = new Set(nodes.map(({ parent }) => parent));
  return (
    nodes.every(({ parent, isOpen }, at) => parent < at || !isOpen || parent === -1) &&
    nodes.every(({ isOpen }, at) => !isOpen || around.has(at)) &&
    nodes.every(({ parent }) => parent === -1 || nodes[parent].isOpen) &&
    links.every(({ from, to }) => !nodes[from].isOpen && !nodes[to].isOpen && from !== to)
  );
}

describe('cycles as one box each', () => {
  it('leave no cycle, and all references between what is in different ones', () => {
    fc.assert(
      fc.property(anyDrawing, (drawn) => {
        const before = graphOf(drawn);
        const { componentOf } = stronglyConnectedComponents(before);
        const condensed = condensedCycles(drawn, new Set());
        expect(isWhole(condensed)).toBe(true);
        const after = graphOf(condensed);
        expect(stronglyConnectedComponents(after).count).toBe(condensed.nodes.length);
        const across = drawn.links
          .filter(({ from, to }) => componentOf[from] !== componentOf[to])
          .reduce((sum, { references }) => sum + references, 0);
        expect(condensed.links.reduce((sum, { references }) => sum + references, 0)).toBe(across);
        // Each file is there once: alone, or in one box.
        const ends = condensed.nodes.flatMap(({ end, isOpen }) => (isOpen ? [] : endsIn(end)));
        expect(ends.sort()).toEqual(drawn.nodes.flatMap(({ end, isOpen }) => (isOpen ? [] : [end])).sort());
      }),
    );
  });

  it('stand in a group that is around all of their members', () => {
    fc.assert(
      fc.property(anyDrawing, (drawn) => {
        const { nodes } = condensedCycles(drawn, new Set());
        const groupsAround = (all: readonly DrawnNode[], at: number): string[] => {
          const chain: string[] = [];
          for (let group = all[at].parent; group >= 0; group = all[group].parent) chain.push(all[group].end);
          return chain;
        };
        nodes.forEach(({ members }, at) => {
          if (members === null) return;
          const own = groupsAround(nodes, at);
          for (const member of members) {
            const was = drawn.nodes.findIndex(({ end }) => end === member.end);
            expect(groupsAround(drawn.nodes, was)).toEqual(expect.arrayContaining(own));
          }
        });
      }),
    );
  });
});

describe('a drawing without some of its boxes', () => {
  it('keeps the others with the links between them, and no group that is empty', () => {
    fc.assert(
      fc.property(anyDrawing, fc.array(fc.nat(12)), (drawn, gone) => {
        const isGone = (at: number): boolean => gone.includes(at);
        const left = withoutSome(drawn, isGone);
        expect(isWhole(left)).toBe(true);
        const stays = drawn.nodes.filter(({ isOpen }, at) => !isOpen && !isGone(at)).map(({ end }) => end);
        expect(left.nodes.filter(({ isOpen }) => !isOpen).map(({ end }) => end)).toEqual(stays);
        const told = ({ nodes, links }: DrawnGraph): string[] =>
          links.map(({ from, to, references }) => `${nodes[from].end} ${nodes[to].end} ${references}`).sort();
        const kept = { ...drawn, links: drawn.links.filter(({ from, to }) => !isGone(from) && !isGone(to)) };
        expect(told(left)).toEqual(told(kept));
      }),
    );
  });
});
