import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import type { SurveyedCodebase } from '../survey.ts';
import { classRelations } from './classRelations.ts';
import { inheritedMembers } from './overrides.ts';
import { relatives, typeHierarchy, type TypeHierarchy } from './typeHierarchy.ts';

const files = {
  'vessel.ts': `
export interface Afloat { draught: number; moor(at: string): void; }
export abstract class Vessel implements Afloat {
  draught = 1;
  private papers = '';
  constructor(readonly name: string) {}
  moor(at: string): void {}
  cast(): void {}
  abstract length(): number;
}`,
  'barge.ts': `
import { Vessel } from './vessel';
import { Hold } from './hold';
export class Barge extends Vessel {
  hold: Hold = new Hold();
  length(): number { return 38; }
  moor(at: string): void { super.moor(at); }
  cast(rope: number, twice: boolean): void {}
}
export class Lighter extends Barge { moor(at: string): void {} }`,
  'hold.ts': 'export class Hold { weigh(): number { return 0; } }',
  'crane.ts':
    "import { Hold } from './hold';\nexport class Crane { lift(): number { return new Hold().weigh(); } }",
};

const at = ({ elements }: SurveyedCodebase, key: string): number => elements.key.indexOf(key);
const nameOf = (survey: SurveyedCodebase, element: number): string =>
  survey.elements.key[element].split('#')[1];

describe('the hierarchy of types', () => {
  it('knows the steps up and down, of classes and of interfaces', async () => {
    const survey = await surveyText(files);
    const { parents, children } = typeHierarchy(survey);
    const names = (links: TypeHierarchy['parents'], key: string): string[] =>
      (links.get(at(survey, key)) ?? []).map(({ element, kind }) => `${kind} ${nameOf(survey, element)}`);
    expect(names(parents, 'vessel.ts#Vessel')).toEqual(['implement Afloat']);
    expect(names(parents, 'barge.ts#Lighter')).toEqual(['inherit Barge']);
    expect(names(children, 'vessel.ts#Vessel')).toEqual(['inherit Barge']);
    const above = relatives(parents, at(survey, 'barge.ts#Lighter'));
    expect([...above].map(([type, step]) => `${nameOf(survey, type)} ${step}`)).toEqual([
      'Lighter 0',
      'Barge 1',
      'Vessel 2',
      'Afloat 3',
    ]);
  });

  it('reaches each relative once and by the fewest steps, also round in circles', () => {
    const graph = fc.array(fc.tuple(fc.nat(7), fc.nat(7)), { maxLength: 20 });
    fc.assert(
      fc.property(graph, (edges) => {
        const links: TypeHierarchy['parents'] = new Map();
        for (const [from, to] of edges)
          links.set(from, [...(links.get(from) ?? []), { element: to, kind: 'inherit', certainty: 'exact' }]);
        const distance = Array.from({ length: 8 }, (_, i) => (i === 0 ? 0 : Infinity));
        for (let round = 0; round < 8; round++)
          for (const [from, to] of edges) distance[to] = Math.min(distance[to], distance[from] + 1);
        const slow = distance.flatMap((steps, i) => (steps < Infinity ? [[i, steps]] : []));
        expect([...relatives(links, 0)].sort(([a], [b]) => a - b)).toEqual(slow);
      }),
    );
  });
});

describe('members of ancestors', () => {
  it('are overridden by those of the name that take as much, and else inherited, but for what is private', async () => {
    const survey = await surveyText(files);
    const { overrides, inherited } = inheritedMembers(
      survey,
      typeHierarchy(survey),
      at(survey, 'barge.ts#Barge'),
    );
    expect(
      [...overrides].map(([own, above]) => `${nameOf(survey, own)} over ${nameOf(survey, above)}`),
    ).toEqual([
      'Barge.moor over Vessel.moor',
      'Barge.cast over Vessel.cast',
      'Barge.length over Vessel.length',
    ]);
    expect(inherited.map((member) => nameOf(survey, member))).toEqual(['Vessel.draught', 'Vessel.name']);
  });

  it('of two overloads only that with as many parameters is overridden', async () => {
    const survey = await surveyText({
      'A.java': 'class A { void f(int a) {} void f(int a, int b) {} }',
      'B.java': 'class B extends A { void f(int a) {} }',
    });
    const { overrides, inherited } = inheritedMembers(survey, typeHierarchy(survey), at(survey, 'B.java#B'));
    expect([...overrides.values()].map((member) => nameOf(survey, member))).toEqual(['A.f']);
    expect(inherited.map((member) => nameOf(survey, member))).toEqual(['A.f~2']);
  });
});

describe('relations of classes', () => {
  it('are inheritance, what fields hold, and use in any other way, the strongest only', async () => {
    const survey = await surveyText(files);
    const types = ['barge.ts#Barge', 'vessel.ts#Vessel', 'hold.ts#Hold', 'crane.ts#Crane'].map((key) =>
      at(survey, key),
    );
    const found = classRelations(survey, typeHierarchy(survey), types).map(
      ({ from, to, kind }) => `${nameOf(survey, from)} ${kind} ${nameOf(survey, to)}`,
    );
    expect(found.sort()).toEqual(['Barge association Hold', 'Barge inherit Vessel', 'Crane dependency Hold']);
  });
});
