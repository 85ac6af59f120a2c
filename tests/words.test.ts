import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import { glossaryPage } from '../bench/glossaryPage.ts';
import { installationRoot } from '../server/installation.ts';

/** What the interface does not say, for the trade has a word for it. */
const refused: readonly RegExp[] = [
  /\bbreaks? (a|the) rules?\b|\bbreaks of rules\b|, broken\b/i,
  /\branks\b|\brank \d/i,
  /\btake along\b|\btakes? (it |them )?out\b|\bbring back\b|\btake back\b|\bdo again\b/i,
  /\bsettled\b[^'’]|\bopen again\b/i,
  /\bcircles? of use\b|\bways? round\b|\bways to what\b/i,
  /\brests? on\b|\bin focus\b|\bdo with it\b|\btests alone\b/i,
  /\bborne by\b|\bdeclared twice\b|\bno ending tells\b|\btake it for\b|\bstand to each other\b/i,
  /\bas large as fits\b|\bafferent\b|\befferent\b|\bthose before\b|^leave it$|\bone the other\b/i,
];

/** Names that hide what the field calls otherwise. */
const refusedNames = /\b(fewestAgainst|giveUp\w*|giveWay|whileWanted|lessonOn|nought)\b/;

function sources(...globs: string[]): string[] {
  const listed = execFileSync('git', ['ls-files', '-co', '--exclude-standard', '--', ...globs], {
    cwd: installationRoot,
    encoding: 'utf8',
  });
  return listed
    .split('\n')
    .filter((path) => /\.tsx?$/.test(path) && !path.includes('.test.'))
    .filter((path) => path !== 'tests/words.test.ts');
}

/** The texts of a file that have more than one word, each with its line. */
function textsOf(path: string): { text: string; at: string }[] {
  const whole = readFileSync(join(installationRoot, path), 'utf8');
  const kind = path.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const file = ts.createSourceFile(path, whole, ts.ScriptTarget.Latest, true, kind);
  const found: { text: string; at: string }[] = [];
  const visit = (node: ts.Node): void => {
    const isText = ts.isJsxText(node) || ts.isStringLiteralLike(node) || ts.isTemplateExpression(node);
    if (isText) {
      const text = node
        .getText(file)
        .replace(/\$\{[^}]*\}/g, '…')
        .replace(/\s+/g, ' ');
      const { line } = file.getLineAndCharacterOfPosition(node.getStart(file));
      if (/\S \S/.test(text))
        found.push({ text: text.replace(/^['"`]|['"`]$/g, '').trim(), at: `${path}:${line + 1}` });
    }
    ts.forEachChild(node, visit);
  };
  visit(file);
  return found;
}

describe('the words of the interface', () => {
  it('are those of the trade', () => {
    const texts = sources(
      'app',
      'server/views',
      'server/store',
      'cli',
      'core/judge',
      'core/measures',
    ).flatMap(textsOf);
    expect(texts.length).toBeGreaterThan(1_000);
    expect(texts.filter(({ text }) => refused.some((words) => words.test(text)))).toEqual([]);
  });

  it('stand in the glossary as it is published', () => {
    expect(readFileSync(join(installationRoot, 'docs', 'glossary.md'), 'utf8')).toBe(glossaryPage());
  });
});

describe('the names of the code', () => {
  it('are those of the field', () => {
    const found = sources('app', 'server', 'cli', 'core', 'bench', 'e2e', 'attack').filter((path) =>
      refusedNames.test(readFileSync(join(installationRoot, path), 'utf8')),
    );
    expect(found).toEqual([]);
  });
});
