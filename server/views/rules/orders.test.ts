import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judged } from '../../../core/judge/judged.ts';
import type { Judged } from '../../../core/judge/judgedSurvey.ts';
import { orderPicture, placedOrder } from '../../../core/judge/kinds/order/placedOrder.ts';
import { proposedRanks } from '../../../core/judge/kinds/order/proposedOrder.ts';
import { repairs } from '../../../core/judge/kinds/order/repairs.ts';
import type { OrderRule } from '../../../core/judge/kinds/order/orderRule.ts';

import { codeOf } from '../../../tests/codeOfUses.ts';
import { filterOf } from '../graphQuery/filters.ts';
import { editedRules } from './editRules.ts';
import { readRules } from './readRules.ts';
import { judgedSurvey } from './rulesView.ts';

const TODAY = '2027-01-15';
const book = (said: string): string => `yletope: 1\nrules:\n  - name: r\n    ${said}\n`;
const ruleOf = (text: string): OrderRule => readRules({ name: 'r', text }).rules[0] as OrderRule;
const pictureOf = (rule: OrderRule, on: Judged) => orderPicture(rule, on, placedOrder(rule, on));
const repairsOf = (rule: OrderRule, on: Judged) => repairs(rule, on, placedOrder(rule, on));
const places = ['a/x', 'a/y', 'b/x', 'b/y', 'c/x', 'd/x', 'other/o'];
const anyUses = fc.uniqueArray(
  fc.tuple(fc.constantFrom(...places), fc.constantFrom(...places)).filter(([a, b]) => a !== b),
  { selector: String, minLength: 1, maxLength: 14 },
);
const written = (uses: readonly (readonly string[])[]): string[] =>
  uses.map(([from, to]) => `${from} > ${to}`);

describe('the picture of an order', () => {
  it('has a link for all references from one group to another, and says which break it', async () => {
    const survey = await codeOf(['b/x > a/x', 'b/y > a/x', 'a/x > c/x', 'a/x > a/y', 'other/o > a/x']);
    const picture = pictureOf(ruleOf(book('order: [a, [b, e], c]')), judgedSurvey(survey));
    expect(picture.groups).toEqual([
      { id: 'a', rank: 0, files: 2 },
      { id: 'b', rank: 1, files: 2 },
      { id: 'e', rank: 1, files: 0 },
      { id: 'c', rank: 2, files: 1 },
    ]);
    // An import and a call each.
    expect(picture.links).toEqual([
      { from: 0, to: 3, references: 2, breaks: false },
      { from: 1, to: 0, references: 4, breaks: true },
    ]);
    expect(picture.unplaced).toBe(1);
  });

  it('counts as many breaks as there are places in what breaks it, whatever the order', async () => {
    await fc.assert(
      fc.asyncProperty(
        anyUses,
        fc.constantFrom('[a, b, c, d]', '[[a, b], c, d]', '[d, [b, c], a]'),
        fc.constantFrom('below', 'next'),
        fc.boolean(),
        async (uses, order, sees, within) => {
          const on = judgedSurvey(await codeOf(written(uses)));
          const text = book(`order: ${order}\n    sees: ${sees}\n    within: ${within}`);
          const { violations } = judged(on, readRules({ name: 'r', text }), TODAY);
          const { links } = pictureOf(ruleOf(text), on);
          const sum = links.reduce((all, { references, breaks }) => all + (breaks ? references : 0), 0);
          expect(sum).toBe(violations.reduce((all, { lines }) => all + lines.length, 0));
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('a repair', () => {
  it('is the move that clears most beyond what it brings', async () => {
    const survey = await codeOf(['b/x > a/x', 'b/y > a/x', 'a/x > c/x']);
    const found = repairsOf(ruleOf(book('order: [a, b, c]')), judgedSurvey(survey));
    expect(found[0]).toEqual({ path: 'a/x.ts', from: 'a', to: 'b', clears: 4, brings: 0 });
  });

  it('clears and brings what judging the code with the file elsewhere says', async () => {
    await fc.assert(
      fc.asyncProperty(anyUses, fc.constantFrom('[a, b, c, d]', '[d, [b, c], a]'), async (uses, order) => {
        const on = judgedSurvey(await codeOf(written(uses)));
        const text = book(`order: ${order}`);
        const breaks = (said: string): number =>
          judged(on, readRules({ name: 'r', text: said }), TODAY).violations.reduce(
            (all, { lines }) => all + lines.length,
            0,
          );
        for (const { path, to, clears, brings } of repairsOf(ruleOf(text), on)) {
          const moved = editedRules(text, { do: 'place', rule: 'r', path, group: to });
          expect(breaks(moved)).toBe(breaks(text) - clears + brings);
          expect(clears).toBeGreaterThan(brings);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('a proposed order', () => {
  const counted = { filter: filterOf('any', 'resolved'), withTests: false };
  const ids = ['a', 'b', 'c', 'd'];

  it('is broken by nothing where groups use each other in no ring, and by little where they do', async () => {
    await fc.assert(
      fc.asyncProperty(anyUses, async (uses) => {
        const survey = await codeOf(written(uses));
        const on = judgedSurvey(survey);
        const groupOf = new Int32Array(survey.elements.count).fill(-1);
        for (const { path, element } of survey.files)
          groupOf.fill(ids.indexOf(path.split('/')[0]), element, survey.elements.subtreeEnd[element]);
        const ranks = proposedRanks(ids.length, groupOf, counted, on);
        expect(ranks.flat().sort()).toEqual([0, 1, 2, 3]);
        const order = JSON.stringify(ranks.map((rank) => rank.map((group) => ids[group])));
        const { links } = pictureOf(ruleOf(book(`order: ${order}`)), on);
        const uses2 = (from: number, to: number): boolean =>
          links.some((link) => ids[link.from] && link.from === from && link.to === to);
        const broken = links.filter(({ breaks }) => breaks);
        // Only what takes part in a ring goes against it: from what is used there is a way back.
        const reaches = (from: number, to: number, seen = new Set<number>()): boolean =>
          from === to ||
          (!seen.has(from) &&
            [0, 1, 2, 3].some((next) => uses2(from, next) && reaches(next, to, new Set([...seen, from]))));
        for (const { from, to } of broken) expect(reaches(to, from)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });

  it('has what uses above what it rests on', async () => {
    const survey = await codeOf(['a/x > b/x', 'b/x > c/x', 'a/y > c/x', 'd/x > c/x']);
    const groupOf = new Int32Array(survey.elements.count).fill(-1);
    for (const { path, element } of survey.files)
      groupOf.fill(ids.indexOf(path.split('/')[0]), element, survey.elements.subtreeEnd[element]);
    expect(proposedRanks(4, groupOf, counted, judgedSurvey(survey))).toEqual([[0], [1, 3], [2]]);
  });
});
