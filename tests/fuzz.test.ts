import { readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { languageOf } from '../core/languages/registry.ts';
import { decode } from '../server/source/decode.ts';
import { installationRoot } from '../server/installation.ts';
import { packFacts, unpackFacts } from '../server/extract/packedFacts.ts';
import { corpusFiles } from './corpusCases.ts';
import { factsOfText, surveyText } from './surveyText.ts';

const folder = join(installationRoot, 'demo', 'hollowmere');
/** The demo's files and the cases of the corpora, by language. */
const samples = new Map<string, { name: string; text: string }[]>();
function take(path: string, text: string): void {
  const language = languageOf(path)?.language.name;
  if (language === undefined) return;
  samples.set(language, [...(samples.get(language) ?? []), { name: basename(path), text }]);
}
/** Beside them those of `FUZZ_FOLDER`, up to a size that many runs can be made of. */
const LARGEST_SAMPLE = 60_000;
for (const path of readdirSync(folder, { recursive: true, encoding: 'utf8' }).sort()) {
  if (languageOf(path) && !path.startsWith('vendor')) take(path, readFileSync(join(folder, path), 'utf8'));
}
const { FUZZ_FOLDER: more } = process.env;
for (const path of more === undefined
  ? []
  : readdirSync(more, { recursive: true, encoding: 'utf8' }).sort()) {
  const absolute = join(more!, path);
  if (!languageOf(path) || !statSync(absolute).isFile()) continue;
  const text = decode(readFileSync(absolute));
  if (text !== null && text.length < LARGEST_SAMPLE) take(path, text);
}
for (const { cases } of corpusFiles()) for (const { file, source } of cases) take(file, source);

/** With `FUZZ_SECONDS=60`, a minute on each language in place of a number of runs. */
const { FUZZ_SECONDS: seconds } = process.env;
const limits: Pick<fc.Parameters, 'numRuns' | 'interruptAfterTimeLimit' | 'markInterruptAsFailure'> =
  seconds === undefined
    ? { numRuns: 100 }
    : { numRuns: Infinity, interruptAfterTimeLimit: Number(seconds) * 1000, markInterruptAsFailure: false };
/** A file takes longer only when something runs away. */
const LONGEST_MS = 2_000;
const MOST_MEMORY = 2 * 1024 ** 3;

/** A real file with pieces cut out, doubled, or swapped for others: what half-typed and merged code looks like. */
const mutated = (of: { name: string; text: string }[]) =>
  fc
    .tuple(
      fc.constantFrom(...of),
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
            '#if X\n',
            '#endif\n',
            '\\\n',
            "'''",
            '<<<<<<< HEAD\n',
            '    ',
            '::',
          ),
        }),
        { maxLength: 6 },
      ),
    )
    .map(([{ name, text }, edits]) => ({
      name,
      text: edits.reduce((changed, { at, cut, put }) => {
        const from = Math.floor(at * changed.length);
        return changed.slice(0, from) + put + changed.slice(from + cut);
      }, text),
    }));

describe('broken code', () => {
  it.each([...samples.keys()])(
    'never stops extraction of %s, and what is found lies inside the file',
    async (language) => {
      await fc.assert(
        fc.asyncProperty(mutated(samples.get(language)!), async ({ name, text }) => {
          const started = performance.now();
          const facts = await factsOfText(name, text);
          expect(performance.now() - started).toBeLessThan(LONGEST_MS);
          const { declarations: d, references, lines, parseErrors } = facts;
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
          expect(facts.parse).toBe(parseErrors.length > 0 ? 'partial' : 'clean');
        }),
        limits,
      );
      expect(process.memoryUsage().rss).toBeLessThan(MOST_MEMORY);
    },
    Number(seconds ?? 0) * 2_000 + 60_000,
  );

  it('never stops linking', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(mutated([...samples.values()].flat()), { minLength: 1, maxLength: 5 }),
        async (files) => {
          const survey = await surveyText(
            Object.fromEntries(files.map(({ name, text }, i) => [`src/${'xyzvw'[i]}/${name}`, text])),
          );
          const { dependencies, elements } = survey;
          for (let row = 0; row < dependencies.count; row++) {
            expect(dependencies.from[row]).toBeLessThan(elements.firstExternal);
            expect(dependencies.to[row]).toBeLessThan(elements.count);
            expect(dependencies.placeStart[row + 1]).toBeGreaterThan(dependencies.placeStart[row]);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('packed facts', () => {
  it('are unpacked as they were', async () => {
    for (const { name, text } of [...samples.values()].flatMap((of) => of.slice(0, 10))) {
      const facts = await factsOfText(name, text);
      expect(unpackFacts(packFacts(facts))).toEqual(facts);
    }
  });
});
