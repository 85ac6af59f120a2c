export interface Watch {
  from: Date;
  to: Date;
}

const HOUR = 3_600_000;

/** Ten hours of rest in any day, of which six in one piece. */
export function hasRestedEnough(watches: Watch[], dayStart: Date): boolean {
  const dayEnd = dayStart.getTime() + 24 * HOUR;
  let free = 0;
  let longest = 0;
  let at = dayStart.getTime();
  for (const watch of [...watches].sort((a, b) => a.from.getTime() - b.from.getTime())) {
    const gap = watch.from.getTime() - at;
    if (gap > 0) {
      free += gap;
      longest = Math.max(longest, gap);
    }
    at = Math.max(at, watch.to.getTime());
  }
  if (dayEnd > at) {
    free += dayEnd - at;
    longest = Math.max(longest, dayEnd - at);
  }
  return free >= 10 * HOUR && longest >= 6 * HOUR;
}
