import type { SurveyedCodebase } from '../core/survey.ts';
import { surveyText } from './surveyText.ts';

const pathOf = (name: string): string => (/:|\.ts$/.test(name) ? name : `${name}.ts`);

/** Files that use each other as `a/x > b/y` says; `~` uses types alone. */
export async function codeOf(uses: readonly string[]): Promise<SurveyedCodebase> {
  const texts = new Map<string, string[]>();
  const text = (path: string): string[] => {
    const known = texts.get(path);
    if (known) return known;
    const made = ['export const f = () => 1;', 'export interface T {}'];
    texts.set(path, made);
    return made;
  };
  uses.forEach((use, i) => {
    const [from, sign, to] = use.split(' ');
    const [user, used] = [pathOf(from), pathOf(to)];
    const up = '../'.repeat(user.split('/').length - 1) || './';
    const isOutside = used.includes(':');
    const address = isOutside ? used.replace('npm:', '') : `${up}${used.replace(/\.ts$/, '')}`;
    if (!isOutside) text(used);
    text(user).unshift(
      sign === '~'
        ? `import type { T as T${i} } from '${address}';\nexport type U${i} = T${i};`
        : `import { f as f${i} } from '${address}';\nexport const g${i} = () => f${i}();`,
    );
  });
  const survey = await surveyText(
    Object.fromEntries([...texts].map(([path, lines]) => [path, lines.join('\n')])),
  );
  for (const file of survey.files) file.isTest = file.path.includes('.test.');
  return survey;
}
