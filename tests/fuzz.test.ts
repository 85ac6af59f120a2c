import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { installationRoot } from '../server/installation.ts';
import { packFacts, unpackFacts } from '../server/work/packedFacts.ts';
import { factsOfText, surveyText } from './surveyText.ts';

const folder = join(installationRoot, 'demo', 'hollowmere', 'src');
const texts = readdirSync(folder, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.ts'))
  .map((name) => readFileSync(join(folder, name), 'utf8'));

/** A real file with pieces cut out, doubled, or swapped for others: what half-typed and merged code looks like. */
const mutated = fc
  .tuple(
    fc.constantFrom(...texts),
    fc.array(
      fc.record({
        at: fc.double({ min: 0, max: 1, noNaN: true }),
        cut: fc.nat(40),
        put: fc.constantFrom(
          '',
          '{',
          '}',
          '(',
          ')',
          '<',
          '>',
          '`',
          '"',
          '/*',
          '=>',
          'class ',
          'import ',
          '\0',
          '${',
          '\n',
          '🚢',
        ),
      }),
      { maxLength: 6 },
    ),
  )
  .map(([text, edits]) =>
    edits.reduce((changed, { at, cut, put }) => {
      const from = Math.floor(at * changed.length);
      return changed.slice(0, from) + put + changed.slice(from + cut);
    }, text),
  );

describe('broken code', () => {
  it('never stops extraction, and what is found lies inside the file', async () => {
    await fc.assert(
      fc.asyncProperty(mutated, async (text) => {
        const facts = await factsOfText('a.ts', text);
        const { declarations: d, references, lines, damage } = facts;
        const last = Math.max(1, text.split('\n').length);
        for (let i = 0; i < d.count; i++) {
          expect(d.startLine[i]).toBeGreaterThanOrEqual(1);
          expect(d.endLine[i]).toBeGreaterThanOrEqual(d.startLine[i]);
          expect(d.endLine[i]).toBeLessThanOrEqual(last);
          expect(d.parent[i]).toBeLessThan(i);
        }
        for (const line of references.line) expect(line).toBeLessThanOrEqual(last);
        for (const owner of references.from) expect(owner).toBeLessThan(d.count);
        expect(lines.code + lines.commentOnly + lines.blank).toBe(lines.lines);
        expect(facts.parse).toBe(damage.length > 0 ? 'partial' : 'clean');
      }),
      { numRuns: 150 },
    );
  });

  it('never stops linking', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(mutated, { minLength: 1, maxLength: 5 }), async (files) => {
        const survey = await surveyText(
          Object.fromEntries(files.map((text, i) => [`src/${'xyzvw'[i]}/f.ts`, text])),
        );
        const { dependencies, elements } = survey;
        for (let row = 0; row < dependencies.count; row++) {
          expect(dependencies.from[row]).toBeLessThan(elements.firstExternal);
          expect(dependencies.to[row]).toBeLessThan(elements.count);
          expect(dependencies.placeStart[row + 1]).toBeGreaterThan(dependencies.placeStart[row]);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('packed facts', () => {
  it('are unpacked as they were', async () => {
    for (const text of texts.slice(0, 25)) {
      const facts = await factsOfText('a.ts', text);
      expect(unpackFacts(packFacts(facts))).toEqual(facts);
    }
  });
});
