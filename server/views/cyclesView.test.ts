import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { cyclesView } from './cyclesView.ts';
import type { SurveyedCodebase } from '../../core/survey.ts';
import { whereReferencesLead } from '../../core/barrels.ts';
import { placesLedOn } from './surveyAccess/references.ts';
import { mainScope } from './surveyAccess/scope.ts';
import { filterOf } from './graphQuery/filters.ts';

describe('a cycle for a barrel', () => {
  const question = { by: 'folders', grain: 'files', filter: filterOf('any', 'resolved') } as const;

  it('is there as written, says who is in it for that alone, and is gone where imports lead on', async () => {
    const written = await surveyText({
      'index.ts': "export * from './a';\nexport * from './b';\nexport * from './c';\n",
      'a.ts': "import { b } from './index';\nexport const a = () => b();\n",
      'b.ts': "import { c } from './c';\nexport const b = () => c();\n",
      'c.ts': "import { b } from './index';\nexport const c = () => b();\n",
    });
    const led = whereReferencesLead(written);
    const seen = (survey: SurveyedCodebase) => {
      const { cycles, inCycles, otherwiseInCycles } = cyclesView(survey, {
        ...{ ...question, withTests: false, scope: mainScope(survey), cycle: null, through: null },
        barrels: { written, led },
      });
      return {
        cycles: cycles.map(({ size, throughBarrels }) => [size, throughBarrels]),
        inCycles,
        otherwiseInCycles,
      };
    };
    expect(seen(written)).toEqual({ cycles: [[4, 2]], inCycles: 4, otherwiseInCycles: 2 });
    expect(seen(led)).toEqual({ cycles: [[2, null]], inCycles: 2, otherwiseInCycles: 4 });
    expect(placesLedOn(written, led, 'index.ts')).toBe(2);
    expect(placesLedOn(written, written, 'index.ts')).toBe(0);
  });
});

describe('a cycle around one file', () => {
  const spokes = Array.from({ length: 15 }, (_, i) => `s${i}`);
  const files = {
    'hub.ts': [
      ...spokes.map((name) => `import { ${name} } from './${name}';`),
      `export const hub = [${spokes.join()}];`,
    ].join('\n'),
    ...Object.fromEntries(
      spokes.map((name) => [
        `${name}.ts`,
        `import { hub } from './hub';\nexport const ${name} = () => hub;\n`,
      ]),
    ),
  };
  const opened = async (through: string | null) => {
    const wheel = await surveyText(files);
    const filter = filterOf('any', 'resolved');
    const scope = mainScope(wheel);
    return cyclesView(wheel, {
      by: 'folders',
      grain: 'files',
      filter,
      withTests: false,
      scope,
      cycle: null,
      through,
    }).open!;
  };

  it('is gone round through the member asked for', async () => {
    const { walk, through } = await opened('s7.ts');
    expect(walk.map(({ from, to }) => `${from.key} → ${to.key}`)).toEqual([
      's7.ts → hub.ts',
      'hub.ts → s7.ts',
    ]);
    expect(through?.key).toBe('s7.ts');
  });

  it('is gone round over the first candidate to cut where no member is asked for', async () => {
    const { walk, through, steps } = await opened(null);
    expect(steps[0].against).toBe(true);
    expect(walk[0]).toEqual(steps[0]);
    expect(walk.at(-1)!.to.key).toBe(steps[0].from.key);
    expect(through).toBeNull();
    expect((await opened('nowhere.ts')).through).toBeNull();
  });
});
