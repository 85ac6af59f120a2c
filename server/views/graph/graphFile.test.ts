import { Graphviz } from '@hpcc-js/wasm-graphviz';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { surveyPath } from '../../../tests/surveyPath.ts';
import { surveyText } from '../../../tests/surveyText.ts';
import { installationRoot } from '../../installation.ts';
import { scopeOf } from '../surveyAccess/scope.ts';
import { filterOf } from '../graphQuery/filters.ts';
import { graphText } from './graphFile.ts';
import { graphQuery } from './graphQuery.ts';
import { graphView, type GraphPicture } from './graphView.ts';

/** What a file name may be on the disk, though nobody means well by it. */
const hostile = [
  'a"];evil[label="x.ts',
  'b\\N\\L\\".ts',
  'c\u001b[2J\u202egnp.ts',
  '<img src=x onerror=alert(1)>.ts',
  "%%{init: {'theme': 'dark'}}%%.ts",
  '=cmd();=1.ts',
];

let demo: SurveyedCodebase;
let strange: SurveyedCodebase;
beforeAll(async () => {
  ({ survey: demo } = await surveyPath(join(installationRoot, 'demo', 'hollowmere')));
  strange = await surveyText({
    ...Object.fromEntries(
      hostile.map((name) => [`odd/${name}`, "import { base } from '../base';\nexport const n = base;\n"]),
    ),
    'base.ts': 'export const base = 1;\n',
  });
});

function drawn(survey: SurveyedCodebase, search = '', everything = true): GraphPicture {
  return graphView(survey, {
    ...{ by: 'folders', grain: 'files', filter: filterOf('any', 'resolved'), withTests: true },
    ...{ scope: scopeOf(survey, 'folders', ''), query: graphQuery(new URLSearchParams(search)), everything },
  });
}

/** The nodes and edges that Graphviz finds in a drawing, once it has laid it out. */
async function readByGraphviz(
  picture: GraphPicture,
): Promise<{ nodes: string[]; edges: number; clusters: number }> {
  const graphviz = await Graphviz.load();
  const laidOut = JSON.parse(
    graphviz.layout(graphText(picture, 'dot', 'What "it" shows'), 'json', 'dot'),
  ) as {
    objects: { name: string; label?: string; style?: string }[];
    edges?: unknown[];
  };
  const isCluster = ({ name }: { name: string }): boolean => name.startsWith('cluster_');
  return {
    nodes: laidOut.objects
      .filter((each) => !isCluster(each) && each.style !== 'invis')
      .map(({ label }) => label!.replaceAll('\\\\', '\\')),
    edges: laidOut.edges?.length ?? 0,
    clusters: laidOut.objects.filter(isCluster).length,
  };
}

describe('a drawing as DOT', () => {
  it.each([
    ['', true],
    ['in=src', true],
    ['in=src&open=src/tolls', false],
    ['', false],
  ])('is read and laid out by Graphviz, with all of its boxes and links: %s', async (search, everything) => {
    const picture = drawn(demo, search, everything);
    const { nodes, edges, clusters } = await readByGraphviz(picture);
    const closed = picture.nodes.filter(({ isOpen }) => !isOpen);
    expect([nodes.length, edges, clusters]).toEqual([
      closed.length,
      picture.edges.length,
      picture.nodes.length - closed.length,
    ]);
  });

  it('has names that are names, whatever stands in them', async () => {
    const { nodes } = await readByGraphviz(drawn(strange));
    expect(nodes).toContain('a"];evil[label="x.ts');
    expect(nodes).toContain('c\\u{1b}[2J\\u{202e}gnp.ts');
    expect(nodes).toHaveLength(hostile.length + 1);
  });
});

describe('a drawing as GraphML', () => {
  interface GraphMl {
    graph: {
      desc: string;
      node: { id: string; data: { key: string; '#text': unknown }[] }[];
      edge: { source: string; target: string }[];
    };
  }
  const read = (text: string): GraphMl['graph'] => {
    expect(XMLValidator.validate(text)).toBe(true);
    const options = {
      ignoreAttributes: false,
      attributeNamePrefix: '',
      isArray: (name: string) => ['node', 'edge', 'data'].includes(name),
    };
    return (new XMLParser(options).parse(text) as { graphml: GraphMl }).graphml.graph;
  };

  it('has all nodes in one graph by their keys, each with its name and its group, and links between them', () => {
    const picture = drawn(demo, 'in=src');
    const { node, edge } = read(graphText(picture, 'graphml', 'x'));
    const ids = new Set(node.map(({ id }) => id));
    expect([node.length, ids.size, edge.length]).toEqual([
      picture.nodes.length,
      node.length,
      picture.edges.length,
    ]);
    expect(ids).toContain('src/tolls/tariff.ts');
    for (const { source, target } of edge) expect([ids.has(source), ids.has(target)]).toEqual([true, true]);
    const tariff = node.find(({ id }) => id === 'src/tolls/tariff.ts')!;
    const valueOf = (key: string): unknown => tariff.data.find((each) => each.key === key)?.['#text'];
    expect([valueOf('name'), valueOf('group')]).toEqual(['tariff.ts', 'src/tolls']);
  });

  it('has graphs in nodes where that is chosen', () => {
    const picture = drawn(demo, 'in=src');
    const text = graphText(picture, 'nestedGraphml', 'x');
    expect(XMLValidator.validate(text)).toBe(true);
    expect(text.split('<graph id=').length - 2).toBe(picture.nodes.filter(({ isOpen }) => isOpen).length);
  });

  it('has names that are names', () => {
    const names = read(graphText(drawn(strange), 'graphml', '<b>"&')).node.flatMap(({ data }) =>
      data.filter(({ key }) => key === 'name').map((each) => each['#text']),
    );
    expect(names).toContain('<img src=x onerror=alert(1)>.ts');
    expect(names).toContain('c\\u{1b}[2J\\u{202e}gnp.ts');
  });
});

describe('a drawing as Mermaid, CSV and JSON', () => {
  it('holds no HTML, no directive and nothing that steers a terminal', () => {
    const mermaid = graphText(drawn(strange), 'mermaid', "%%{init: {'theme': 'dark'}}%% all");
    expect(mermaid).not.toMatch(/<img|%%\{/);
    expect(mermaid).toContain('["#60;img src=x onerror=alert(1)#62;.ts"]');
    for (const format of ['mermaid', 'csv', 'json', 'dot', 'graphml'] as const)
      // eslint-disable-next-line no-control-regex -- these are what is looked for
      expect(graphText(drawn(strange), format, 'x')).not.toMatch(/[\u0000-\u0009\u001b\u202e]/);
  });

  it('says the same in JSON as without escapes', () => {
    const { nodes } = JSON.parse(graphText(drawn(strange), 'json', 'x')) as { nodes: { key: string }[] };
    expect(nodes.map(({ key }) => key)).toContain('odd/c\u001b[2J\u202egnp.ts');
  });
});
