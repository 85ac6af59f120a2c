import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { KIND } from '../core/facts/fileFacts.ts';
import { unreachedCode, type Unreached } from '../core/judge/unreached.ts';
import { unusedClasses } from '../core/judge/unusedClasses.ts';
import { testElements } from '../core/testCode.ts';
import type { SurveyedCodebase } from '../core/survey.ts';
import { codeLinesOf } from '../server/views/unusedView.ts';
import { surveyPath } from '../tests/surveyPath.ts';
import { fetchDebianSource } from './debianCode.ts';
import { fetchPackage } from './realCode.ts';

/**
 * Recounts unused code by a second way: of the largest entries of each class, those whose name stands nowhere in the text of other code
 * but where it is declared. What is left is to be read by eye, and is listed with the first places of its name.
 * `npm run unused -- NAME…`, Debian sources and npm packages.
 */
const usual = [
  'leveldb',
  're2',
  'zlib',
  'jsoup',
  'libcommons-lang3-java',
  'newtonsoft-json',
  'jinja2',
  'effect@4.1.0',
];
const LARGEST = 40;

for (const name of process.argv.length > 2 ? process.argv.slice(2) : usual) await recount(name);

async function recount(name: string): Promise<void> {
  const folder = name.includes('@') ? fetchPackage(name) : fetchDebianSource(name);
  const { survey, entryPoints } = await surveyPath(folder);
  const { found } = unreachedCode(survey, entryPoints, {
    isEntry: () => false,
    isTest: testElements(survey),
  });
  const codeOf = codeLinesOf(survey);
  const all = survey.files.reduce((sum, { isTest, lines }) => sum + (isTest ? 0 : lines.code), 0);
  const words = wordsOf(folder, survey);
  console.log(
    `\n${name}: ${survey.files.length} files, ${all.toLocaleString('en')} lines of production code`,
  );
  for (const own of unusedClasses) {
    const rows = found
      .filter((each) => each.class === own)
      .sort((a, b) => codeOf(b.element) - codeOf(a.element));
    const lines = rows.reduce((sum, { element }) => sum + codeOf(element), 0);
    const largest = rows.slice(0, LARGEST);
    const open = largest.filter((each) => isNamedElsewhere(survey, each, words));
    console.log(
      `  ${own.padEnd(14)}${String(rows.length).padStart(5)} entries, ${((100 * lines) / all).toFixed(1)} %; of the ${largest.length} largest, ${largest.length - open.length} are named nowhere else`,
    );
    if (own !== 'doubtful')
      for (const { element } of open)
        console.log(`      to be read: ${survey.elements.key[element]}\n${placesOf(survey, element, words)}`);
  }
}

/** Where each word stands in code other than tests. */
type Words = Map<string, string[]>;

function wordsOf(folder: string, { files }: SurveyedCodebase): Words {
  const words: Words = new Map();
  for (const { path, isTest } of files) {
    if (isTest) continue;
    const text = readFileSync(join(folder, path), 'utf8').replace(/\/\*[^]*?\*\//g, (comment) =>
      comment.replace(/[^\n]/g, ''),
    );
    text.split('\n').forEach((line, index) => {
      for (const [word] of line.replace(/\/\/.*/, '').matchAll(/[A-Za-z_$][\w$]*/g)) {
        const places = words.get(word) ?? [];
        if (places.length === 0) words.set(word, places);
        places.push(`${path}:${index + 1}: ${line.trim().slice(0, 120)}`);
      }
    });
  }
  return words;
}

/** What an element is called where it is used; files are told by the last part of their names. */
function calledAs({ elements }: SurveyedCodebase, element: number): string {
  return elements.name[element].replace(/\..*$/, '').replace(/^static /, '');
}

/** Whether a name stands oftener than it is declared. */
function isNamedElsewhere(survey: SurveyedCodebase, { element }: Unreached, words: Words): boolean {
  const { elements } = survey;
  const declared = elements.name.reduce(
    (sum, other, e) => sum + (other === elements.name[element] && elements.kind[e] >= KIND.type ? 1 : 0),
    0,
  );
  return (words.get(calledAs(survey, element))?.length ?? 0) > declared;
}

/** The first places of a name outside of the lines of an element, to read them by eye. */
function placesOf(survey: SurveyedCodebase, element: number, words: Words): string {
  const { elements, files } = survey;
  const { path } = files.find((file) => file.element === elements.file[element])!;
  const isWithin = (place: string): boolean => {
    const line = Number(/^:(\d+):/.exec(place.slice(path.length))?.[1]);
    return place.startsWith(path) && elements.startLine[element] <= line && line <= elements.endLine[element];
  };
  return (words.get(calledAs(survey, element)) ?? [])
    .filter((place) => !isWithin(place))
    .slice(0, 4)
    .map((place) => `        ${place}`)
    .join('\n');
}
