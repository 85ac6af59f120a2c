import { writeFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { corpusFiles } from '../../tests/corpusCases.ts';
import { factsOfText } from '../../tests/surveyText.ts';
import { describeFacts } from '../facts/describeFacts.ts';

/** Runs the corpus of every language. `UPDATE_CORPUS=1` writes what extraction gives now, to be read before it is kept. */
for (const { language, name, path, cases } of corpusFiles()) {
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
        const text = cases.map((one) => `=== ${one.heading}\n${one.source}---\n${one.expected.join('\n')}\n`);
        writeFileSync(path, text.join('\n'));
        expect(cases.length).toBeGreaterThan(0);
      });
    }
  });
}
