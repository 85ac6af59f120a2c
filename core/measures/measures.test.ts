import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { catalogue, measureNamed } from './catalogue.ts';
import { halsteadDifficulty, halsteadVolume, maintainabilityIndex } from './routine.ts';

function valueOf(survey: SurveyedCodebase, id: string, key: string): number {
  return measureNamed(id)!.compute(survey)[survey.elements.key.indexOf(key)];
}

describe('the catalogue', () => {
  it('has one definition an id, with a source', () => {
    expect(new Set(catalogue.map(({ id }) => id)).size).toBe(catalogue.length);
    for (const { definition, source, appliesTo } of catalogue) {
      expect(definition).not.toBe('');
      expect(source).not.toBe('');
      expect(appliesTo.length).toBeGreaterThan(0);
    }
  });
});

describe('Halstead', () => {
  it('gives the worked example: η1 = 12, η2 = 7, N1 = 27, N2 = 15', () => {
    const counts = { distinctOperators: 12, distinctOperands: 7, operators: 27, operands: 15 };
    expect(halsteadVolume(counts)).toBeCloseTo(178.4, 1);
    expect(halsteadDifficulty(counts)).toBeCloseTo(12.86, 2);
    expect(halsteadVolume(counts) * halsteadDifficulty(counts)).toBeCloseTo(2294, 0);
  });

  it('counts operators and operands of a routine by hand', async () => {
    // Operators: function ( { return + ; is silent — function, (, {, return, + : 5, each once but + twice.
    // Operands: add, a, b (parameters) and a, b, 1 in the body: add a b a b 1.
    const survey = await surveyText({ 'a.ts': 'function add(a, b) { return a + b + 1; }' });
    const { figures, elements } = survey;
    const e = elements.key.indexOf('a.ts#add');
    expect([figures.distinctOperators[e], figures.operators[e]]).toEqual([5, 6]);
    expect([figures.distinctOperands[e], figures.operands[e]]).toEqual([4, 6]);
  });
});

describe('maintainability index', () => {
  it('is between 0 and 100, and falls with size and complexity', () => {
    expect(maintainabilityIndex(1, 1, 1)).toBeCloseTo((100 * (171 - 0.23)) / 171, 6);
    expect(maintainabilityIndex(1e9, 500, 5_000)).toBe(0);
    expect(maintainabilityIndex(500, 10, 60)).toBeLessThan(maintainabilityIndex(100, 2, 10));
  });
});

describe('size', () => {
  it('lines are code + comment-only + blank, and folders are the sum of their files', async () => {
    const survey = await surveyText({
      'src/a.ts': '// note\nconst a = 1; // more\n\nconst b = 2;\n',
      'src/b.ts': 'const c = 3;\n',
    });
    expect(valueOf(survey, 'lines', 'src/a.ts')).toBe(4);
    expect(valueOf(survey, 'codeLines', 'src/a.ts')).toBe(2);
    expect(valueOf(survey, 'commentLines', 'src/a.ts')).toBe(2);
    expect(valueOf(survey, 'blankLines', 'src/a.ts')).toBe(1);
    expect(valueOf(survey, 'commentShare', 'src/a.ts')).toBe(50);
    expect(valueOf(survey, 'lines', 'src')).toBe(5);
    expect(valueOf(survey, 'files', 'src')).toBe(2);
  });
});

describe('coupling', () => {
  const files = {
    'a/one.ts':
      "import { B } from '../b/two';\nimport { C } from '../c';\nexport abstract class A extends B {}",
    'a/other.ts': "import { A } from './one';\nexport interface I { a: A }",
    'b/two.ts': 'export class B {}',
    'c.ts': "import { B } from './b/two';\nexport class C extends B { m() {} }",
  };

  it('counts elements that use what is outside, and elements outside that use what is within', async () => {
    const survey = await surveyText(files);
    const couplings = (key: string) => ['ca', 'ce', 'usesOutside'].map((id) => valueOf(survey, id, key));
    expect(couplings('b/two.ts')).toEqual([2, 0, 0]);
    expect(couplings('a/one.ts')).toEqual([1, 1, 1]);
    // That C is imported there and never used is no dependency of an element.
    expect(couplings('a')).toEqual([0, 1, 1]);
    expect(couplings('c.ts')).toEqual([0, 1, 1]);
    const byFiles = (key: string) => ['filesUsing', 'filesUsed'].map((id) => valueOf(survey, id, key));
    expect(['b/two.ts', 'a/one.ts', 'a', 'c.ts'].map(byFiles)).toEqual([
      [2, 0],
      [1, 2],
      [0, 2],
      [1, 1],
    ]);
    expect(valueOf(survey, 'instability', 'a')).toBe(1);
    expect(valueOf(survey, 'instability', 'b')).toBe(0);
  });

  it('knows the distance from the main sequence', async () => {
    const survey = await surveyText(files);
    expect(valueOf(survey, 'abstractness', 'a')).toBe(1);
    expect(valueOf(survey, 'distance', 'a')).toBe(1);
    expect(valueOf(survey, 'distance', 'b')).toBe(1);
  });

  it('knows levels and reach', async () => {
    const survey = await surveyText(files);
    const levels = ['b/two.ts', 'c.ts', 'a/one.ts', 'a/other.ts'].map((key) => valueOf(survey, 'level', key));
    expect(levels).toEqual([0, 1, 2, 3]);
    expect(valueOf(survey, 'reach', 'a/other.ts')).toBe(100);
    expect(valueOf(survey, 'reachedBy', 'b/two.ts')).toBe(100);
  });

  it('aliases are no types, namespaces neither, and what leads outside is in no share', async () => {
    const survey = await surveyText({
      'a/kinds.ts':
        'export interface I {}\nexport class C {}\nexport type T = string;\nexport type U = number;\n',
      'a/uses.ts':
        "import { C } from './kinds';\nimport { kit } from 'kit';\nexport const c = new C();\nkit(); kit(); kit();\n",
    });
    expect(valueOf(survey, 'abstractness', 'a/kinds.ts')).toBe(0.5);
    expect(valueOf(survey, 'internalShare', 'a')).toBe(100);
    expect(valueOf(survey, 'internalShare', 'a/kinds.ts')).toBe(0);
  });

  it('of a group takes in the groups below it, and each file outside once', async () => {
    const survey = await surveyText({
      'a/deep/x.ts': "import { y } from '../../b/y';\nexport const x = () => (y() ? 1 : 2);\n",
      'a/z.ts': "import { y } from '../b/y';\nexport const z = () => y();\n",
      'b/y.ts': 'export const y = () => 1;\n',
    });
    const couplings = (key: string) => ['ca', 'ce', 'usesOutside'].map((id) => valueOf(survey, id, key));
    expect(couplings('a')).toEqual([0, 2, 1]);
    expect(couplings('b')).toEqual([2, 0, 0]);
    expect(couplings('')).toEqual([0, 0, 0]);
    expect([valueOf(survey, 'complexitySum', 'a'), valueOf(survey, 'complexitySum', 'a/deep')]).toEqual([
      3, 2,
    ]);
    expect([valueOf(survey, 'routines', ''), valueOf(survey, 'files', 'a')]).toEqual([3, 2]);
    expect([valueOf(survey, 'codeLines', 'a'), valueOf(survey, 'commentShare', 'a')]).toEqual([4, 0]);
  });

  it('counts a file as one for what stands in it outside of any declaration', async () => {
    const survey = await surveyText({
      'a/run.ts':
        "import { y, z } from '../b/y';\ny(); z();\nexport const x = 1;\nexport class K { m() { y(); } n() { y(); } }\n",
      'a/index.ts': "export { y } from '../b/y';\n",
      'b/y.ts': 'export function y() {}\nexport function z() {}\n',
    });
    const couplings = (key: string) => ['ca', 'ce', 'usesOutside'].map((id) => valueOf(survey, id, key));
    // The file and K, however many of its methods; y and z.
    expect(couplings('a/run.ts')).toEqual([0, 2, 2]);
    expect(couplings('a/index.ts')).toEqual([0, 1, 1]);
    expect(couplings('b/y.ts')).toEqual([3, 0, 0]);
  });

  it('an instability of nothing at all is undefined', async () => {
    const survey = await surveyText({ 'alone.ts': 'const x = 1;' });
    expect(valueOf(survey, 'instability', 'alone.ts')).toBeNaN();
  });
});

describe('types', () => {
  it('measures inheritance, coupling and size', async () => {
    const survey = await surveyText({
      'a.ts':
        "import { Kit } from 'kit';\nexport class Root extends Kit {}\nexport class Child extends Root {\n  private gauge: Gauge;\n  read() { return this.gauge.level() ? 1 : 2; }\n  stop() {}\n}\nexport class Gauge { level() { return 1; } }",
    });
    expect(valueOf(survey, 'dit', 'a.ts#Child')).toBe(2);
    expect(valueOf(survey, 'dit', 'a.ts#Gauge')).toBe(0);
    expect(valueOf(survey, 'noc', 'a.ts#Root')).toBe(1);
    expect(valueOf(survey, 'wmc', 'a.ts#Child')).toBe(3);
    expect(valueOf(survey, 'cbo', 'a.ts#Child')).toBe(2);
    expect(valueOf(survey, 'rfc', 'a.ts#Child')).toBe(3);
    expect(valueOf(survey, 'fields', 'a.ts#Child')).toBe(1);
    expect(valueOf(survey, 'publicShare', 'a.ts#Child')).toBeCloseTo(66.7, 1);
  });
});

describe('coupling of types', () => {
  it('tells what is used from what uses, and the response set what is called of others from what is not', async () => {
    const survey = await surveyText({
      'a.ts': [
        'export class Lock {',
        '  gate: Gate = new Gate();',
        '  protected drain() { return this.fill(); }',
        '  private fill() { return this.gate.open() + this.gate.width; }',
        '}',
        'export class Gate { width = 1; open() { return 1; } close() { return 2; } }',
        'export class Canal { lock?: Lock; }',
      ].join('\n'),
    });
    const values = (id: string): number[] =>
      ['Lock', 'Gate', 'Canal'].map((name) => valueOf(survey, id, `a.ts#${name}`));
    expect(values('usesTypes')).toEqual([1, 0, 1]);
    expect(values('usedByTypes')).toEqual([1, 1, 0]);
    expect(values('cbo')).toEqual([2, 1, 1]);
    // Its own two and Gate's one that is called; reading a field is no call, and calling its own adds nothing.
    expect(values('rfc')).toEqual([3, 2, 0]);
    expect(values('publicShare')[0]).toBeCloseTo(33.3, 1);
  });

  it('counts each other type once over all parts of a type in C#, however its parts use each other', async () => {
    const survey = await surveyText({
      'One.cs':
        'partial class Lock { Gate gate; void Fill() { Drain(); gate.Open(); } class Inner { Weir weir; } }',
      'Two.cs':
        'partial class Lock { void Drain() { new Gate().Open(); Level.Read(this); } public static void Test() { } }',
      'Three.cs':
        'partial class Lock { partial class Deep { } } static class Level { public static void Read(Lock x) { } }',
      'Gate.cs':
        'class Gate { public void Open() { Lock.Test(); } } class Weir { Lock lock1; Lock.Inner inner; }',
    });
    const { elements, dependencies } = survey;
    // By a second way: by names, of which each type here has one of its own.
    const typeName = (e: number): string | null => {
      const names = elements.key[e].split('#')[1]?.split('.') ?? [];
      return [...names].reverse().find((name) => /^(Lock|Inner|Gate|Weir|Level)$/.test(name)) ?? null;
    };
    const pairs = new Set<string>();
    for (let row = 0; row < dependencies.count; row++) {
      const [from, to] = [typeName(dependencies.from[row]), typeName(dependencies.to[row])];
      if (from !== null && to !== null && from !== to) pairs.add(`${from} ${to}`);
    }
    const count = (name: string, isFrom: boolean): number =>
      [...pairs].filter((pair) => pair.split(' ')[isFrom ? 0 : 1] === name).length;
    for (const [name, key] of [
      ['Lock', 'One.cs#Lock'],
      ['Inner', 'One.cs#Lock.Inner'],
      ['Gate', 'Gate.cs#Gate'],
      ['Weir', 'Gate.cs#Weir'],
    ]) {
      expect([name, valueOf(survey, 'usesTypes', key)]).toEqual([name, count(name, true)]);
      expect([name, valueOf(survey, 'usedByTypes', key)]).toEqual([name, count(name, false)]);
    }
    // Gate, Weir, the Level outside and the Inner that its own weir is of.
    expect(valueOf(survey, 'cbo', 'One.cs#Lock')).toBe(
      new Set(
        [...pairs].filter((pair) => pair.split(' ').includes('Lock')).flatMap((pair) => pair.split(' ')),
      ).size - 1,
    );
  });

  it('a routine that is only handed on is no part of the response set', async () => {
    const survey = await surveyText({
      'a.ts':
        'class Gate { static open() { return 1; } }\nclass Lock { fill(xs: number[]) { return xs.map(Gate.open); } }\nclass Weir { fill() { return Gate.open(); } }\n',
    });
    expect(valueOf(survey, 'rfc', 'a.ts#Lock')).toBe(1);
    expect(valueOf(survey, 'rfc', 'a.ts#Weir')).toBe(2);
  });

  it('adds up the complexity of members where they are defined', async () => {
    const survey = await surveyText({
      'lock.hpp': 'class Lock { public: int level(int n); };\n',
      'lock.cpp': '#include "lock.hpp"\nint Lock::level(int n) { if (n > 1) return n; return n ? 1 : 2; }\n',
    });
    expect(valueOf(survey, 'wmc', 'lock.hpp#Lock')).toBe(3);
  });
});

describe('fan-in and fan-out', () => {
  it('count distinct routines', async () => {
    const survey = await surveyText({
      'a.ts': 'function f() { g(); g(); h(); }\nfunction g() { h(); }\nfunction h() {}',
    });
    expect(valueOf(survey, 'fanOut', 'a.ts#f')).toBe(2);
    expect(valueOf(survey, 'fanIn', 'a.ts#h')).toBe(2);
    expect(valueOf(survey, 'fanIn', 'a.ts#f')).toBe(0);
  });
});

describe('what is counted once', () => {
  it('a prototype is no second routine, and a namespace no type', async () => {
    const survey = await surveyText({
      'a.h': 'namespace canal { int go(int n); struct Lock { int fill(int n); }; }',
      'a.cpp':
        '#include "a.h"\nnamespace canal { int go(int n) { if (n) return 1; return 2; } int Lock::fill(int n) { return go(n); } }',
    });
    expect(valueOf(survey, 'routines', '')).toBe(2);
    expect(valueOf(survey, 'routines', 'a.h#canal.Lock')).toBe(1);
    expect(valueOf(survey, 'complexityMean', '')).toBe(1.5);
    expect(valueOf(survey, 'types', 'a.h')).toBe(1);
    expect(valueOf(survey, 'cbo', 'a.h#canal.Lock')).toBe(0);
    expect(valueOf(survey, 'cbo', 'a.h#canal')).toBeNaN();
  });

  it('depth is of classes by classes, and of interfaces by interfaces', async () => {
    const survey = await surveyText({
      'A.java':
        'interface One {} interface Two extends One {} interface Three extends Two {} class Base implements Three {} class Sub extends Base implements One {}',
    });
    expect(valueOf(survey, 'dit', 'A.java#Sub')).toBe(1);
    expect(valueOf(survey, 'dit', 'A.java#Base')).toBe(0);
    expect(valueOf(survey, 'dit', 'A.java#Three')).toBeNaN();
    expect(valueOf(survey, 'interfaceDepth', 'A.java#Three')).toBe(2);
    expect(valueOf(survey, 'interfaceDepth', 'A.java#Sub')).toBeNaN();
  });
});
