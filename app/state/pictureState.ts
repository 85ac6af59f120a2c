export { pictureState, type PictureState } from '../../server/views/graphQuery/pictureState.ts';

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
const carried = [
  'by',
  'plan',
  'grain',
  'in',
  'focus',
  'list',
  'overlay',
  'kinds',
  'certainty',
  'tests',
  'barrels',
  'survey',
  'dossier',
];

export function carriedOver(params: URLSearchParams): string {
  const kept = new URLSearchParams();
  for (const name of carried) {
    const value = params.get(name);
    if (value !== null) kept.set(name, value);
  }
  const text = kept.toString();
  return text === '' ? '' : `?${text}`;
}

/** The query of what is worked out beside a picture, under the same question. */
export function besideQuery(params: URLSearchParams, own: Patch): string {
  return patched(new URLSearchParams(carriedOver(params)), own).toString();
}

/** Parameters that change the dossier but not the picture. */
export const besidePicture: ReadonlySet<string> = new Set([
  'trail',
  'focus',
  'from',
  'to',
  'via',
  'places',
  'dossier',
  'zoom',
  'against',
  'line',
]);

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
