import { describe, expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { cyclesView } from './cyclesView.ts';
import { mainScope } from './ground/scope.ts';
import { filterOf } from './picture/filters.ts';

describe('a cycle around one file', () => {
  it('says how many members none of its walks passes through', async () => {
    const spokes = Array.from({ length: 15 }, (_, i) => `s${i}`);
    const wheel = await surveyText({
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
    });
    const { open } = cyclesView(wheel, {
      by: 'folders',
      grain: 'files',
      filter: filterOf('any', 'resolved'),
      withTests: false,
      scope: mainScope(wheel),
      cycle: null,
    });
    const walked = new Set(open!.walks.flat().flatMap(({ from }) => from.key));
    expect(open).toMatchObject({ size: 16, notWalked: 16 - walked.size });
    expect(open!.notWalked).toBeGreaterThan(0);
  });
});
