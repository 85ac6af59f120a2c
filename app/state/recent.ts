/** Keys of elements that were looked at, with how often and when; kept in the browser, a list a codebase. */
interface Visit {
  key: string;
  times: number;
  at: number;
}

const MAX_VISITS = 60;
/** After so long a visit counts half. */
const HALF_LIFE_MS = 3 * 24 * 3600 * 1000;

const nameOf = (codebaseId: string | number): string => `yletope-visits-${codebaseId}`;

function visits(codebaseId: string | number): Visit[] {
  try {
    const parsed: unknown = JSON.parse(localStorage.getItem(nameOf(codebaseId)) ?? '[]');
    return Array.isArray(parsed) ? (parsed as Visit[]).filter(({ key }) => typeof key === 'string') : [];
  } catch {
    return [];
  }
}

/** Notes that an element was looked at. */
export function noteVisit(codebaseId: string | number, key: string, now = Date.now()): void {
  const all = visits(codebaseId);
  const own = all.find((visit) => visit.key === key);
  const next = { key, times: (own?.times ?? 0) + 1, at: now };
  const kept = [next, ...all.filter((visit) => visit.key !== key)].slice(0, MAX_VISITS);
  try {
    localStorage.setItem(nameOf(codebaseId), JSON.stringify(kept));
  } catch {
    // A browser that keeps nothing has no recent elements.
  }
}

/** Keys of what was looked at, the most frequent and latest first. */
export function recentKeys(codebaseId: string | number, now = Date.now()): string[] {
  const weight = ({ times, at }: Visit): number => times * 0.5 ** ((now - at) / HALF_LIFE_MS);
  return visits(codebaseId)
    .sort((a, b) => weight(b) - weight(a) || b.at - a.at)
    .map(({ key }) => key);
}
