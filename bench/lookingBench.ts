import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { grammarFor, languageNamed } from '../core/languages/registry.ts';
import type { SurveyedCodebase } from '../core/survey.ts';
import { searchTexts, warmSearch, type SearchTask } from '../server/search/textSearch.ts';
import { folderOrigin } from '../server/source/address.ts';
import { textReader } from '../server/source/readText.ts';
import { openCodebase } from '../server/store/codebases.ts';
import { openStore } from '../server/store/database.ts';
import { createJob } from '../server/store/jobs.ts';
import { loadSurvey } from '../server/store/surveys.ts';
import { constructsInPool } from '../server/extract/extractPool.ts';
import { runJob } from '../server/work/runJob.ts';
import { sourceConstructs } from '../server/views/constructsView.ts';
import { dossierView } from '../server/views/dossierView.ts';
import { filterOf } from '../server/views/graphQuery/filters.ts';
import { mainScope } from '../server/views/surveyAccess/scope.ts';
import { findElements } from '../server/views/finderView.ts';
import { hierarchyView, TYPES_DRAWN } from '../server/views/hierarchy/hierarchyView.ts';
import { neighbours } from '../server/views/graphQuery/neighbours.ts';
import { sourceView } from '../server/views/sourceView.ts';
import { searchedPaths } from '../server/views/textSearchView.ts';
import { fetchDebianSource } from './debianCode.ts';

/** What looking around takes on a million lines: `npm run bench -- looking`. One process, one run. */
export async function benchLooking(): Promise<void> {
  const root = join(fetchDebianSource('openjdk-17'), 'src', 'java.base', 'share', 'classes');
  const data = mkdtempSync(join(tmpdir(), 'yletope-looking-'));
  const store = openStore(data);
  const codebase = openCodebase(store, folderOrigin(root));
  const surveyId = await runJob(store, createJob(store, codebase.id).id);
  const survey = loadSurvey(store, surveyId!);
  const lines = survey.files.reduce((sum, file) => sum + file.lines.lines, 0);
  console.log(`looking around ${lines} lines, ${survey.elements.count} elements, in milliseconds`);
  const readText = textReader(folderOrigin(root), null, '');

  const typed = ['s', 'st', 'str', 'HM', 'hashmap', '*Map*', 'j/u/hash', 'put, methods, in util', 'zzz'];
  findElements(survey, 'x');
  print('names, a key press', await times(typed, (q) => findElements(survey, q)));

  const task = (text: string, isPattern: boolean): SearchTask => ({
    origin: folderOrigin(root),
    commit: null,
    workplace: '',
    state: String(surveyId),
    paths: searchedPaths(survey, { scope: { ...mainScope(survey), group: 0 }, glob: '', withTests: true }),
    query: { text, isPattern, wholeWord: false, matchCase: false },
  });
  warmSearch();
  await new Promise((resolve) => setTimeout(resolve, 1_000));
  const cold = await searchTimes(task('hashCode', false));
  console.log(`  text, the first search: first ${cold.first.toFixed(0)}, all ${cold.all.toFixed(0)}`);
  for (const [text, isPattern] of [
    ['equals', false],
    ['@Override\\s+public', true],
    ['synchronized\\s*\\(\\w+\\)', true],
  ] as const) {
    const { first, all } = await searchTimes(task(text, isPattern));
    console.log(`  text, ${text}: first ${first.toFixed(0)}, all ${all.toFixed(0)}`);
  }

  const large = [...survey.files].sort((a, b) => b.lines.lines - a.lines.lines).slice(0, 5);
  const paths = large.map(({ path }) => path);
  print(
    `largest files (${large[0].lines.lines} lines), text`,
    await times(paths, (path) => sourceView(survey, readText, { path, surveyedHash: null })),
  );
  await constructsOf(survey, readText, paths[0]);
  print('largest files, links', await times(paths, (path) => constructsOf(survey, readText, path)));

  const keys = sample(survey, 200);
  const question = {
    by: 'folders',
    grain: 'files',
    filter: filterOf('any', 'resolved'),
    withTests: true,
  } as const;
  print('dossier', await times(keys, (key) => dossierView(survey, readText, { focus: key, question })));
  const filter = filterOf('any', 'resolved');
  for (const direction of ['uses', 'usedBy'] as const)
    print(
      `a step of ${direction}`,
      await times(keys, (_, at) =>
        neighbours(survey, survey.elements.key[busiest(survey)[at % 50]], {
          direction,
          filter,
          withTests: true,
          limit: 300,
        }),
      ),
    );
  const types = survey.elements.key.filter((_, e) => survey.elements.kind[e] === 2);
  print(
    'hierarchy',
    await times(
      types.filter((_, at) => at % 40 === 0),
      (key) => hierarchyView(survey, key, { page: 0, size: TYPES_DRAWN }),
    ),
  );
  store.close();
  rmSync(data, { recursive: true, force: true });
}

async function times<T>(inputs: readonly T[], work: (input: T, at: number) => unknown): Promise<number[]> {
  const found: number[] = [];
  for (const [at, input] of inputs.entries()) {
    const started = performance.now();
    await work(input, at);
    found.push(performance.now() - started);
  }
  return found.sort((a, b) => a - b);
}

function print(name: string, sorted: readonly number[]): void {
  const at = (share: number): string => sorted[Math.floor((sorted.length - 1) * share)].toFixed(0);
  console.log(`  ${name}: median ${at(0.5)}, nine in ten within ${at(0.9)}, longest ${at(1)}`);
}

async function searchTimes(task: SearchTask): Promise<{ first: number; all: number }> {
  const started = performance.now();
  let first = NaN;
  for await (const { files } of searchTexts(task))
    if (Number.isNaN(first) && files.length > 0) first = performance.now() - started;
  return { first, all: performance.now() - started };
}

async function constructsOf(
  survey: SurveyedCodebase,
  readText: ReturnType<typeof textReader>,
  path: string,
): Promise<void> {
  const { text } = (await readText(path))!;
  const { language, element } = survey.files.find((file) => file.path === path)!;
  const found = await constructsInPool({
    text,
    language,
    grammar: grammarFor(languageNamed(language)!, path),
  });
  sourceConstructs(survey, element, text, found!);
}

/** Keys spread evenly over all elements. */
function sample({ elements }: SurveyedCodebase, count: number): string[] {
  const step = Math.floor(elements.firstExternal / count);
  return Array.from({ length: count }, (_, i) => elements.key[i * step]);
}

let known: number[] | null = null;

/** Elements that most dependencies lead to. */
function busiest({ elements, dependencies }: SurveyedCodebase): number[] {
  if (known) return known;
  const counts = new Int32Array(elements.count);
  for (const to of dependencies.to) counts[to]++;
  const order = Array.from(counts.keys()).sort((a, b) => counts[b] - counts[a]);
  return (known = order.slice(0, 50));
}
