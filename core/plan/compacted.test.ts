import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { SurveyedCodebase } from '../survey.ts';
import { compacted } from './compacted.ts';
import { decidingPlacings } from './decidingPlacings.ts';
import type { ModulePlan, Placing } from './modulePlan.ts';

const noPackages = () => {
  throw new Error('packages are not needed');
};
const surveyOf = (paths: readonly string[]): Pick<SurveyedCodebase, 'files'> => ({
  files: paths.map((path, at) => ({ path, element: at })) as SurveyedCodebase['files'],
});
const planOf = (placings: readonly Placing[]): ModulePlan => ({
  modules: ['a', 'b', 'c'].map((id) => ({ id, name: id, purpose: '', parent: null })),
  placings: [...placings],
});
const placing = (target: string, module: string | null, isSettled = false): Placing => ({
  target,
  module,
  isSettled,
});
const short = (paths: readonly string[], placings: readonly Placing[]): [string, string | null][] =>
  compacted(surveyOf(paths), planOf(placings), noPackages).placings.map(({ target, module }) => [
    target,
    module,
  ]);

describe('a plan in few placings', () => {
  it('places a folder whose files stand alike as one, and what stands otherwise by itself', () => {
    const paths = ['x/1.ts', 'x/2.ts', 'x/3.ts', 'x/deep/4.ts', 'y/5.ts'];
    const alike = paths.slice(0, 4).map((path) => placing(path, 'a'));
    expect(short(paths, alike)).toEqual([['x/**', 'a']]);
    expect(short(paths, [...alike.slice(1), placing('x/1.ts', 'b')])).toEqual([
      ['x/**', 'a'],
      ['x/1.ts', 'b'],
    ]);
    // What stands nowhere is kept out.
    expect(short(paths, alike.slice(1))).toEqual([
      ['x/**', 'a'],
      ['x/1.ts', null],
    ]);
  });

  it('does not place a folder for one file, nor for less than half of them', () => {
    expect(short(['x/1.ts', 'y/2.ts'], [placing('x/1.ts', 'a')])).toEqual([['x/1.ts', 'a']]);
    // Nor the whole, which would take in what is new anywhere.
    expect(short(['1.ts', '2.ts'], [placing('1.ts', 'a'), placing('2.ts', 'a')])).toHaveLength(2);
    const many = Array.from({ length: 7 }, (_, n) => `x/${n}.ts`);
    const three = many.slice(0, 3).map((path) => placing(path, 'a'));
    expect(short(many, three)).toHaveLength(3);
    // Not even where it would take fewer.
    const others = ['b', 'b', 'c', 'c'].map((module, n) => placing(many[n + 3], module));
    expect(short(many, [...three, ...others])).toHaveLength(7);
  });

  it('does not place a folder around others where that takes as many', () => {
    const paths = ['x/y/1.ts', 'x/y/2.ts', 'x/z/3.ts', 'x/z/4.ts'];
    const halves = paths.map((path, n) => placing(path, n < 2 ? 'a' : 'b'));
    expect(short(paths, halves)).toEqual([
      ['x/y/**', 'a'],
      ['x/z/**', 'b'],
    ]);
  });

  it('is not hidden by placings in modules that are not there', () => {
    const survey = surveyOf(['x/y/1.ts']);
    const plan = planOf([placing('x/**', 'a'), placing('x/y/**', 'gone'), placing('x/y/1.ts', 'gone')]);
    expect(decidingPlacings(survey, plan, noPackages)).toEqual([placing('x/**', 'a')]);
  });

  it('keeps those apart that somebody stands behind, with who and why', () => {
    const paths = ['x/1.ts', 'x/2.ts', 'x/3.ts'];
    const kept: Placing = { ...placing('x/2.ts', 'a', true), by: 'Ada', why: 'it bills' };
    const plan = compacted(surveyOf(paths), planOf([placing('x/**', 'a'), kept]), noPackages);
    expect(plan.placings).toEqual([placing('x/**', 'a'), kept]);
  });

  it('leaves what is not in the survey, parts of files and other globs as they were written', () => {
    const others = [placing('gone.ts', 'a'), placing('gone/**', 'b'), placing('x/1.ts#A', 'b')];
    const globs = [placing('x/*.sql', 'c')];
    expect(short(['x/1.ts', 'x/2.sql'], [...others, ...globs]).sort()).toEqual(
      [...others, ...globs].map(({ target, module }) => [target, module]).sort(),
    );
  });

  it('names folders that look like patterns by their files', () => {
    expect(short(['[id]/1.ts', '[id]/2.ts'], [placing('[id]/1.ts', 'a'), placing('[id]/2.ts', 'a')])).toEqual(
      [
        ['[id]/1.ts', 'a'],
        ['[id]/2.ts', 'a'],
      ],
    );
  });

  const anyPath = fc
    .tuple(fc.array(fc.constantFrom('x', 'y', '[z]', 'w#'), { maxLength: 3 }), fc.nat(5))
    .map(([folders, n]) => [...folders, `${n}.ts`].join('/'));
  const anyTarget = fc.oneof(
    anyPath,
    fc.constantFrom('**', 'x/**', 'x/y/**', 'y/**', '**/1.ts', 'x/**/y/*', 'x/*.ts', 'gone/**'),
  );
  const anyPlacing = fc.record({
    target: anyTarget,
    module: fc.constantFrom('a', 'b', 'c', null, 'unknown'),
    isSettled: fc.boolean(),
  });

  it('says of every file what was said before, in no more placings than files, and does not change again', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(anyPath, { minLength: 1, maxLength: 25 }),
        fc.uniqueArray(anyPlacing, { selector: ({ target }) => target, maxLength: 20 }),
        (paths, placings) => {
          const survey = surveyOf(paths);
          const said = (plan: ModulePlan): unknown[] =>
            decidingPlacings(survey, plan, noPackages).map((own) =>
              own === null || own.module === null ? null : [own.module, own.isSettled],
            );
          const plan = planOf(placings);
          const after = compacted(survey, plan, noPackages);
          expect(said(after)).toEqual(said(plan));
          const isOther = ({ target }: Placing): boolean =>
            !paths.includes(target) && /^\*|\*.*[^*]$/.test(target);
          const targets = after.placings.map(({ target }) => target);
          expect(new Set(targets).size).toBe(targets.length);
          if (!placings.some(isOther)) {
            const holds = (target: string): boolean =>
              paths.some((path) => path === target || path.startsWith(target.replace(/\*\*$/, '')));
            expect(targets.filter(holds).length).toBeLessThanOrEqual(paths.length);
            expect(compacted(survey, after, noPackages)).toEqual(after);
          }
        },
      ),
    );
  });
});
