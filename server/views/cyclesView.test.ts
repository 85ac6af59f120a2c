import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { cyclesView } from './cyclesView.ts';
import { mainScope } from './ground/scope.ts';
import { filterOf } from './picture/filters.ts';

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
