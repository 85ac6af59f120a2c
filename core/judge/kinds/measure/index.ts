import { z } from 'zod';
import { measureNamed } from '../../../measures/catalogue.ts';
import { form, patterns, type RuleKind } from '../kind.ts';
import { beyondBound, type MeasureRule } from './beyondBound.ts';

const measured = { files: 'file', types: 'type', routines: 'routine' } as const;

/** What a measure of files, types or routines may come to. */
export const measure: RuleKind<MeasureRule> = {
  forms: {
    measure: form(
      {
        measure: z.string(),
        of: z.enum(['files', 'types', 'routines']),
        where: patterns.default(['**']),
        most: z.number().optional(),
        least: z.number().optional(),
      },
      ({ measure: id, of, where, most, least }, words, { refuse }): MeasureRule => {
        const kind = measured[of];
        const isKnown = measureNamed(id)?.appliesTo.includes(kind) ?? false;
        if (!isKnown) refuse(['measure'], `there is no measure “${id}” of ${of}.`);
        const bound = most === undefined ? { least: least! } : { most };
        return { ...words, sort: 'measure', measure: id, of: kind, where, bound };
      },
      {
        test: ({ most, least }) => (most === undefined) !== (least === undefined),
        why: 'it says either most or least.',
      },
    ),
  },
  sentence({ measure: id, bound, of, where }) {
    const limit = 'most' in bound ? `at most ${bound.most}` : `at least ${bound.least}`;
    return `${measureNamed(id)?.name ?? id} of each ${of} in ${where.join(', ')}: ${limit}`;
  },
  patterns: ({ where }) => where.filter((each) => each !== '**'),
  judge: beyondBound,
  violations: { measure: ({ from, to, detail }) => `${to === '' ? from : to}: ${detail}` },
};
