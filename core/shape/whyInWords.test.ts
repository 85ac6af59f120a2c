import { expect, it } from 'vitest';
import { surveyText } from '../../tests/surveyText.ts';
import { pullsOf } from './linkPulls.ts';
import { placedFigures } from './placedFigures.ts';
import { shapeInput } from './shapeInput.ts';
import { whyInWords } from './whyInWords.ts';

it('a reason says what all use, and what starts all and is used by nobody', async () => {
  const parts = Array.from({ length: 16 }, (_, n) => n);
  const survey = await surveyText({
    'hub.ts': 'export const hub = () => 1;\n',
    ...(Object.fromEntries(
      parts.map((n) => [`p${n}.ts`, `import { hub } from './hub';\nexport const p${n} = () => hub();\n`]),
    ) as Record<string, string>),
    'start.ts': parts.map((n) => `import { p${n} } from './p${n}';\np${n}();\n`).join(''),
  });
  const input = shapeInput(survey);
  const moduleOf = new Int32Array(survey.files.length);
  const { reasons } = placedFigures(input, { moduleOf, pulls: pullsOf(input.links) });
  const why = (path: string): string => {
    const file = survey.files.findIndex((each) => each.path === path);
    const reason = reasons(input.bundles.bundleOf[file]);
    return whyInWords({ ...reason, keptWith: null }, { modules: [{ name: 'all' }] }, survey.files);
  };
  expect(why('hub.ts')).toBe('a hub that 16 files use; 16 of 16 links inside, 16 of them calls');
  expect(why('start.ts')).toBe('starts 16 files; nothing uses it; 16 of 16 links inside, 16 of them calls');
  expect(why('p3.ts')).toBe('2 of 2 links inside, 2 of them calls');
});
