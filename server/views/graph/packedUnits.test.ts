import { beforeAll, describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { ArrangedSurvey } from '../../../core/arrangement/arranged.ts';
import { surveyText } from '../../../tests/surveyText.ts';
import { arranged } from '../graphQuery/arranged.ts';
import { filterOf } from '../graphQuery/filters.ts';
import { groupsAround, MOST_DRAWN, packedUnits, unitsIn } from './packedUnits.ts';

let picture: ArrangedSurvey;
beforeAll(async () => {
  const paths = Array.from({ length: 360 }, (_, i) =>
    i < 40 ? `top${i}.ts` : `a${i % 3}/b${i % 7}/${i % 2 === 0 ? '' : 'c/'}f${i}.ts`,
  );
  const survey = await surveyText(Object.fromEntries(paths.map((path) => [path, ''])));
  const filter = filterOf('any', 'resolved');
  picture = arranged(survey, { by: 'folders', grain: 'files', filter, withTests: true });
});

/** Boxes that are drawn: units in open groups, and closed groups of which the one around is open. */
function boxesOf({ units, open }: ReturnType<typeof packedUnits>): { alone: number[]; groups: number[] } {
  const { arrangement } = picture;
  const alone = [...units].filter((unit) => open.has(picture.units.group[unit]));
  const within = unitsIn(picture, units);
  const groups = [...arrangement.name.keys()].filter(
    (group) => group > 0 && within[group] > 0 && !open.has(group) && open.has(arrangement.parent[group]),
  );
  return { alone, groups };
}

describe('units that are meant', () => {
  it('are drawn one by one as long as they can be read', () => {
    const meant = Array.from({ length: MOST_DRAWN }, (_, i) => 2 * i);
    const few = packedUnits(picture, meant.slice(1), new Set([1]));
    expect([...few.units].sort((a, b) => a - b)).toEqual([1, ...meant.slice(1)]);
    expect([...few.open].sort()).toEqual([...groupsAround(picture, few.units)].sort());
  });

  it('are each in one box, or counted as left; what is kept stands alone; boxes can be read', () => {
    const anyUnit = fc.nat(359);
    fc.assert(
      fc.property(
        fc.uniqueArray(anyUnit, { maxLength: 360, minLength: 100 }),
        fc.uniqueArray(anyUnit, { maxLength: 5 }),
        (meant, kept) => {
          const packed = packedUnits(picture, meant, new Set(kept));
          const all = new Set([...meant, ...kept]);
          const { alone, groups } = boxesOf(packed);
          const within = unitsIn(picture, packed.units);
          const inGroups = groups.reduce((sum, group) => sum + within[group], 0);
          expect(alone.length + inGroups + packed.left).toBe(all.size);
          expect([...packed.units].every((unit) => all.has(unit))).toBe(true);
          for (const unit of kept) expect(alone).toContain(unit);
          expect(alone.length).toBeLessThanOrEqual(MOST_DRAWN);
          // An open group stands in open ones.
          for (const group of packed.open)
            if (group > 0) expect(packed.open.has(picture.arrangement.parent[group])).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });
});
