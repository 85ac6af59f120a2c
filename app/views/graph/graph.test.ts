import { XMLValidator } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import type { GraphNode, GraphPicture } from '../../../server/views/graph/graphView.ts';
import { graphSvg } from './graphSvg.ts';
import { inkOf } from './ink.ts';
import { nearestBox } from './nearestBox.ts';

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
  cycle: null,
  ...{ x, y, width: 100, height: 20 },
  users: null,
  used: null,
  ...own,
});

describe('the nearest box', () => {
  //  a   b
  //    c
  const boxes = [node('a', 0, 0), node('b', 200, 0), node('c', 90, 100), node('all', 0, 0, { isOpen: true })];
  it('lies in the direction of the key, straight ahead before aside, and is never an open one', () => {
    expect(nearestBox(boxes, 0, 'right')).toBe(1);
    expect(nearestBox(boxes, 1, 'left')).toBe(0);
    expect(nearestBox(boxes, 0, 'down')).toBe(2);
    expect(nearestBox(boxes, 2, 'up')).toBe(0);
    expect(nearestBox(boxes, 0, 'up')).toBe(-1);
    expect(nearestBox(boxes, -1, 'down')).toBe(0);
    expect(nearestBox([boxes[3]], -1, 'down')).toBe(-1);
  });
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
      { from: 1, to: 2, references: 5, isAgainst: false, isInferred: true },
      { from: 2, to: 1, references: 1, isAgainst: true, isInferred: false },
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
      open: ['group'],
    },
  };
  const inks = {
    sheet: '#fff',
    panel: '#eee',
    ink: '#111',
    faded: '#777',
    hairline: '#ccc',
    against: '#b00',
  };
  const svg = graphSvg(picture, { nameOf: ({ name }) => name, caption: 'Files <of> "canal" & all', inks });

  it('stands for itself: its sentence, its boxes and curves, and what the marks mean', () => {
    expect(XMLValidator.validate(svg)).toBe(true);
    expect(svg).toContain('<title>Files &lt;of&gt; &quot;canal&quot; &amp; all</title>');
    expect(svg.match(/<rect/g)).toHaveLength(1 + picture.nodes.length);
    expect(svg).toContain('a&lt;b&gt;&amp;&quot;c&quot; ⟨C1⟩');
    expect(svg).toContain('Lower boxes are used by those above');
  });

  it('dashes what is inferred, notches what goes against the order, and cuts names in their middle', () => {
    expect(svg.match(/stroke="#111"[^>]*stroke-dasharray/g)).toHaveLength(1);
    expect(svg).not.toMatch(/stroke="#b00"[^>]*stroke-dasharray/);
    expect(svg.match(/stroke="#b00" stroke-width="2"/g)).toHaveLength(1);
    expect(svg).toMatch(/>x\/y.*….*box\.ts</);
    expect(svg).not.toContain('far too long');
  });
});
