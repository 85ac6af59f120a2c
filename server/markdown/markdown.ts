import { LRUCache } from 'lru-cache';
import pLimit from 'p-limit';
import { Piscina } from 'piscina';
import { workerFile } from '../installation.ts';
import { log } from '../log.ts';
import { LONGEST_PART, type Html, type MarkdownTask } from './markdownTask.ts';

/** What takes longer is shown as plain text. Ordinary parts take a hundredth of it. */
const DEADLINE_MS = 3_000;
const IDLE_MS = 60_000;
const THREADS = 2;

let pool: Piscina<MarkdownTask, string | null> | null = null;

function sharedPool(): Piscina<MarkdownTask, string | null> {
  if (pool) return pool;
  pool = new Piscina({
    filename: workerFile('markdownWorker'),
    minThreads: 0,
    maxThreads: THREADS,
    idleTimeout: IDLE_MS,
    concurrentTasksPerWorker: 1,
    // A text that nests without an end takes its thread with it, and nothing else.
    resourceLimits: { maxOldGenerationSizeMb: 256 },
  });
  // A thread that runs out of memory just as its time was up has nobody left to tell it to.
  pool.on('error', (error: Error) => log.warn({ err: error }, 'a thread that read a text failed'));
  return pool;
}

/** Time runs from when a thread is free for it, and not while others are read before it. */
const turn = pLimit(THREADS);

/** What was read lately, and that a text cannot be: nobody waits for it twice. */
const known = new LRUCache<string, { tree: string | null }>({
  maxSize: 32 * 1024 * 1024,
  sizeCalculation: ({ tree }, text) => text.length + (tree?.length ?? 0) + 100,
});

/**
 * A part of a Markdown text as a tree (hast, as JSON) that holds nothing but text, links and layout, worked out in a thread of its own.
 * Null for what takes too long or is too deep: to be shown as it is.
 */
export async function markdownTree(text: string, html: Html = 'leftOut'): Promise<string | null> {
  if (text.length > LONGEST_PART) return null;
  const key = `${html} ${text}`;
  const found = known.get(key);
  if (found) return found.tree;
  return turn(async () => {
    // Somebody else may have waited for the same.
    const meanwhile = known.get(key);
    if (meanwhile) return meanwhile.tree;
    const tree = await sharedPool()
      .run({ text, html }, { signal: AbortSignal.timeout(DEADLINE_MS) })
      .catch(() => null);
    known.set(key, { tree });
    return tree;
  });
}
