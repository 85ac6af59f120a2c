import { describe, expect, it } from 'vitest';
import { typeMeasures } from '../measures/types.ts';
import { routineMeasures } from '../measures/routine.ts';
import { dependenciesOf, surveyText } from '../../tests/surveyText.ts';

describe('members', () => {
  it('of several interfaces are those of the one that goes on from the others', async () => {
    const lines = await dependenciesOf(
      {
        'A.java':
          'interface Get { Object at(); } interface Map extends Get {} interface Ordered extends Map { Object at(); } interface Both extends Map, Ordered {} class Use { void a(Both b) { b.at(); } }',
      },
      'call',
    );
    expect(lines).toEqual(['call A.java#Use.a → A.java#Ordered.at inferred']);
  });

  it('of one name are routines where they are called and fields where they are not, be they a parent’s', async () => {
    const lines = await dependenciesOf(
      {
        'A.java':
          'class Top { int size; int count() { return 0; } } class Low extends Top { int count; int size() { return size + count() + count; } }',
      },
      'Low.size →',
    );
    expect(lines).toEqual([
      'call A.java#Low.size → A.java#Top.count exact',
      'read A.java#Low.size → A.java#Low.count exact',
      'read A.java#Low.size → A.java#Top.size exact',
    ]);
  });

  it('of what lies outside lie outside, whatever the codebase calls so', async () => {
    const files = {
      'a.ts':
        'export class Shelf { discard() {} }\nexport function f(el: HTMLElement) { el.classList.discard(); el.parent().discard(); }\nexport function g(x) { x.discard(); }',
    };
    expect(await dependenciesOf(files, 'discard')).toEqual(['call a.ts#g → a.ts#Shelf.discard inferred']);
  });
});

describe('making an instance', () => {
  const files = {
    'Barge.java':
      'class Barge { Barge() { this(1); } Barge(int n) {} Barge(String s) { super(); } static Barge of() { return new Barge("x"); } } enum State { FREE, HELD(2); State() {} State(int n) {} } interface Job { void run(); }',
    'Use.java':
      'class Use { Barge a() { return new Barge(2); } Job b() { return new Job() { public void run() {} }; } Barge c() { return new Barge(unknown()); } }',
  };

  it('leads to the type, and to the constructor that is run where it can be told', async () => {
    const lines = await dependenciesOf(files);
    expect(lines.filter((line) => /^(construct|initialize|implement)/.test(line))).toEqual([
      'construct Barge.java#Barge.of → Barge.java#Barge exact',
      'construct Barge.java#State.FREE → Barge.java#State exact',
      'construct Barge.java#State.HELD → Barge.java#State exact',
      'construct Use.java#Use.a → Barge.java#Barge exact',
      'construct Use.java#Use.c → Barge.java#Barge exact',
      'implement Use.java#Use.b.(Job) → Barge.java#Job exact',
      'initialize Barge.java#Barge.of → Barge.java#Barge.Barge~3 exact',
      'initialize Barge.java#State.FREE → Barge.java#State.State exact',
      'initialize Barge.java#State.HELD → Barge.java#State.State~2 exact',
      'initialize Use.java#Use.a → Barge.java#Barge.Barge~2 exact',
    ]);
  });

  it('of a type by itself is a construction as well, beside the constructor that it runs', async () => {
    const lines = await dependenciesOf({ 'Gate.java': 'class Gate { Gate() {} { new Gate(); } }' });
    expect(lines.filter((line) => /^(construct|initialize)/.test(line))).toEqual([
      'construct Gate.java#Gate → Gate.java#Gate exact',
      'initialize Gate.java#Gate → Gate.java#Gate.Gate exact',
    ]);
  });

  it('leads to no constructor that cannot take what is given', async () => {
    const files = {
      'A.cs':
        'struct Span { public Span(int a, int b) {} } class Use { Span A() { return new Span(); } Span B() { return new Span(1, 2); } }',
    };
    expect(await dependenciesOf(files, 'initialize')).toEqual([
      'initialize A.cs#Use.B → A.cs#Span.Span exact',
    ]);
  });

  it('counts in fan-in, fan-out and the response set', async () => {
    const survey = await surveyText(files);
    const value = (id: string, key: string): number => {
      const measure = [...routineMeasures, ...typeMeasures].find((each) => each.id === id)!;
      return measure.compute(survey)[survey.elements.key.indexOf(key)];
    };
    expect(value('fanIn', 'Barge.java#Barge.Barge~2')).toBe(2);
    expect(value('fanOut', 'Use.java#Use.a')).toBe(1);
    expect(value('rfc', 'Use.java#Use')).toBe(4);
  });
});

describe('an alias', () => {
  it('that is called is its own where a value bears its name as well', async () => {
    const files = {
      'a.ts':
        'export interface Brand { key: string }\nexport type Flake = Brand;\nexport const Flake = (n: number): Flake => ({ key: String(n) });\nexport function use() { Flake(1); }',
    };
    expect(await dependenciesOf(files, 'use →')).toEqual(['call a.ts#use → a.ts#Flake~2 exact']);
  });
});

describe('recursion', () => {
  it('is a call of an element by itself, and no caller of another', async () => {
    const files = { 'a.ts': 'export function f(n: number): number { return n ? f(n - 1) : 0; }' };
    const survey = await surveyText(files);
    expect(await dependenciesOf(files)).toEqual(['call a.ts#f → a.ts#f exact']);
    const fanIn = routineMeasures.find(({ id }) => id === 'fanIn')!.compute(survey);
    expect(fanIn[survey.elements.key.indexOf('a.ts#f')]).toBe(0);
  });
});
