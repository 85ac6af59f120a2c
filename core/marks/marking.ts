import type { PlanColour } from '../plan/modulePlan.ts';
import { globMatcher } from '../search/glob.ts';

/** How a mark looks: a line under the name, ground behind it, or a frame around it. */
export const markManners = ['line', 'ground', 'frame'] as const;
export type MarkManner = (typeof markManners)[number];

/** What is marked in all pictures, under a name. */
export interface Marking {
  id: number;
  name: string;
  manner: MarkManner;
  colour: PlanColour;
  /** A pattern of paths, or the keys of a shortlist. */
  pattern: string | null;
  keys: readonly string[] | null;
}

/**
 * Tells which mark an element or a group bears, by its key: the first of the list that matches it; null for none. A pattern
 * with `#` is of keys of what stands in files, every other of paths, and marks what is in a file with the file; one of all below a
 * folder marks the folder too. A shortlist marks what is in it with all that stands in that. O(marks · length of the key).
 */
export function marker(marks: readonly Marking[]): (key: string) => Marking | null {
  const tests = marks.map(({ pattern, keys }) => (pattern === null ? inList(keys ?? []) : matching(pattern)));
  return (key) => marks.find((_, i) => tests[i](key)) ?? null;
}

const BELOW = '/**';

function matching(pattern: string): (key: string) => boolean {
  const matches = globMatcher(pattern);
  if (pattern.includes('#')) return matches;
  const folder = pattern.endsWith(BELOW) ? pattern.slice(0, -BELOW.length) : null;
  const isFolder = folder === null ? null : globMatcher(folder);
  return (key) => {
    const path = key.split('#')[0];
    return matches(path) || (isFolder?.(path) ?? false);
  };
}

function inList(keys: readonly string[]): (key: string) => boolean {
  const listed = new Set(keys);
  return (key) => {
    for (let at = key; at !== ''; at = holderOf(at)) if (listed.has(at)) return true;
    return false;
  };
}

/** The key of what something stands in; '' for nothing. */
function holderOf(key: string): string {
  const hash = key.indexOf('#');
  if (hash < 0) return key.slice(0, Math.max(0, key.lastIndexOf('/')));
  const dot = key.lastIndexOf('.');
  return key.slice(0, Math.max(hash, dot));
}
