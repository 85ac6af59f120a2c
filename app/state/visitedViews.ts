/** Views that somebody has been to in this browser, kept in a cookie, so that the server knows it before a page is painted. */
const COOKIE = 'yletope-visited';
const A_YEAR_IN_SECONDS = 31_536_000;

/** Paths of the views that a `Cookie` header, or `document.cookie`, names. */
export function visitedViews(cookies: string | null): string[] {
  const pair = (cookies ?? '').split(/;\s*/).find((each) => each.startsWith(`${COOKIE}=`));
  return pair === undefined ? [] : pair.slice(COOKIE.length + 1).split('.');
}

/** The cookie that also names a view, as `document.cookie` takes it. */
export function cookieWithView(cookies: string, view: string): string {
  const views = new Set([...visitedViews(cookies), view]);
  return `${COOKIE}=${[...views].join('.')}; path=/; max-age=${A_YEAR_IN_SECONDS}; samesite=lax`;
}
