import { describe, expect, it } from 'vitest';
import type { Breaks, BrokenPair, RuleLine } from '../../../server/views/rules/rulesView.ts';
import type { RulesEditor } from '../../state/useRulesEdit.ts';
import { rendered } from '../../rendered.tsx';
import { BreaksList } from './BreaksList.tsx';

const rule = (own: Partial<RuleLine> = {}): RuleLine => ({
  ...{
    name: 'layers',
    severity: 'error',
    sort: 'order',
    says: 'none uses what stands above it',
    reason: 'So.',
  },
  ...{ references: 3, accepted: 0, isIdle: false, choices: { kinds: 'any', certainty: 'resolved' } },
  ...own,
});
const pair = (own: Partial<BrokenPair> = {}): BrokenPair => ({
  ...{ from: 'low/a.ts', to: 'high/b.ts', isUse: true, tests: 'out', words: '', kinds: [['call', 2]] },
  ...{ lines: [4, 9], accepted: null, ...own },
});
const breaks = (own: Partial<Breaks> = {}): Breaks => ({
  ...{ id: 'layers|low|high', rule: 'layers', from: 'low', to: 'high', references: 3, accepted: 0, count: 1 },
  ...{ pairs: [], first: 0, ...own },
});

function shown(rules: RuleLine[], all: Breaks[], address = ''): { text: string; html: string } {
  const editor = { edit: () => {}, problem: null, isBusy: false } as unknown as RulesEditor;
  return rendered(BreaksList, { rules, breaks: all, editor }, `/codebases/1/rules${address}`);
}

describe('the list of what breaks rules', () => {
  it('says of each rule whether it is kept, how often it is not, and what was accepted', () => {
    expect(shown([rule({ references: 0 })], []).text).toContain('layers no violations');
    expect(shown([rule({ references: 1 })], []).text).toContain('layers 1 violation ×');
    expect(shown([rule({ accepted: 1_200 })], []).text).toContain('3 violations, 1,200 accepted');
    expect(shown([rule({ severity: 'warning' })], []).text).toContain('3 violations, warning only');
    expect(shown([rule({ isIdle: true })], []).text).toContain('layers matches nothing in this code');
  });

  it('marks errors in red and warnings in amber, and what is kept in neither', () => {
    const markOf = (own: Partial<RuleLine>): string | undefined =>
      /<h2>layers <span class="(\w+)"/.exec(shown([rule(own)], []).html)?.[1];
    expect([markOf({}), markOf({ severity: 'warning' }), markOf({ references: 0 })]).toEqual([
      'against',
      'caution',
      'faded',
    ]);
  });

  it('lists the breaks of a rule under it alone, by their groups', () => {
    const { text } = shown(
      [rule(), rule({ name: 'other', references: 0 })],
      [breaks(), breaks({ id: 'other||', rule: 'other', from: '', to: '', references: 7, count: 2 })],
    );
    expect(text).toMatch(/layers .* 3 low uses high other no violations .* 7 in 2 pairs of files/);
    expect(shown([rule()], [breaks({ from: 'low', to: '' })]).text).toMatch(/3 low$/);
  });

  it('opens the one that the address names, with its files, lines and kinds', () => {
    const open = [breaks({ pairs: [pair()] })];
    expect(shown([rule()], open).text).not.toContain('low/a.ts');
    const { text, html } = shown([rule()], open, '?pair=layers%7Clow%7Chigh&tests=in');
    expect(text).toMatch(/low\/a\.ts:4, 9 → hig ?h\/b\.ts 2 places call 2 Accept …/);
    expect(html).toContain(
      'href="/codebases/1/source?tests=in&amp;file=low%2Fa.ts&amp;line=4&amp;focus=low%2Fa.ts"',
    );
    const taken = [breaks({ pairs: [pair({ accepted: 'Since ever.' })] })];
    expect(shown([rule()], taken, '?pair=layers%7Clow%7Chigh').text).toContain('· accepted: Since ever.');
    expect(shown([rule()], taken, '?pair=layers%7Clow%7Chigh').text).not.toContain('Accept …');
  });

  it('says of what is no use where it is, and of many pairs which part is shown', () => {
    const measured = pair({
      isUse: false,
      to: 'low/a.ts#long',
      words: 'Lines 90, at most 60',
      kinds: [],
      lines: [4],
    });
    const address = '?pair=layers%7Clow%7Chigh&part=1';
    expect(shown([rule()], [breaks({ pairs: [measured] })], address).text).toContain(
      'low/a.ts:4 long Lines 90, at most 60',
    );
    const many = breaks({
      pairs: Array.from({ length: 60 }, (_, i) => pair({ from: `low/${i}.ts` })),
      count: 130,
      first: 60,
    });
    const { text, html } = shown([rule()], [many], address);
    expect(text).toContain('61 to 120 of 130');
    expect(html).not.toMatch(/disabled=""[^>]*>(Before|Next)/);
    expect(shown([rule()], [breaks({ ...many, first: 0 })], address).html).toMatch(/disabled=""[^>]*>Before/);
    expect(shown([rule()], [breaks({ ...many, first: 70 })], address).html).toMatch(/disabled=""[^>]*>Next/);
  });
});
