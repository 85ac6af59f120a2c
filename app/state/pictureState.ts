import { z } from 'zod';
import { certaintyChoices, kindChoices } from '../../server/views/filters.ts';

const choice = <T extends string>(values: readonly [T, ...T[]], initial: T) => z.enum(values).catch(initial);
const keysOf = <T extends object>(choices: T) =>
  Object.keys(choices) as [keyof T & string, ...(keyof T & string)[]];

/**
 * What a picture shows, as it stands in the address bar. A value that is no choice falls back to the first, so that a
 * link from another version still opens.
 */
const schema = z.object({
  /** Key of the folder looked at; null for where the code begins. */
  in: z.string().nullable().catch(null),
  focus: z.string().nullable().catch(null),
  /** The claim whose evidence is open: `from` uses `to`. */
  from: z.string().nullable().catch(null),
  to: z.string().nullable().catch(null),
  /** Id of the shortlist that pictures are confined to, and of the one that is marked on them. */
  list: z.coerce.number().int().positive().nullable().catch(null),
  overlay: z.coerce.number().int().positive().nullable().catch(null),
  kinds: choice(keysOf(kindChoices), 'any'),
  certainty: choice(keysOf(certaintyChoices), 'resolved'),
  tests: choice(['out', 'in'], 'out'),
  dossier: choice(['open', 'closed'], 'open'),
});

export type PictureState = z.infer<typeof schema>;

export function pictureState(params: URLSearchParams): PictureState {
  return schema.parse(Object.fromEntries(Object.keys(schema.shape).map((name) => [name, params.get(name)])));
}

export type Patch = Record<string, string | string[] | null>;

/** The same address with some parameters changed; null takes one away. */
export function patched(params: URLSearchParams, patch: Patch): URLSearchParams {
  const next = new URLSearchParams(params);
  for (const [name, value] of Object.entries(patch)) {
    next.delete(name);
    if (value === null) continue;
    for (const entry of Array.isArray(value) ? value : [value]) next.append(name, entry);
  }
  return next;
}

/** Parameters that mean the same in every view and are carried from one to the next. */
const carried = ['in', 'focus', 'list', 'overlay', 'kinds', 'certainty', 'tests', 'dossier'];

export function carriedOver(params: URLSearchParams): string {
  const kept = new URLSearchParams();
  for (const name of carried) {
    const value = params.get(name);
    if (value !== null) kept.set(name, value);
  }
  const text = kept.toString();
  return text === '' ? '' : `?${text}`;
}

/** Parameters that change the dossier but not the picture. */
const besidePicture = new Set(['trail', 'focus', 'from', 'to', 'dossier', 'zoom', 'walk', 'cycle', 'line']);

/** True when two addresses differ only in what stands beside the picture, so that it need not be loaded again. */
function samePicture(current: URL, next: URL): boolean {
  if (current.pathname !== next.pathname) return false;
  const strip = ({ searchParams }: URL): string =>
    [...searchParams].filter(([name]) => !besidePicture.has(name)).join('&');
  return strip(current) === strip(next);
}

/** For the routes of views: what only changes the dossier does not load the picture anew. */
export function revalidatesPicture(change: {
  currentUrl: URL;
  nextUrl: URL;
  defaultShouldRevalidate: boolean;
}): boolean {
  const { currentUrl, nextUrl, defaultShouldRevalidate } = change;
  // The same address twice is a wish to see what is new, as when a survey has ended.
  if (currentUrl.href !== nextUrl.href && samePicture(currentUrl, nextUrl)) return false;
  return defaultShouldRevalidate;
}
