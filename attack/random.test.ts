import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { allViews } from '../app/views.ts';
import { randomNumbers } from '../core/shape/random.ts';
import { installationRoot } from '../server/installation.ts';
import { filledFolder } from '../tests/temporaryFolder.ts';
import { attacked, isFull, ownPage, SEED } from './attacked.ts';

const under = attacked();
const FOR_MS = isFull ? 15 * 60_000 : 12_000;
/** In full, on a machine that does nothing else; among other tests only what runs away is late. */
const LONGEST_MS = isFull ? 2_000 : 15_000;
const random = randomNumbers(SEED);

const below = (n: number): number => Math.floor(random() * n);
const one = <T>(of: readonly T[]): T => of[below(of.length)];
const some = <T>(most: number, make: () => T): T[] => Array.from({ length: below(most + 1) }, make);

const wordsOf = (text: string): string[] => text.trim().split(/\s+/);

const views = allViews.map(({ path }) => path);
const parts = wordsOf(`
  dossier evidence find matches constructs outline card uses marks shortlists shortlists/1.csv
  shortlists/x.json plans/1.yaml plans/9.json yletope.yaml planEffect planProgress pictures/0
  jobs/1/log jobs/x/log graphs/drawing.svg graphs/drawing.dot graphs/drawing.none measures.csv
  surveys/1/pin addresses none`);
const names = wordsOf(`
  around beside column compare cycle descending file filter flat interface key level look module name
  of on open order page places q recent sort through in by tests kinds grain survey plan with find
  focus from to row col up down reach show line regex case word list z kept step state __proto__
  constructor`);
const telling = [
  '1',
  '0',
  '-1',
  '1e308',
  'NaN',
  '999999999999999999999',
  'true',
  'null',
  '',
  'folders',
  'packages',
  'build',
  'plan',
  'files',
  'types',
  'routines',
  'src',
  'src/tolls',
  'src/tolls/rate.ts',
  'src/tolls/rate.ts#Tariff',
  '/etc/passwd',
  '../../etc/passwd',
  '*',
  '**',
  '(a+)+$',
  '((((((((((a*)*)*)*)*)*)*)*)*)*',
  '[',
  '{',
  '{{{{{{{{',
  '!(a|b)',
  '%00',
  '\u202E',
  '🚢',
  '<script>',
  "' OR 1=1 --",
  '[[[[',
  '{"a":1}',
  'any',
  'resolved',
  'in',
  'out',
  '0..9',
  '1,2,3',
  'a'.repeat(3_000),
  '\0\0',
  'constructor',
  '__proto__',
  'toString',
  'hasOwnProperty',
];
const edits = wordsOf(`
  open remove settings survey stop keepCurrent write change attach propose edit undo redo read save
  rename reset look ref lookedAt keepBoth toState nameState knowNew make add take none`);

const bytes = (): string => String.fromCharCode(...some(40, () => below(0x10000)));
const value = (): string => (random() < 0.75 ? one(telling) : bytes());
const name = (): string => (random() < 0.95 ? one(names) : bytes());
const number = (): string => (random() < 0.9 ? '1' : one(['2', '0', 'x', '-1', '1.5', '1e9', '%31', '٣']));

function query(): string {
  return some(
    6,
    () =>
      `${encodeURIComponent(clean(name()))}=${random() < 0.05 ? '%zz%' : encodeURIComponent(clean(value()))}`,
  ).join('&');
}

/** Halves of characters of their own cannot be put into an address. */
const clean = (text: string): string => Buffer.from(text, 'utf8').toString('utf8');

function address(): string {
  const place = random() < 0.7 ? one(views) : one(parts);
  const data = random() < 0.25 ? '.data' : '';
  const path =
    random() < 0.93
      ? `/codebases/${number()}/${place}${data}`
      : one([
          '/',
          '/_root.data',
          '/__manifest',
          '/assets/',
          '/upload',
          '/markdown',
          `/${encodeURIComponent(clean(bytes()))}`,
        ]);
  return `${path}?${query()}`;
}

function form(): URLSearchParams | FormData | string {
  const fields = some(
    6,
    () =>
      [
        clean(
          random() < 0.4
            ? one([
                'edit',
                'do',
                'intent',
                'id',
                'revision',
                'body',
                'name',
                'text',
                'keys',
                'sections',
                'glob',
                'take',
              ])
            : name(),
        ),
        clean(random() < 0.3 ? one(edits) : value()),
      ] as const,
  );
  const chosen: (readonly [string, string])[] = [[one(['edit', 'do', 'intent']), one(edits)], ...fields];
  if (random() < 0.1) return clean(bytes());
  if (random() < 0.3) {
    const made = new FormData();
    for (const [key, text] of chosen) made.append(key, random() < 0.1 ? new Blob([text]) : text);
    return made;
  }
  return new URLSearchParams(chosen.map(([key, text]) => [key, text]));
}

/** One request, drawn by lot; gives what is wrong about its answer, or null. */
async function ask(): Promise<string | null> {
  const path = address();
  // What removes the codebase, or sets the limits to nothing, would leave nothing to attack.
  const isForm = random() < 0.35 && !path.startsWith('/?');
  const body = isForm ? form() : undefined;
  const started = performance.now();
  const response = await fetch(under.url() + path, {
    method: isForm ? 'POST' : 'GET',
    redirect: 'manual',
    headers: isForm ? ownPage(under.url()) : { 'x-odd': encodeURIComponent(clean(bytes())) },
    body,
    signal: AbortSignal.timeout(60_000),
  });
  // A stream of events never ends by itself.
  if (response.headers.get('content-type')?.startsWith('text/event-stream')) await response.body?.cancel();
  else await response.arrayBuffer();
  const ms = performance.now() - started;
  const sent =
    body instanceof URLSearchParams ? ` with ${String(body).slice(0, 300)}` : isForm ? ' with a form' : '';
  if (response.status >= 500)
    return `${response.status} for ${isForm ? 'POST' : 'GET'} ${path.slice(0, 600)}${sent}`;
  return ms > LONGEST_MS ? `${Math.round(ms)} ms for ${path.slice(0, 600)}${sent}` : null;
}

/** Bytes that are hardly a request. */
function noise(): string {
  const line = `${one(['GET', 'POST', 'HEAD', 'TRACE', 'get', bytes()])} ${one(['/', '//', '*', address(), bytes()])} ${one(['HTTP/1.1', 'HTTP/1.0', 'HTTP/9.9', bytes()])}`;
  const headers = some(
    5,
    () =>
      `${one(['Host', 'Origin', 'Cookie', 'Content-Length', 'Transfer-Encoding', 'Range', 'If-None-Match', 'Accept-Encoding', 'Connection', 'X-Forwarded-Host'])}: ${one(['localhost', 'chunked', '5', '-5', 'bytes=0-9999999', 'close', 'a:b:c', bytes()])}`,
  );
  return `${[line, 'Host: localhost', 'Connection: close', ...headers].join('\r\n')}\r\n\r\n${some(3, bytes).join('')}`;
}

let place: string;
beforeAll(async () => {
  place = filledFolder();
  const folder = join(place, 'hollowmere');
  cpSync(join(installationRoot, 'demo', 'hollowmere'), folder, { recursive: true });
  const id = (await under.open(folder)) as number;
  expect((await under.survey(id)).state).toBe('finished');
});

afterAll(() => rmSync(place, { recursive: true, force: true }));

describe('requests drawn by lot', () => {
  it('are all answered, none with a fault of ours and none late', { timeout: FOR_MS + 60_000 }, async () => {
    const wrong: string[] = [];
    let asked = 0;
    // The first view of a survey reads it.
    await Promise.all(views.map((view) => under.get(`/codebases/1/${view}`)));
    const until = performance.now() + FOR_MS;
    while (performance.now() < until && wrong.length < 20) {
      const told = await Promise.all([ask(), ask()]);
      wrong.push(...told.filter((each) => each !== null));
      asked += 2;
      if (asked % 10 !== 0) continue;
      const said = await under.raw(Buffer.from(noise(), 'latin1'), { hangsUp: true });
      if (/^HTTP\/1\.1 5/.test(said)) wrong.push(`noise was answered: ${said.slice(0, 100)}`);
    }
    process.stdout.write(`${asked} requests drawn by lot\n`);
    expect(wrong).toEqual([]);
    expect((await under.get('/')).status).toBe(200);
    expect(asked).toBeGreaterThan(100);
  });
});
