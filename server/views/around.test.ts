import { beforeAll, describe, expect, it } from 'vitest';
import { constructsOfText, surveyText } from '../../tests/surveyText.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { sourceConstructs } from './constructsView.ts';
import { signatureOf, withoutMarks } from './described.ts';
import { filterOf } from './graphQuery/filters.ts';
import { classDiagramView, hierarchyView } from './hierarchy/hierarchyView.ts';
import { neighbours } from './graphQuery/neighbours.ts';
import { mainScope } from './surveyAccess/scope.ts';
import { candidatesFor, lineOfNote } from './notesView.ts';
import { outlineView } from './outlineView.ts';
import { elementOf } from './surveyAccess/elements.ts';
import { completed, inverted, listedElements } from './shortlistView.ts';
import { innermost, searchedPaths } from './textSearchView.ts';

const files = {
  'src/rate.ts': `export class Tariff {
  quote(n: number): number { return n * rebate(this); }
}
export function rebate(of: Tariff): number { return 1; }
`,
  'src/desk.ts': `import { Tariff as Rates, rebate } from './rate';
export class Desk {
  private rates = new Rates();
  charge(rebate: number): number { return this.rates.quote(rebate); }
  free(): number { return rebate(this.rates); }
}
`,
  'src/web.ts': "import { Desk } from './desk';\nexport const handler = () => new Desk().free();\n",
  'tests/desk.test.ts': "import { Desk } from '../src/desk';\nnew Desk();\n",
};

let survey: SurveyedCodebase;

beforeAll(async () => {
  survey = await surveyText(files);
  survey.files.find(({ path }) => path.startsWith('tests/'))!.isTest = true;
});

/** Where each name of a text that leads somewhere leads, in order. */
async function links(path: keyof typeof files): Promise<string[]> {
  const text = files[path];
  const file = elementOf(survey, path)!;
  const { spans, links: all } = sourceConstructs(survey, file, text, await constructsOfText(path, text));
  const found: string[] = [];
  for (let at = 0; at < spans.length; at += 4) {
    if (spans[at + 3] < 0) continue;
    const { targets, local } = all[spans[at + 3]];
    const to = local === null ? targets.map(({ element }) => element.key).join('|') : `@${local}`;
    found.push(`${text.slice(spans[at], spans[at + 1])} → ${to}`);
  }
  return found;
}

describe('the links of a text', () => {
  it('lead through aliases and imports, and a local name hides what is imported', async () => {
    const found = await links('src/desk.ts');
    const parameter = files['src/desk.ts'].indexOf('rebate: number');
    expect(found).toEqual([
      'Tariff → src/rate.ts#Tariff',
      'Rates → src/rate.ts#Tariff',
      'rebate → src/rate.ts#rebate',
      "'./rate' → src/rate.ts",
      'Desk → src/desk.ts#Desk',
      'rates → src/desk.ts#Desk.rates',
      'Rates → src/rate.ts#Tariff',
      'charge → src/desk.ts#Desk.charge',
      `rebate → @${parameter}`,
      'rates → src/desk.ts#Desk.rates',
      'quote → src/rate.ts#Tariff.quote',
      `rebate → @${parameter}`,
      'free → src/desk.ts#Desk.free',
      'rebate → src/rate.ts#rebate',
      'rates → src/desk.ts#Desk.rates',
    ]);
  });

  it('lead to types and routines of the same file', async () => {
    expect(await links('src/rate.ts')).toContain('rebate → src/rate.ts#rebate');
    expect(
      (await links('src/rate.ts')).filter((line) => line === 'Tariff → src/rate.ts#Tariff'),
    ).toHaveLength(2);
  });

  it('of a text that has changed do not lead to what stood there before', async () => {
    const text = `function added() {}\n${files['src/web.ts']}`;
    const file = elementOf(survey, 'src/web.ts')!;
    const { spans, links: all } = sourceConstructs(
      survey,
      file,
      text,
      await constructsOfText('src/web.ts', text),
    );
    const at = spans.findIndex((from, i) => i % 4 === 0 && text.startsWith('handler', from));
    expect(spans[at + 3]).toBe(-1);
    expect(all.every(({ targets }) => targets.every(({ element }) => element.key !== 'src/web.ts'))).toBe(
      true,
    );
  });
});

describe('neighbours', () => {
  const step = (key: string, direction: 'uses' | 'usedBy', withTests = true) =>
    neighbours(survey, key, { direction, filter: filterOf('any', 'resolved'), withTests, limit: 10 });

  it('of a routine are routines and types, and say whether the tree goes on', () => {
    expect(step('src/desk.ts#Desk.free', 'usedBy').listed).toMatchObject([
      { key: 'src/web.ts#handler', goesOn: false, kinds: ['call'] },
    ]);
    expect(step('src/rate.ts#rebate', 'usedBy').listed.map(({ key, goesOn }) => `${key} ${goesOn}`)).toEqual([
      'src/desk.ts#Desk.free true',
      'src/rate.ts#Tariff.quote true',
    ]);
  });

  it('of a file are files, with tests or without', () => {
    expect(
      step('src/desk.ts', 'usedBy')
        .listed.map(({ key }) => key)
        .sort(),
    ).toEqual(['src/web.ts', 'tests/desk.test.ts']);
    expect(step('src/desk.ts', 'usedBy', false).listed.map(({ key }) => key)).toEqual(['src/web.ts']);
  });
});

describe('a shortlist', () => {
  it('is completed step by step with what its members use', () => {
    const filter = filterOf('any', 'resolved');
    const all = (steps: number) =>
      completed(survey, ['src/web.ts'], { direction: 'uses', steps, filter }).sort();
    expect(all(1)).toEqual(['src/desk.ts', 'src/web.ts']);
    expect(all(5)).toEqual(['src/desk.ts', 'src/rate.ts', 'src/web.ts']);
  });

  it('inverted holds the others of its kinds', () => {
    expect(inverted(survey, ['src/web.ts', 'src/desk.ts'])).toEqual(['src/rate.ts', 'tests/desk.test.ts']);
  });

  it('marks what it holds, and what is above it otherwise; members that are gone mark nothing', () => {
    const marks = listedElements(survey, ['src/desk.ts#Desk', 'gone.ts']);
    const of = (key: string): number => marks[elementOf(survey, key)!];
    expect([of('src/desk.ts#Desk.free'), of('src/desk.ts'), of('src'), of('src/web.ts')]).toEqual([
      1, 2, 2, 0,
    ]);
  });
});

describe('a note', () => {
  const lines = ['a', 'the line', 'b', 'the line'];

  it('stays with its line where that has moved, the nearest that reads so', () => {
    expect(lineOfNote({ line: 2, anchor: 'the line' }, lines)).toBe(2);
    expect(lineOfNote({ line: 3, anchor: '  the line' }, lines)).toBe(2);
    expect(lineOfNote({ line: 9, anchor: 'the line' }, lines)).toBe(4);
    expect(lineOfNote({ line: 2, anchor: 'another' }, lines)).toBeNull();
  });

  it('whose element is gone may go to one of the same name, the nearest first', () => {
    expect(candidatesFor(survey, 'src/old/desk.ts#Desk.free').map(({ key }) => key)).toEqual([
      'src/desk.ts#Desk.free',
    ]);
    expect(candidatesFor(survey, 'lib/desk.ts').map(({ key }) => key)).toEqual(['src/desk.ts']);
  });
});

describe('what an element says of itself', () => {
  it.each([
    ['quote', ['  @memoized', '  quote(n: number): number { return 1; }'], 'quote(n: number): number'],
    ['f', ['export const f = (a: { b: string }) => a.b;'], 'export const f = (a: { b: string })'],
    [
      'rate',
      ['def rate(', '    toll: int = 3,', ') -> int:', '    return 1'],
      'def rate( toll: int = 3, ) -> int',
    ],
    ['size', ['unsigned size(void);'], 'unsigned size(void)'],
    [
      'Logger',
      ['class Logger: public Channel', '\t/// Writes what happens; {see Channel}', '{', 'public:'],
      'class Logger: public Channel',
    ],
    [
      'open',
      ['void open(char *at = "http://here" /* or */, char end = \'/\');'],
      'void open(char *at = "http://here" , char end = \'/\')',
    ],
  ])('%s has its head as its signature', (name, lines, signature) => {
    expect(signatureOf(lines, name)).toBe(signature);
  });

  it('has its comment without marks', () => {
    expect(withoutMarks(['/**', ' * Quotes.', ' *', ' * Twice. */'])).toBe('Quotes.\n\nTwice.');
    expect(withoutMarks(['/// <summary>Quotes.</summary>'])).toBe('Quotes.');
    expect(withoutMarks(['"""Quotes."""'])).toBe('Quotes.');
  });
});

describe('places in texts', () => {
  it('stand in the innermost routine or type', () => {
    const desk = elementOf(survey, 'src/desk.ts')!;
    const at = (line: number): string => {
      const found = innermost(survey, desk, line);
      return found < 0 ? '' : survey.elements.key[found];
    };
    expect([at(1), at(3), at(4)]).toEqual(['', 'src/desk.ts#Desk', 'src/desk.ts#Desk.charge']);
  });

  it('are looked for in the files that a glob, a folder or an ending names', () => {
    const paths = (glob: string) =>
      searchedPaths(survey, { scope: { ...mainScope(survey), group: 0 }, glob, withTests: true });
    expect(paths('desk*')).toEqual(['src/desk.ts', 'tests/desk.test.ts']);
    expect(paths('tests')).toEqual(['tests/desk.test.ts']);
    expect(paths('src/rate.ts, web.ts')).toEqual(['src/rate.ts', 'src/web.ts']);
    expect(paths('*.py')).toEqual([]);
  });
});

describe('types and outlines', () => {
  it('a diagram of a folder holds its classes and how they stand to each other', () => {
    const { nodes, edges } = classDiagramView(survey, ['src'], { page: 0, size: 100 });
    expect(nodes.map(({ name }) => name)).toEqual(['Tariff', 'Desk']);
    expect(edges.map(({ from, to, link }) => `${from} ${link} ${to}`)).toEqual([
      'src/desk.ts#Desk dependency src/rate.ts#Tariff',
    ]);
    expect(() => hierarchyView(survey, 'gone', { page: 0, size: 100 })).toThrow(
      'There is no gone in this survey.',
    );
  });

  it('of many types the most used come first, and all can be reached', async () => {
    const types = Array.from({ length: 7 }, (_, i) => `export class T${i} {}`).join('\n');
    const many = await surveyText({
      'src/types.ts': types,
      'src/uses.ts': "import { T5, T3 } from './types';\nclass A { a: T5; b: T3 }\nclass B { a: T5 }\n",
    });
    const part = (page: number) => classDiagramView(many, ['src'], { page, size: 4 });
    expect(part(0)).toMatchObject({ total: 9, page: 0, pages: 3 });
    expect(part(0).nodes.map(({ name }) => name)).toEqual(['T5', 'T3', 'T0', 'T1']);
    const reached = [0, 1, 2].flatMap((page) => part(page).nodes.map(({ key }) => key));
    expect(new Set(reached).size).toBe(9);
    expect(part(99).page).toBe(2);
  });

  it('a hierarchy begins with what stands nearest to its focus', async () => {
    const deep = await surveyText({
      'a.ts':
        'class A {}\nclass B extends A {}\nclass C extends B {}\nclass D extends B {}\nclass E extends D {}\n',
    });
    const part = (page: number) => hierarchyView(deep, 'a.ts#B', { page, size: 3 });
    expect(part(0).nodes.map(({ name, step }) => `${name} ${step}`)).toEqual(['B 0', 'A -1', 'D 1']);
    expect(part(1).nodes.map(({ name, step }) => `${name} ${step}`)).toEqual(['C 1', 'E 2']);
  });

  it('an outline is in source order, with depth and visibility', () => {
    const { rows } = outlineView(survey, 'src/desk.ts');
    expect(rows.map(({ name, depth, visibility }) => `${depth} ${visibility} ${name}`)).toEqual([
      '0 public Desk',
      '1 private rates',
      '1 public charge',
      '1 public free',
    ]);
  });
});
