import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { codeOf } from '../../../tests/codeOfUses.ts';
import { scopeOf } from '../surveyAccess/scope.ts';
import { filterOf } from '../graphQuery/filters.ts';
import { graphQuery } from './graphQuery.ts';
import { graphView, type GraphPicture } from './graphView.ts';

const places = ['a/x', 'a/y', 'a/in/z', 'b/x', 'b/y', 'c/x', 'c/in/deep/y', 'top'];
const anyUse = fc
  .tuple(fc.constantFrom(...places), fc.constantFrom(...places, 'npm:zod'))
  .filter(([from, to]) => from !== to);
const anyUses = fc.uniqueArray(anyUse, { minLength: 1, maxLength: 14, selector: String });
const someFile = fc.constantFrom(...places).map((place) => `${place}.ts`);
const step = fc.integer({ min: 0, max: 3 });

function drawn(survey: SurveyedCodebase, params: Record<string, string | string[]>): GraphPicture {
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(params))
    for (const each of [value].flat()) search.append(name, each);
  return graphView(survey, {
    ...{ by: 'folders', grain: 'files', withTests: true, filter: filterOf('any', 'resolved') },
    ...{ scope: scopeOf(survey, 'folders', ''), query: graphQuery(search) },
  });
}

/** Who uses whom, file by file, as the uses say. */
function usesOf(uses: readonly [string, string][]): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  for (const [from, to] of uses.filter(([, used]) => !used.includes(':'))) {
    const own = found.get(`${from}.ts`) ?? new Set();
    found.set(`${from}.ts`, own.add(`${to}.ts`));
  }
  return found;
}

function turned(links: ReadonlyMap<string, ReadonlySet<string>>): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  for (const [from, all] of links)
    for (const to of all) found.set(to, (found.get(to) ?? new Set()).add(from));
  return found;
}

/** All within so many steps, by going from each to the next. */
function within(links: ReadonlyMap<string, ReadonlySet<string>>, start: string, steps: number): Set<string> {
  const reached = new Set([start]);
  let front = [start];
  for (let i = 0; i < steps; i++) {
    front = front.flatMap((each) => [...(links.get(each) ?? [])]).filter((each) => !reached.has(each));
    front.forEach((each) => reached.add(each));
  }
  return reached;
}

const filesIn = ({ nodes }: GraphPicture): string[] =>
  nodes.flatMap(({ kind, key }) => (kind === 'file' ? [key] : [])).sort();

describe('any drawing', () => {
  it('has each thing once, and one link from one to another, whatever was added and taken out', async () => {
    await fc.assert(
      fc.asyncProperty(
        anyUses,
        fc.record({ around: someFile, up: step, down: step }),
        fc.array(someFile, { maxLength: 3 }),
        fc.array(someFile, { maxLength: 2 }),
        async (uses, { around, up, down }, added, users) => {
          const survey = await codeOf([
            ...uses.map(([from, to]) => `${from} > ${to}`),
            `${around.slice(0, -3)} > b/x`,
          ]);
          const picture = drawn(survey, {
            ...{ around, up: String(up), down: String(down), externals: 'in' },
            ...{ add: added, users },
          });
          const ends = picture.nodes.map(({ end }) => end);
          expect(new Set(ends).size).toBe(ends.length);
          const links = picture.edges.map(({ from, to }) => `${from} ${to}`);
          expect(new Set(links).size).toBe(links.length);
          for (const { from, to } of picture.edges) {
            expect(from).not.toBe(to);
            expect(picture.nodes[from].isOpen || picture.nodes[to].isOpen).toBe(false);
          }
          // What is open stands before what stands in it.
          picture.nodes.forEach(({ parent }, at) => expect(parent).toBeLessThan(at));
        },
      ),
      { numRuns: 30 },
    );
  });

  it('around a file holds just the files that a slow walk of so many steps reaches, in circles too', async () => {
    await fc.assert(
      fc.asyncProperty(anyUses, step, step, async (uses, up, down) => {
        const survey = await codeOf(uses.map(([from, to]) => `${from} > ${to}`));
        const around = `${uses[0][0]}.ts`;
        const links = usesOf(uses);
        const expected = new Set([...within(links, around, down), ...within(turned(links), around, up)]);
        const picture = drawn(survey, { around, up: String(up), down: String(down) });
        expect(filesIn(picture)).toEqual([...expected].sort());
        expect(picture.left).toBe(0);
      }),
      { numRuns: 40 },
    );
  });

  it('by all ways between two holds just what lies on a way', async () => {
    await fc.assert(
      fc.asyncProperty(anyUses, someFile, async (uses, until) => {
        const all: [string, string][] = [...uses, [until.slice(0, -3), 'npm:zod']];
        const survey = await codeOf(all.map(([from, to]) => `${from} > ${to}`));
        const around = `${uses[0][0]}.ts`;
        fc.pre(around !== until);
        const links = usesOf(all);
        const onWay = (from: string, to: string): string[] => {
          const before = within(turned(links), to, 20);
          return [...within(links, from, 20)].filter((file) => before.has(file)).sort();
        };
        const [there, back] = [onWay(around, until), onWay(until, around)];
        const picture = drawn(survey, { around, until, ways: 'all' });
        expect(picture.noWay === null).toBe(there.length + back.length > 0);
        if (there.length > 0) expect(filesIn(picture)).toEqual(there);
        else if (back.length > 0) expect(filesIn(picture)).toEqual(back);
      }),
      { numRuns: 40 },
    );
  });

  it('counts as many references as the same drawing with every group closed, but for those that stay inside', async () => {
    await fc.assert(
      fc.asyncProperty(anyUses, async (uses) => {
        const survey = await codeOf(uses.map(([from, to]) => `${from} > ${to}`));
        const sum = ({ edges }: GraphPicture): number =>
          edges.reduce((all, { references }) => all + references, 0);
        const closed = drawn(survey, { open: '' });
        const opened = drawn(survey, { open: ['a', 'a/in', 'b', 'c', 'c/in', 'c/in/deep'] });
        const top = (key: string): string => key.split('/')[0];
        const inside = opened.edges
          .filter(({ from, to }) => top(opened.nodes[from].key) === top(opened.nodes[to].key))
          .reduce((all, { references }) => all + references, 0);
        expect(sum(opened) - inside).toBe(sum(closed));
      }),
      { numRuns: 30 },
    );
  });
});
