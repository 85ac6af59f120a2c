import { XMLValidator } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import type { MarkManner } from '../../../core/marks/marking.ts';
import { pdfOfSvg } from '../../export/pdfOfSvg.ts';
import { light } from '../../export/sheetLook.ts';
import { changeOf } from './graphLegend.ts';
import { graphSvg } from './graphSvg.ts';
import type { GraphNode, GraphPicture } from './graphView.ts';
import { inkOf } from './ink.ts';

const node = (key: string, x: number, y: number, own: Partial<GraphNode> = {}): GraphNode => ({
  key,
  name: key,
  kind: 'file',
  end: key,
  isRest: false,
  chain: [],
  parent: -1,
  isOpen: false,
  opens: false,
  holds: null,
  cycle: null,
  ...{ x, y, width: 100, height: 20 },
  users: null,
  used: null,
  members: null,
  news: null,
  tint: null,
  bar: null,
  ...own,
});

it('ink grows with the root of references, from the thinnest for one to the thickest for the most', () => {
  expect(inkOf(1, 1)).toBe(1);
  expect(inkOf(1, 101)).toBe(1);
  expect(inkOf(26, 101)).toBe(3.5);
  expect(inkOf(101, 101)).toBe(6);
});

describe('a drawing as SVG', () => {
  const picture: GraphPicture = {
    nodes: [
      node('group', 0, 0, { isOpen: true, opens: true, width: 140, height: 160 }),
      node('a<b>&"c"', 10, 30, { parent: 0, cycle: 'C1', width: 120 }),
      node('a name that is far too long for its box.ts', 10, 110, { parent: 0, chain: ['x', 'y'] }),
    ],
    edges: [
      { from: 1, to: 2, references: 5, isAgainst: false, isInferred: true, broken: null, was: null },
      { from: 2, to: 1, references: 1, isAgainst: true, isInferred: false, broken: null, was: null },
    ],
    ...{
      width: 140,
      height: 160,
      links: 2,
      hidden: 0,
      largest: 5,
      left: 0,
      around: null,
      until: null,
      cycle: null,
      walk: [],
      noWay: null,
      open: ['group'],
      rolledUp: [],
      hiddenBoxes: 0,
      matchNothing: [],
      hubs: [],
      flow: 'down',
      tint: null,
      bar: null,
    },
  };
  const svg = graphSvg(picture, { caption: 'Files <of> "canal" & all', colours: light });

  it('bears the sign of what breaks a rule, and says what it means', () => {
    const broken = { references: 2, rules: ['layers'] };
    const edges = picture.edges.map((edge, at) => ({ ...edge, broken: at === 0 ? broken : null }));
    const marked = graphSvg({ ...picture, edges }, { caption: '', colours: light });
    const sign = new RegExp(
      `<path d="M[-\\d.]+ [-\\d.]+v10M[-\\d.]+ [-\\d.]+h6" fill="none" stroke="${light.against}"`,
      'g',
    );
    expect([marked.match(sign)?.length, svg.match(sign)]).toEqual([1, null]);
    expect([marked.includes('⊢ violates a rule'), svg.includes('⊢')]).toEqual([true, false]);
  });

  it('stands for itself: its sentence, its boxes and curves, and what the marks mean', () => {
    expect(XMLValidator.validate(svg)).toBe(true);
    expect(svg).toContain('<title>Files &lt;of&gt; &quot;canal&quot; &amp; all</title>');
    expect(svg.match(/<rect/g)).toHaveLength(1 + picture.nodes.length);
    expect(svg).toContain('a&lt;b&gt;&amp;&quot;c&quot; ⟨C1⟩');
    expect(svg).toContain('lower boxes are used by those above · the thickest link is 5 references');
  });

  it('dashes what is inferred, notches what goes against the order, and cuts names in their middle', () => {
    expect(svg.match(/stroke="#1D2B33"[^>]*stroke-dasharray/g)).toHaveLength(1);
    expect(svg).not.toMatch(/stroke="#B8362A"[^>]*stroke-dasharray/);
    expect(svg.match(/stroke="#B8362A" stroke-width="2"/g)).toHaveLength(1);
    expect(svg).toMatch(/>x[^<]*…[^<]*box\.ts</);
    expect(svg).not.toContain('far too long');
  });

  it('breaks a long sentence into lines, none wider than the drawing', () => {
    const long = graphSvg(picture, { caption: 'tolls and locks '.repeat(30), colours: light });
    const lines = [...long.matchAll(/font-size="13">([^<]*)</g)].map(([, text]) => text);
    expect(lines.length).toBeGreaterThan(4);
    expect(lines.join(' ')).toBe('tolls and locks '.repeat(30).trim());
    expect(Math.max(...lines.map((line) => line.length))).toBeLessThanOrEqual(84);
  });

  it('is tinted and barred by measures, as far as a box has of the most', () => {
    const most = { id: 'codeLines', name: 'code lines', most: 40 };
    const [group, one, two] = picture.nodes;
    const nodes = [group, { ...one, tint: 20, bar: 40 }, { ...two, tint: null, bar: null }];
    const shaded = graphSvg({ ...picture, nodes, tint: most, bar: most }, { caption: '', colours: light });
    expect(shaded.match(/fill-opacity="0.200"/g)).toHaveLength(1);
    expect(shaded.match(new RegExp(`width="${one.width - 2}.0" height="4"`, 'g'))).toHaveLength(1);
    expect(shaded).toContain('tint: code lines, up to 40 · bar: code lines, up to 40');
  });

  it('bears marks as they look on its sheet, and names them in its legend', () => {
    const marked = (manner: MarkManner): string =>
      graphSvg(picture, {
        caption: '',
        colours: light,
        markOf: (key) =>
          key === 'group' ? { id: 1, name: 'canal', manner, colour: 'rust', pattern: null, keys: [] } : null,
      });
    expect(marked('line')).toContain('<path d="M8 17h124" stroke="#A8502F" stroke-width="2"/>');
    expect(marked('frame')).toContain('width="144" height="164" fill="none" stroke="#A8502F"');
    expect(marked('ground')).toContain('width="140" height="22" fill="#A8502F" fill-opacity="0.26"');
    expect(marked('line')).toContain('marked: canal');
    expect(svg).not.toContain('marked:');
  });

  it('of two surveys has a sign for what came, went, grew and shrank, and the colour of more and of less', () => {
    const links = [
      [3, 0],
      [0, 2],
      [4, 2],
      [1, 2],
      [2, 2],
    ].map(([references, was]) => ({ ...picture.edges[0], isInferred: false, broken: null, references, was }));
    expect(links.map(changeOf)).toEqual(['came', 'gone', 'grew', 'shrank', null]);
    const nodes = picture.nodes.map((each, at) => (at === 2 ? { ...each, news: 'gone' as const } : each));
    const two = graphSvg({ ...picture, nodes, edges: links }, { caption: '', colours: light });
    for (const sign of ['+', '−']) expect(two.split(`font-weight="bold">${sign}<`)).toHaveLength(2);
    expect(two.split(`h9l-4.5 -8z" fill="${light.more}"`)).toHaveLength(2);
    expect(two.split(`h9l-4.5 8z" fill="${light.fewer}"`)).toHaveLength(2);
    expect(two.match(new RegExp(`stroke="${light.more}"`, 'g'))).toHaveLength(2);
    expect(two.match(new RegExp(`stroke="${light.fewer}"[^>]*stroke-dasharray="2 3"`, 'g'))).toHaveLength(1);
    expect(two).toContain('+ new · − gone · ▴ more than before · ▾ fewer than before');
  });

  it('is a page of PDF of its size, in lines and letters of our own faces', async () => {
    const bytes = Buffer.from(await pdfOfSvg(svg));
    const text = bytes.toString('latin1');
    expect(text.startsWith('%PDF-')).toBe(true);
    const [, width, height] = /width="(\d+)" height="(\d+)"/.exec(svg)!;
    const box = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(text)!;
    expect([Number(box[1]), Number(box[2])]).toEqual([0.75 * Number(width), 0.75 * Number(height)]);
    expect(text).toMatch(/\/BaseFont \/\w+\+IBMPlexMono/);
    expect(text).not.toContain('/Subtype /Image');
  });

  it('many links are drawn as in the page: together where they lead from one group into another', () => {
    const inside = Array.from({ length: 301 }, (_, at) => node(`f${at}`, 10, 30 + 25 * at, { parent: 1 }));
    const nodes = [
      node('user', 0, 0),
      node('all', 0, 100, { isOpen: true, height: 8000, width: 140 }),
      ...inside,
    ];
    const edges = inside.map((_, at) => ({
      ...{ from: 0, to: at + 2, references: 1, was: null, isAgainst: false, isInferred: false, broken: null },
    }));
    const given = { ...picture, nodes, edges, width: 200, height: 8200 };
    const svg = graphSvg(given, { caption: 'Users of all.', colours: light });
    // One trunk, and from the rim of the group a curve to each.
    expect(svg.match(/<path d="M[^"]*C/g)).toHaveLength(302);
    const words = (image: string): string => image.replace(/<[^>]*>/g, ' ').replace(/ +/g, ' ');
    expect(words(svg)).toContain('links between groups run together');
    const few = graphSvg(
      { ...given, edges: edges.slice(0, 300) },
      { caption: 'Users of all.', colours: light },
    );
    expect(few.match(/<path d="M[^"]*C/g)).toHaveLength(300);
    expect(words(few)).not.toContain('run together');
  });
});
