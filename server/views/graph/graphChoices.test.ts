import { beforeAll, describe, expect, it } from 'vitest';
import { builtArrangements } from '../../../core/arrangement/arrangement.ts';
import { grains } from '../../../core/arrangement/units.ts';
import type { SurveyedCodebase } from '../../../core/survey.ts';
import { surveyText } from '../../../tests/surveyText.ts';
import { arrangementOf, arrangementsOf, scopeOf } from '../surveyAccess/scope.ts';
import { placed, type PictureQuestion } from '../graphQuery/arranged.ts';
import { rowsBehind } from '../graphQuery/evidenceView.ts';
import { filterOf } from '../graphQuery/filters.ts';
import { cyclesView } from '../cyclesView.ts';
import { graphQuery } from './graphQuery.ts';
import { graphView, type GraphPicture } from './graphView.ts';
import { measuresOfBoxes } from './measuredNodes.ts';

const canal = {
  'locks/gate.ts':
    "import { readFileSync } from 'node:fs';\nimport { pump } from './pump';\nexport const gate = () => pump() + readFileSync('x').length;\n",
  'locks/pump.ts': "import { gate } from './gate';\nexport const pump = (): number => (gate ? 1 : gate());\n",
  'locks/weir.ts': 'export const weir = 1;\n',
  'tolls/rate.ts':
    "import { gate } from '../locks/gate';\nimport { z } from 'zod';\nexport const rate = () => z.parse(gate());\n",
  'tolls/bill.ts':
    "import { rate } from './rate';\nimport { pump } from '../locks/pump';\nimport { z } from 'zod';\nexport const bill = () => rate() + pump() + z.parse(1);\n",
  'desk/form.ts': "import { bill } from '../tolls/bill';\nexport const form = () => bill() + bill();\n",
  'desk/list.ts': "import { rate } from '../tolls/rate';\nexport const list = () => rate();\n",
  'quay/crane.ts': "import { weir } from '../locks/weir';\nexport const crane = () => weir;\n",
};

let survey: SurveyedCodebase;
beforeAll(async () => {
  survey = await surveyText(canal);
});

const question: PictureQuestion = {
  by: 'folders',
  grain: 'files',
  filter: filterOf('any', 'resolved'),
  withTests: true,
};
function drawn(search: string, own: Partial<PictureQuestion> = {}, of = survey): GraphPicture {
  const asked = { ...question, ...own };
  const query = graphQuery(new URLSearchParams(search));
  return graphView(of, { ...asked, scope: scopeOf(of, asked.by, null), query });
}
const OPEN = 'open=locks&open=tolls&open=desk&open=quay';
const names = ({ nodes }: GraphPicture): string[] => nodes.map(({ name }) => name).sort();
const files = ({ nodes }: GraphPicture): string[] =>
  nodes
    .filter(({ kind }) => kind === 'file')
    .map(({ key }) => key)
    .sort();
const links = ({ nodes, edges }: GraphPicture): string[] =>
  edges.map(({ from, to, references }) => `${nodes[from].name} → ${nodes[to].name} ${references}`).sort();

describe('every figure of a drawing', () => {
  it('is as many places as its evidence has, by every arrangement and grain, with externals and cycles as one', () => {
    let compared = 0;
    for (const by of builtArrangements.filter((id) => arrangementsOf(survey).includes(id)))
      for (const grain of grains)
        for (const search of [
          '',
          'rings=one',
          'externals=in',
          'externals=in&rings=one',
          'least=2&implied=out',
        ]) {
          const everything = arrangementOf(survey, by).name.map(
            (_, group) => arrangementOf(survey, by).name[group],
          );
          const open = by === 'folders' ? everything.map((name) => `open=${name}`).join('&') : '';
          const picture = drawn(`${open}&${search}`, { by, grain });
          const asked = { ...question, by, grain };
          const { placeStart } = survey.dependencies;
          for (const { from, to, references } of picture.edges) {
            let count = 0;
            const [a, b] = [picture.nodes[from].end, picture.nodes[to].end];
            for (const row of rowsBehind(survey, placed(survey, asked), question.filter, a, b))
              count += placeStart[row + 1] - placeStart[row];
            expect(`${a} → ${b} ${count}`).toBe(`${a} → ${b} ${references}`);
            compared++;
          }
        }
    expect(compared).toBeGreaterThan(100);
  });
});

describe('externals', () => {
  it('stand in a plot of their own, below all that uses them, each with its references', () => {
    const picture = drawn('open=&externals=in');
    expect(names(picture)).toEqual(['desk', 'externals', 'fs', 'locks', 'quay', 'tolls', 'zod']);
    expect(links(picture)).toContain('tolls → zod 6');
    expect(links(drawn('open='))).toEqual(links(picture).filter((text) => !/zod|fs/.test(text)));
    const at = (name: string) => picture.nodes.find((node) => node.name === name)!;
    expect(picture.nodes[at('zod').parent].name).toBe('externals');
    expect(at('zod').y).toBeGreaterThan(Math.max(at('tolls').y, at('locks').y, at('desk').y));
    expect(names(drawn('open=&externals=in&without=npm:zod'))).not.toContain('zod');
  });

  it('beyond so many are one box, with the references of all of them, until each is asked for', async () => {
    const many = Array.from({ length: 40 }, (_, i) => `p${String(i).padStart(2, '0')}`);
    const texts = many.flatMap((name, i) => [
      `import * as ${name} from '${name}';`,
      ...Array.from({ length: i }, () => `${name}.f();`),
    ]);
    const wide = await surveyText({ 'a/one.ts': texts.join('\n'), 'b/two.ts': "import '../a/one';\n" });
    const picture = drawn('externals=in', {}, wide);
    const rest = picture.nodes.find(({ members }) => members !== null)!;
    expect([rest.name, rest.members!.length]).toEqual(['11 other externals', 11]);
    expect(rest.members!.map(({ name }) => name).sort()).toEqual(many.slice(0, 11));
    const apart = drawn('externals=apart', {}, wide);
    expect(apart.nodes.filter(({ kind, isOpen }) => kind === 'external' && !isOpen)).toHaveLength(40);
    const sum = ({ edges, nodes }: GraphPicture): number =>
      edges.reduce((all, { to, references }) => all + (nodes[to].kind === 'external' ? references : 0), 0);
    expect(sum(picture)).toBe(sum(apart));
  });

  it('are drawn with what uses them, and nothing else of them, where one is what it is about', () => {
    const picture = drawn('around=npm:zod&down=3');
    expect(files(picture)).toEqual(['tolls/bill.ts', 'tolls/rate.ts']);
    expect(names(picture)).toContain('zod');
    expect(names(picture)).not.toContain('fs');
    expect(files(drawn('around=npm:zod&up=2'))).toContain('desk/form.ts');
  });
});

describe('cycles', () => {
  it('are one box when asked, with the links of all in it, and spread again one by one', () => {
    const spread = drawn(OPEN);
    const one = drawn(`${OPEN}&rings=one`);
    const ring = one.nodes.find(({ members }) => members !== null)!;
    expect(ring.members!.map(({ key }) => key).sort()).toEqual(['locks/gate.ts', 'locks/pump.ts']);
    expect([ring.name, one.nodes[ring.parent].name]).toEqual(['C1 of 2', 'locks']);
    expect(files(one)).toEqual(files(spread).filter((key) => !/gate|pump/.test(key)));
    expect(links(one)).toContain('bill.ts → C1 of 2 2');
    expect(files(drawn(`${OPEN}&rings=one&apart=locks/pump.ts`))).toEqual(files(spread));
  });

  it('of several groups stand where all of these are, and empty groups go', async () => {
    const across = await surveyText({
      'a/x/one.ts': "import { two } from '../y/two';\nexport const one = () => two();\n",
      'a/y/two.ts': "import { one } from '../x/one';\nexport const two = () => one();\n",
      'b/use.ts': "import { one } from '../a/x/one';\nexport const use = () => one();\n",
    });
    const picture = drawn('open=a&open=a/x&open=a/y&open=b&rings=one', {}, across);
    const ring = picture.nodes.find(({ members }) => members !== null)!;
    expect(picture.nodes[ring.parent].key).toBe('a');
    expect(picture.nodes.map(({ key }) => key)).not.toContain('a/x');
  });

  it('are drawn alone by their name, members closed', () => {
    const { open } = cyclesView(survey, {
      ...question,
      scope: scopeOf(survey, 'folders', null),
      cycle: null,
      through: null,
    });
    const picture = drawn(`cycle=${encodeURIComponent(open!.key)}`);
    expect(picture.cycle).toBe(open!.tag);
    expect(files(picture)).toEqual(['locks/gate.ts', 'locks/pump.ts']);
    expect(() => drawn('cycle=C:gone.ts')).toThrow('no such cycle');
  });
});

describe('what is between two', () => {
  it('directly is what uses the other, and what is used of it', () => {
    expect(files(drawn('around=tolls&until=locks&ways=direct'))).toEqual([
      'locks/gate.ts',
      'locks/pump.ts',
      'tolls/bill.ts',
      'tolls/rate.ts',
    ]);
    expect(files(drawn('around=desk&until=locks&ways=direct'))).toEqual([]);
  });

  it('can be gone along, step by step from what uses to what is used', () => {
    const walk = (search: string): string[] => drawn(search).walk.map(({ name }) => name);
    expect(walk('around=desk/list.ts&until=locks/gate.ts')).toEqual(['list.ts', 'rate.ts', 'gate.ts']);
    expect(walk('around=locks/gate.ts&until=desk/list.ts')).toEqual(['list.ts', 'rate.ts', 'gate.ts']);
    expect(walk('around=desk&until=locks')).toHaveLength(3);
    expect(walk('')).toEqual([]);
  });

  it('where no way leads is nothing but what both rest on, and what rests on both', () => {
    const { noWay } = drawn('around=desk/form.ts&until=desk/list.ts');
    expect([noWay?.bothUse?.name, noWay?.usesBoth]).toEqual(['rate.ts', null]);
    const apart = drawn('around=quay/crane.ts&until=desk/list.ts');
    expect(apart.noWay).toEqual({ bothUse: null, usesBoth: null });
    expect(files(apart)).toEqual(['desk/list.ts', 'quay/crane.ts']);
    expect(drawn('around=desk/list.ts&until=locks/gate.ts').noWay).toBeNull();
  });
});

describe('growing and pruning', () => {
  it('adds all that use a thing, or those of one group', () => {
    expect(files(drawn('around=locks/pump.ts&up=0&down=0&users=locks/pump.ts'))).toEqual([
      'locks/gate.ts',
      'locks/pump.ts',
      'tolls/bill.ts',
    ]);
    expect(files(drawn('around=locks/pump.ts&up=0&down=0&users=locks/pump.ts|tolls'))).toEqual([
      'locks/pump.ts',
      'tolls/bill.ts',
    ]);
    expect(files(drawn('around=tolls/bill.ts&up=0&down=0&used=tolls/bill.ts|gone'))).toEqual([
      'tolls/bill.ts',
    ]);
  });

  it('takes out what a pattern matches, groups and elements alike, and leaves what is named as a pattern reads', () => {
    expect(files(drawn(`${OPEN}&without=**/{gate,bill}.ts`))).not.toContain('locks/gate.ts');
    expect(names(drawn('open=&without=l*'))).toEqual(['desk', 'quay', 'tolls']);
    // A closed group is gone where all of its files are meant.
    expect(drawn('open=&without=locks/**')).toMatchObject({ hiddenBoxes: 1, matchNothing: [] });
    expect(names(drawn('open=&without=locks/**'))).toEqual(['desk', 'quay', 'tolls']);
    expect(drawn('open=&without=nowhere/**')).toMatchObject({
      hiddenBoxes: 0,
      matchNothing: ['nowhere/**'],
    });
  });

  it('tells what more than half of the others use', async () => {
    const users = Array.from({ length: 6 }, (_, i): [string, string] => [
      `u${i}.ts`,
      "import { hub } from './hub';\nexport const u = () => hub();\n",
    ]);
    const star = await surveyText({
      'hub.ts': 'export const hub = () => 1;\n',
      ...Object.fromEntries(users),
    });
    expect(drawn('', {}, star).hubs).toEqual(['hub.ts']);
    expect(drawn(OPEN).hubs).toEqual([]);
  });

  it('keeps groups closed of which there would be too many boxes, and says so', async () => {
    const many = Object.fromEntries(Array.from({ length: 3100 }, (_, i) => [`big/f${i}.ts`, '']));
    const large = await surveyText({ ...many, 'small/a.ts': '', 'small/b.ts': '' });
    const picture = drawn('open=small&open=big', {}, large);
    expect(picture.rolledUp).toEqual(['big']);
    expect(names(picture)).toEqual(['a.ts', 'b.ts', 'big', 'small']);
  });
});

describe('a choice of more than can be read one by one', () => {
  let wide: SurveyedCodebase;
  beforeAll(async () => {
    const users = Array.from({ length: 400 }, (_, i): [string, string] => [
      `users/g${i % 8}/part${i % 3}/u${i}.ts`,
      "import { hub } from '../../../hub';\nexport const u = hub;\n",
    ]);
    wide = await surveyText({
      ...Object.fromEntries(users),
      'hub.ts': 'export const hub = 1;\n',
      'users/other.ts': 'export const other = 1;\n',
    });
  });
  const around = (search = ''): GraphPicture => drawn(`around=hub.ts&down=0${search}`, {}, wide);

  it('is drawn by groups, each with how many it holds, and with all their references', () => {
    const picture = around();
    const held = picture.nodes.filter(({ holds }) => holds !== null);
    expect(held.map(({ key, holds }) => `${key} ${holds}`).sort()).toContain('users/g0/part0 17');
    expect(held).toHaveLength(24);
    expect(held.reduce((sum, { holds }) => sum + holds!, 0)).toBe(400);
    expect(picture.left).toBe(0);
    expect(files(picture)).toEqual(['hub.ts']);
    expect(picture.edges.reduce((sum, { references }) => sum + references, 0)).toBe(800);
  });

  it('is opened and closed by hand, showing those of the group that were meant', () => {
    const opened = around('&open=users/g0/part0');
    expect(files(opened)).toHaveLength(1 + 17);
    const shut = around('&shut=users/g0&shut=users/g1');
    const held = shut.nodes.filter(({ key }) => key === 'users/g0' || key === 'users/g1');
    expect(held.map(({ holds, isOpen }) => [holds, isOpen])).toEqual([
      [50, false],
      [50, false],
    ]);
  });

  it('of many that stand beside it has as many as can be read, those with the most references first', async () => {
    const flat = await surveyText({
      'all/hub.ts': 'export const hub = 1;\n',
      ...Object.fromEntries(
        Array.from({ length: 300 }, (_, i): [string, string] => [
          `all/u${i}.ts`,
          `import { hub } from './hub';\nexport const u = hub${i === 299 ? ' + hub' : ''};\n`,
        ]),
      ),
    });
    const picture = drawn('around=all/hub.ts&down=0', {}, flat);
    expect(files(picture)).toHaveLength(150);
    expect(files(picture)).toContain('all/u299.ts');
    expect(picture.left).toBe(151);
  });
});

describe('where boxes stand', () => {
  const placeOf = ({ nodes }: GraphPicture, key: string) => nodes.find((node) => node.key === key)!;

  it('is to the right of what uses them when asked, in open groups as well', () => {
    const picture = drawn(`${OPEN}&flow=right`);
    const [bill, rate, locks] = ['tolls/bill.ts', 'tolls/rate.ts', 'locks'].map((key) =>
      placeOf(picture, key),
    );
    expect(rate.x).toBeGreaterThan(bill.x + bill.width);
    expect(locks.x).toBeGreaterThan(placeOf(picture, 'tolls').x + placeOf(picture, 'tolls').width);
    const inside = placeOf(picture, 'locks/gate.ts');
    expect(inside.y).toBeGreaterThanOrEqual(locks.y + 24);
  });

  it('is where they were put; their group grows with them, and nothing else moves', () => {
    const before = drawn(OPEN);
    const weir = placeOf(before, 'locks/weir.ts');
    const to = { x: Math.round(weir.x) + 400, y: Math.round(weir.y) + 90 };
    const after = drawn(`${OPEN}&put=${to.x}|${to.y}|locks/weir.ts`);
    expect(placeOf(after, 'locks/weir.ts')).toMatchObject(to);
    const [old, grown] = [placeOf(before, 'locks'), placeOf(after, 'locks')];
    expect([grown.x, grown.y]).toEqual([old.x, old.y]);
    expect(grown.x + grown.width).toBe(to.x + weir.width + 12);
    for (const { key, x, y } of before.nodes)
      if (key !== 'locks/weir.ts')
        expect([key, placeOf(after, key).x, placeOf(after, key).y]).toEqual([key, x, y]);
  });

  it('moves a group with all that stands in it', () => {
    const before = drawn(OPEN);
    const after = drawn(`${OPEN}&put=${placeOf(before, 'locks').x + 500}|0|locks`);
    const shift = (key: string) => Math.round(placeOf(after, key).x - placeOf(before, key).x);
    expect(['locks', 'locks/gate.ts', 'locks/weir.ts', 'tolls'].map(shift)).toEqual([500, 500, 500, 0]);
  });
});

describe('measures', () => {
  it('have a value for each closed box, and the most of them', () => {
    const picture = drawn('open=tolls&tint=codeLines&bar=complexitySum&externals=in');
    const value = (key: string) => picture.nodes.find((node) => node.key === key)!;
    expect(value('tolls/bill.ts').tint).toBe(4);
    expect(value('locks').tint).toBe(6);
    expect(picture.tint).toMatchObject({ id: 'codeLines', most: 6 });
    expect([value('tolls').tint, value('npm:zod').tint]).toEqual([null, null]);
    expect(value('locks').bar).toBeGreaterThan(0);
    expect(drawn('tint=gone').tint).toBeNull();
  });

  it('are those of what stands in an open group, and of closed groups where they have any', () => {
    expect(measuresOfBoxes('files').map(({ id }) => id)).toContain('codeLines');
    expect(measuresOfBoxes('files').map(({ id }) => id)).not.toContain('fanIn');
    expect(measuresOfBoxes('routines').map(({ id }) => id)).toContain('fanIn');
    const routines = drawn('open=locks&tint=fanIn', { grain: 'routines' });
    const value = (key: string) => routines.nodes.find((node) => node.key === key)?.tint;
    expect(value('locks/gate.ts#gate')).toBeGreaterThan(0);
    expect(value('tolls')).toBeNull();
  });
});

describe('two surveys', () => {
  let older: SurveyedCodebase;
  beforeAll(async () => {
    const { 'desk/list.ts': _list, 'quay/crane.ts': _crane, ...same } = canal;
    older = await surveyText({
      ...same,
      'locks/pump.ts':
        "import { gate } from './gate';\nexport const pump = () => gate() + gate() + gate();\n",
      'locks/sluice.ts': "import { weir } from './weir';\nexport const sluice = () => weir;\n",
      'mill/old/wheel.ts':
        "import { weir } from '../../locks/weir';\nexport const wheel = () => weir + weir;\n",
    });
  });
  const compared = (search: string): GraphPicture =>
    graphView(survey, {
      ...question,
      scope: scopeOf(survey, 'folders', null),
      query: graphQuery(new URLSearchParams(search)),
      before: { survey: older, question },
    });
  const news = ({ nodes }: GraphPicture): string[] =>
    nodes
      .filter((node) => node.news !== null)
      .map((node) => `${node.news} ${node.key}`)
      .sort();
  const changes = ({ nodes, edges }: GraphPicture): string[] =>
    edges
      .filter(({ references, was }) => references !== was)
      .map(({ from, to, references, was }) => `${nodes[from].key} → ${nodes[to].key} ${was} ${references}`)
      .sort();

  it('show what came and what went, where it stood: files in open groups, and groups as a whole', () => {
    const picture = compared(OPEN);
    expect(news(picture)).toEqual([
      'came desk/list.ts',
      'came quay/crane.ts',
      'gone locks/sluice.ts',
      'gone mill',
    ]);
    const sluice = picture.nodes.find(({ key }) => key === 'locks/sluice.ts')!;
    expect(picture.nodes[sluice.parent].key).toBe('locks');
    expect(news(compared('open='))).toEqual(['came quay', 'gone mill']);
  });

  it('have for each link the references of both, what is gone with none', () => {
    expect(changes(compared(OPEN))).toEqual([
      'desk/list.ts → tolls/rate.ts 0 2',
      'locks/pump.ts → locks/gate.ts 4 3',
      'locks/sluice.ts → locks/weir.ts 2 0',
      'mill → locks/weir.ts 3 0',
      'quay/crane.ts → locks/weir.ts 0 2',
    ]);
    // The references of the older are as its own drawing counts them, where a chain of folders is one box.
    const own = drawn('open=', {}, older);
    const both = compared('open=');
    const count = (picture: GraphPicture, of: 'references' | 'was'): Record<string, number | null> =>
      Object.fromEntries(
        picture.edges
          .filter((edge) => edge[of] !== 0)
          .map((edge) => [
            `${picture.nodes[edge.from].key.split('/')[0]} → ${picture.nodes[edge.to].key}`,
            edge[of],
          ]),
      );
    expect(count(both, 'was')).toEqual(count(own, 'references'));
  });

  it('around an element have what the older has around it', () => {
    expect(news(compared('around=locks/weir.ts'))).toEqual([
      'came quay/crane.ts',
      'gone locks/sluice.ts',
      'gone mill',
    ]);
    expect(news(compared('around=quay/crane.ts'))).toEqual(['came quay/crane.ts']);
  });
});
