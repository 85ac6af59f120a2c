import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { CERTAINTY, dependencyKinds } from '../core/contracts/linked.ts';
import type { SurveyedCodebase } from '../core/survey.ts';
import { installationRoot } from '../server/installation.ts';
import { testElements } from '../server/views/surveyAccess/tests.ts';
import { surveyPath } from '../tests/surveyPath.ts';
import { fetchDebianSource } from './debianCode.ts';
import { fetchPackage } from './realCode.ts';

/**
 * `npm run calls -- LANGUAGE`: draws 100 calls marked exact from published code, always the same ones, and prints each
 * with the line it stands in and the line that it is said to mean, to be checked by eye. What was found is kept in
 * `bench/calls/LANGUAGE.json`; calls that are there already keep their verdicts.
 */
const sources: Record<string, { code: string; root: () => string; ending: RegExp }> = {
  typescript: { code: 'effect@4.1.0', root: () => fetchPackage('effect@4.1.0'), ending: /\.ts$/ },
  java: {
    code: 'libcommons-lang3-java',
    root: () => fetchDebianSource('libcommons-lang3-java'),
    ending: /\.java$/,
  },
  python: { code: 'python-django', root: () => fetchDebianSource('python-django'), ending: /\.py$/ },
  c: { code: 'curl', root: () => fetchDebianSource('curl'), ending: /\.[ch]$/ },
  cpp: { code: 'poco', root: () => fetchDebianSource('poco'), ending: /\.(cpp|h)$/ },
  csharp: { code: 'newtonsoft-json', root: () => fetchDebianSource('newtonsoft-json'), ending: /\.cs$/ },
};

const SIZE = 100;

export const sampleSchema = z.object({
  code: z.string(),
  /** A verdict that is not `right` says what the call means instead. */
  calls: z.array(z.object({ at: z.string(), means: z.string(), verdict: z.string() })),
});
export type CallSample = z.infer<typeof sampleSchema>;

export function samplePath(language: string): string {
  return join(installationRoot, 'bench', 'calls', `${language}.json`);
}

/** A number that a text always has, with no meaning: by it the sample is drawn, so that other calls do not change it. */
function lot(text: string): number {
  let hash = 2166136261;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 16777619);
  // The last letters are mixed in once more, for texts that begin alike.
  hash = Math.imul(hash ^ (hash >>> 15), 2246822507);
  return (hash ^ (hash >>> 13)) >>> 0;
}

interface Call {
  /** By which it is drawn. */
  key: string;
  at: string;
  means: string;
  lines: string;
}

function exactCalls(survey: SurveyedCodebase, root: string, ending: RegExp): Call[] {
  const { dependencies, elements } = survey;
  const call = dependencyKinds.indexOf('call');
  const isTest = testElements(survey);
  const calls: Call[] = [];
  const texts = new Map<number, string[]>();
  const lineOf = (element: number, line: number): string => {
    const file = elements.file[element];
    let text = texts.get(file);
    if (!text) texts.set(file, (text = readFileSync(join(root, elements.key[file]), 'utf8').split('\n')));
    return (text[line - 1] ?? '').trim().slice(0, 84);
  };
  for (let row = 0; row < dependencies.count; row++) {
    if (dependencies.kind[row] !== call || dependencies.certainty[row] !== CERTAINTY.exact) continue;
    const [from, to] = [dependencies.from[row], dependencies.to[row]];
    if (isTest[from] || to >= elements.firstExternal || !ending.test(elements.key[elements.file[from]]))
      continue;
    for (let place = dependencies.placeStart[row]; place < dependencies.placeStart[row + 1]; place++) {
      const line = dependencies.line[place];
      calls.push({
        key: `${elements.key[from]}:${line} ${elements.key[to]}`,
        at: inWords(elements.key[from], line),
        means: inWords(elements.key[to]),
        get lines() {
          return `${lineOf(from, line)} ¦ ${lineOf(to, elements.startLine[to])}`;
        },
      });
    }
  }
  return calls;
}

async function drawCalls(language: string): Promise<{ sample: CallSample; drawn: Call[] }> {
  const { code, root, ending } = sources[language];
  const folder = root();
  const { survey } = await surveyPath(folder);
  const calls = exactCalls(survey, folder, ending);
  const distinct = new Map(calls.map((call) => [call.key, call]));
  const drawn = [...distinct]
    .map(([key, call]) => ({ call, lot: lot(key) }))
    .sort((one, other) => one.lot - other.lot)
    .slice(0, SIZE)
    .map(({ call }) => call);
  const sample: CallSample = { code, calls: drawn.map(({ at, means }) => ({ at, means, verdict: '' })) };
  return { sample, drawn };
}

/** The verdicts kept for a language; null when no sample is. */
export function keptSample(language: string): CallSample | null {
  try {
    return sampleSchema.parse(JSON.parse(readFileSync(samplePath(language), 'utf8')));
  } catch {
    return null;
  }
}

/** `a/b.c#d` → `d, a/b.c`. */
function inWords(key: string, line?: number): string {
  const [path, name] = key.split('#');
  return `${name ?? 'the file itself'}, ${path}${line === undefined ? '' : `:${line}`}`;
}

export const sampledLanguages = Object.keys(sources);

if (process.argv[1]?.endsWith('drawCalls.ts')) {
  const language = process.argv[2];
  if (!sampledLanguages.includes(language)) {
    console.error(`Name one of ${sampledLanguages.join(', ')}.`);
    process.exit(2);
  }
  const { sample, drawn } = await drawCalls(language);
  const kept = new Map(
    keptSample(language)?.calls.map(({ at, means, verdict }) => [`${at} ${means}`, verdict]),
  );
  for (const call of sample.calls) call.verdict = kept.get(`${call.at} ${call.means}`) ?? '';
  drawn.forEach(({ at, means, lines }, i) => {
    if (sample.calls[i].verdict === '') console.log(`${i + 1} ${at} → ${means} ¦ ${lines}`);
  });
  writeFileSync(samplePath(language), `${JSON.stringify(sample, null, 2)}\n`);
}
