import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { beforeAll, describe, expect, it } from 'vitest';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { surveyText } from '../../../tests/surveyText.ts';
import { scopeOf } from '../surveyAccess/scope.ts';
import { matrixView } from '../matrixView.ts';
import { filterOf } from '../graphQuery/filters.ts';
import { graphQuery } from './graphQuery.ts';
import { graphText } from './graphFile.ts';
import type { TextFormat } from './graphFormats.ts';
import { graphView, type GraphPicture } from './graphView.ts';

let survey: SurveyedCodebase;
beforeAll(async () => {
  survey = await surveyText({
    'locks/gate.ts': "import { pump } from './pump';\nexport const gate = () => pump() + pump();\n",
    'locks/pump.ts': 'export const pump = () => 1;\n',
    'tolls/rate.ts': "import { gate } from '../locks/gate';\nexport const rate = () => gate();\n",
    'tolls/bill.ts':
      "import { rate } from './rate';\nimport { pump } from '../locks/pump';\nexport const bill = () => rate() + pump();\n",
    'desk/deep/form.ts': "import { bill } from '../../tolls/bill';\nexport const form = () => bill();\n",
    'desk/deep/ring.ts': "import { form } from './form';\nexport const ring = () => form();\n",
    'desk/alone.ts': 'export const alone = 1;\n',
  });
});

const question = {
  by: 'folders' as const,
  grain: 'files' as const,
  filter: filterOf('any', 'resolved'),
  withTests: true,
};
function drawn(search: string, everything = false): GraphPicture {
  const query = graphQuery(new URLSearchParams(search));
  return graphView(survey, { ...question, scope: scopeOf(survey, 'folders', ''), query, everything });
}
const named = ({ nodes }: GraphPicture): string[] => nodes.map(({ key }) => key);
const linked = ({ nodes, edges }: GraphPicture): string[] =>
  edges.map(({ from, to, references }) => `${nodes[from].key} → ${nodes[to].key} ${references}`);

describe('the graph of the whole', () => {
  it('has boxes as wide as the names by which they are told apart', async () => {
    const twins = await surveyText({
      'barges/register.ts':
        'export class Barge {\n  open() {}\n}\nexport class LockKeeper {\n  open() {}\n}\n',
    });
    const { nodes } = graphView(twins, {
      ...{ ...question, grain: 'routines' as const, scope: scopeOf(twins, 'folders', '') },
      query: graphQuery(new URLSearchParams('')),
      everything: true,
    });
    const widthOf = (key: string): number => nodes.find((node) => node.key.endsWith(key))!.width;
    // What both are called without their types takes a third of it.
    expect(widthOf('LockKeeper.open')).toBeGreaterThan('LockKeeper.open'.length * 7);
    expect(widthOf('Barge.open')).toBeLessThan(widthOf('LockKeeper.open'));
  });

  it('has closed groups, and what is in open ones, with the references that the matrix counts', () => {
    const query = 'open=locks';
    const picture = drawn(query);
    expect(named(picture).sort()).toEqual(['desk', 'locks', 'locks/gate.ts', 'locks/pump.ts', 'tolls']);
    const { rows, cells } = matrixView(survey, {
      ...question,
      scope: scopeOf(survey, 'folders', ''),
      open: ['locks'],
      flat: false,
      order: 'level',
    });
    const inMatrix = cells.count.map(
      (count, at) => `${rows[cells.row[at]].key} → ${rows[cells.column[at]].key} ${count}`,
    );
    expect(linked(picture).sort()).toEqual(inMatrix.sort());
    expect([picture.links, picture.hidden]).toEqual([inMatrix.length, 0]);
    const [gate, pump] = ['locks/gate.ts', 'locks/pump.ts'].map((key) =>
      picture.nodes.find((node) => node.key === key)!,
    );
    expect(picture.nodes[gate.parent].key).toBe('locks');
    expect(gate.y).toBeLessThan(pump.y);
    expect(picture.largest).toBe(Math.max(...picture.edges.map(({ references }) => references)));
  });

  it('leaves out weak links, those that a longer path implies, and what is taken away', () => {
    const all = drawn('open=locks&open=tolls&open=desk');
    expect(linked(all)).toContain('tolls/bill.ts → locks/pump.ts 2');
    const without = drawn('open=locks&open=tolls&open=desk&implied=out');
    expect(linked(without)).not.toContain('tolls/bill.ts → locks/pump.ts 2');
    expect(without.hidden).toBe(1);
    expect(
      linked(drawn('open=locks&open=tolls&least=3')).every((text) => Number(text.split(' ').at(-1)) >= 3),
    ).toBe(true);
    expect(named(drawn('open=locks&without=tolls&without=locks/pump.ts')).sort()).toEqual([
      'desk',
      'locks',
      'locks/gate.ts',
    ]);
  });

  it('takes out a group with all that stands in it, and one of which nothing is left', () => {
    expect(named(drawn('open=locks&without=locks')).sort()).toEqual(['desk', 'tolls']);
    const emptied = drawn('open=locks&without=locks/gate.ts&without=locks/pump.ts');
    expect(named(emptied).sort()).toEqual(['desk', 'tolls']);
  });

  it('opens groups in place: what stands in another box keeps its place in it', () => {
    const within = (search: string): [number, number][] => {
      const { nodes } = drawn(search);
      const box = nodes.findIndex(({ key }) => key === 'locks');
      return nodes
        .filter(({ parent }) => parent === box)
        .map(({ x, y }) => [x - nodes[box].x, y - nodes[box].y]);
    };
    expect(within('open=locks&open=tolls')).toEqual(within('open=locks'));
  });
});

describe('the graph around an element', () => {
  it('has so many steps of users and of what is used, in the groups that they stand in', () => {
    const one = drawn('around=tolls/rate.ts');
    expect(
      named(one)
        .filter((key) => key.endsWith('.ts'))
        .sort(),
    ).toEqual(['locks/gate.ts', 'tolls/bill.ts', 'tolls/rate.ts']);
    expect(one.around?.key).toBe('tolls/rate.ts');
    const far = drawn('around=tolls/rate.ts&up=0&down=2');
    expect(
      named(far)
        .filter((key) => key.endsWith('.ts'))
        .sort(),
    ).toEqual(['locks/gate.ts', 'locks/pump.ts', 'tolls/rate.ts']);
    // A chain of folders with nothing else drawn in them is one box.
    const up = drawn('around=tolls/bill.ts&down=0&up=2');
    expect(up.nodes.find(({ isOpen, name }) => isOpen && name === 'deep')?.chain).toEqual(['desk']);
  });

  it('says how many more use a thing or are used, and draws those that are added', () => {
    const picture = drawn('around=tolls/rate.ts');
    const bill = picture.nodes.find(({ key }) => key === 'tolls/bill.ts')!;
    expect(bill.users).toEqual({
      count: 1,
      strongest: ['desk/deep/form.ts'],
      groups: [{ key: 'desk/deep', name: 'deep', count: 1 }],
    });
    expect(bill.used).toMatchObject({ count: 1, strongest: ['locks/pump.ts'] });
    const pump = drawn('around=locks/pump.ts&up=0').nodes.find(({ key }) => key === 'locks/pump.ts')!;
    expect(pump.users?.groups.map(({ key, count }) => `${key} ${count}`)).toEqual(['locks 1', 'tolls 1']);
    const more = drawn('around=tolls/rate.ts&with=desk/deep/form.ts');
    expect(more.nodes.find(({ key }) => key === 'tolls/bill.ts')!.users).toBeNull();
    expect(more.nodes.find(({ key }) => key === 'desk/deep/form.ts')!.users).toMatchObject({ count: 1 });
    expect(drawn('').nodes.every(({ users, used }) => users === null && used === null)).toBe(true);
  });

  it('draws the ways from one to another instead: the shortest, or all, whichever uses the other', () => {
    const files = (search: string): string[] =>
      named(drawn(search))
        .filter((key) => key.endsWith('.ts'))
        .sort();
    const direct = ['locks/pump.ts', 'tolls/bill.ts'];
    expect(files('around=tolls/bill.ts&until=locks/pump.ts')).toEqual(direct);
    expect(files('around=locks/pump.ts&until=tolls/bill.ts')).toEqual(direct);
    expect(files('around=tolls/bill.ts&until=locks/pump.ts&ways=all')).toEqual([
      'locks/gate.ts',
      'locks/pump.ts',
      'tolls/bill.ts',
      'tolls/rate.ts',
    ]);
    // From and to all that a group holds; and both alone where no way leads.
    expect(files('around=desk/deep&until=locks')).toContain('tolls/bill.ts');
    expect(files('around=desk/alone.ts&until=locks/pump.ts')).toEqual(['desk/alone.ts', 'locks/pump.ts']);
    const { around, until } = drawn('around=tolls/bill.ts&until=locks');
    expect([around?.name, until?.key]).toEqual(['bill.ts', 'locks']);
  });

  it('is a problem for what is not there', () => {
    expect(() => drawn('around=gone.ts')).toThrow('gone.ts is not among what is drawn here.');
  });
});

describe('a graph as text', () => {
  const written = (format: TextFormat): string =>
    graphText(drawn('', true), format, 'Files "by" <folder> & all');

  it('is GraphML with graphs in nodes, each node with its place, and every edge between two of them', () => {
    const text = written('graphml');
    expect(XMLValidator.validate(text)).toBe(true);
    const { graphml } = new XMLParser({
      ignoreAttributes: false,
      attributeNamePrefix: '',
      isArray: (name) => name === 'node' || name === 'edge',
    }).parse(text) as {
      graphml: { graph: { desc: string; node: unknown[]; edge: { source: string; target: string }[] } };
    };
    expect(graphml.graph.desc).toBe('Files "by" <folder> & all');
    const ids = new Set([...text.matchAll(/<node id="([^"]+)"/g)].map(([, id]) => id));
    expect(ids.size).toBe(drawn('', true).nodes.length);
    for (const { source, target } of graphml.graph.edge)
      expect([ids.has(source), ids.has(target)]).toEqual([true, true]);
  });

  it('is DOT and Mermaid with groups around what stands in them', () => {
    const { nodes, edges } = drawn('', true);
    for (const [format, begin, arrow] of [
      ['dot', 'subgraph cluster_', ' -> '],
      ['mermaid', 'subgraph n', '-->'],
    ] as const) {
      const text = written(format);
      expect(text.split(begin).length - 1).toBe(nodes.filter(({ isOpen }) => isOpen).length);
      expect(text.split(arrow).length - 1).toBe(edges.length);
    }
    expect(written('dot')).toContain('label="Files \\"by\\" <folder> & all"');
  });

  it('is a table of links, and JSON with coordinates', () => {
    const { edges, nodes } = drawn('', true);
    expect(written('csv').trim().split(/\r?\n/)).toHaveLength(edges.length + 1);
    const json = JSON.parse(written('json')) as {
      nodes: { key: string; parent: string | null; x: number }[];
      edges: { from: string }[];
    };
    expect(json.nodes.map(({ key, x }) => [key, x])).toEqual(nodes.map(({ key, x }) => [key, x]));
    expect(json.nodes.find(({ key }) => key === 'locks/pump.ts')!.parent).toBe('locks');
    expect(json.edges).toHaveLength(edges.length);
  });
});
