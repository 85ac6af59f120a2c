import { statSync } from 'node:fs';
import { join } from 'node:path';
import { parentPort } from 'node:worker_threads';
import { LRUCache } from 'lru-cache';
import { matchesIn, patternOf, type TextMatch, type TextQuery } from '../../core/search/textQuery.ts';
import type { Origin } from '../source/address.ts';
import { textReader } from '../source/readText.ts';

/** What the thread is asked to look through. */
export interface ToSearchWorker {
  search: number;
  origin: Origin;
  commit: string | null;
  workplace: string;
  /** Names the state of the texts: of one state, they are read once. */
  state: string;
  paths: string[];
  query: TextQuery;
}

/** Matches of some files; `through` counts the files that are done with. The last message says so. */
export interface FromSearchWorker {
  search: number;
  files: { path: string; count: number; matches: TextMatch[] }[];
  through: number;
  isLast: boolean;
}

/** A message is sent when so long has gone by: it carries matches, and shows that the thread is alive. */
const SEND_EVERY_MS = 40;
const LISTED_PER_FILE = 200;
const COUNTED_PER_FILE = 10_000;
/** Texts are kept up to so many characters, so that the next search need not read them. */
const MAX_KEPT = 150_000_000;

const kept = new LRUCache<string, string>({
  maxSize: MAX_KEPT,
  sizeCalculation: (text) => text.length + 100,
});

/** Tells whether a file of a folder is still as it was when it was kept; what a commit or archive holds never changes. */
function stampOf({ kind, address }: Origin, path: string): number {
  if (kind !== 'folder') return 0;
  return statSync(join(address, path), { throwIfNoEntry: false })?.mtimeMs ?? -1;
}

let current = 0;

parentPort?.on('message', (message: ToSearchWorker) => void run(message));

async function run(task: ToSearchWorker): Promise<void> {
  const { search, query, paths, state } = task;
  current = search;
  const pattern = patternOf(query);
  if (!(pattern instanceof RegExp)) return;
  const readText = textReader(task.origin, task.commit, task.workplace);
  let files: FromSearchWorker['files'] = [];
  let sent = performance.now();
  let through = 0;
  const send = (isLast: boolean): void => {
    parentPort?.postMessage({ search, files, through, isLast } satisfies FromSearchWorker);
    files = [];
    sent = performance.now();
  };
  for (const path of paths) {
    const key = `${state}\0${path}\0${stampOf(task.origin, path)}`;
    let text = kept.get(key);
    if (text === undefined) {
      text = (await readText(path))?.text ?? '';
      kept.set(key, text);
    }
    const { count, matches } = matchesIn(text, pattern, LISTED_PER_FILE, COUNTED_PER_FILE);
    if (count > 0) files.push({ path, count, matches });
    through++;
    if (performance.now() - sent < SEND_EVERY_MS) continue;
    send(false);
    // Lets a newer question in; what was asked before it is no longer wanted.
    await new Promise(setImmediate);
    if (current !== search) return;
  }
  send(true);
}
