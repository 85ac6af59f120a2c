import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { factsOfText } from '../../tests/surveyText.ts';
import { describeFacts } from '../facts/describeFacts.ts';

/**
 * Runs the corpus of every language. A corpus file holds cases: a line `=== title (file name)`, the source, a line
 * `---`, and the expected facts. `UPDATE_CORPUS=1` writes what extraction gives now, to be read before it is kept.
 */
const here = fileURLToPath(new URL('.', import.meta.url));

interface Case {
  heading: string;
  file: string;
  source: string;
  expected: string[];
}

function casesOf(text: string): Case[] {
  return text
    .split(/^=== /m)
    .slice(1)
    .map((part) => {
      const [heading, ...rest] = part.split('\n');
      const [source, expected = ''] = rest.join('\n').split(/^---\n/m);
      const file = /\(([^)]+)\)$/.exec(heading)?.[1] ?? 'case.ts';
      return { heading, file, source, expected: expected.trim().split('\n') };
    });
}

for (const language of readdirSync(here).filter((name) => existsSync(join(here, name, 'corpus')))) {
  const folder = join(here, language, 'corpus');
  for (const name of readdirSync(folder).filter((file) => file.endsWith('.txt'))) {
    const path = join(folder, name);
    const cases = casesOf(readFileSync(path, 'utf8'));
    describe(`${language} corpus, ${name}`, () => {
      for (const one of cases) {
        it(one.heading, async () => {
          const facts = describeFacts(await factsOfText(one.file, one.source));
          if (process.env.UPDATE_CORPUS) one.expected = facts;
          expect(facts).toEqual(one.expected);
        });
      }
      if (process.env.UPDATE_CORPUS) {
        it('writes what was found', () => {
          const text = cases.map(
            (one) => `=== ${one.heading}\n${one.source}---\n${one.expected.join('\n')}\n`,
          );
          writeFileSync(path, text.join('\n'));
          expect(cases.length).toBeGreaterThan(0);
        });
      }
    });
  }
}
