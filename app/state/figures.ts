const plain = new Intl.NumberFormat('en', { maximumFractionDigits: 0 });

/** A figure with thousands separated and so many decimals. */
export function figure(value: number, decimals = 0): string {
  return decimals === 0
    ? plain.format(value)
    : value.toLocaleString('en', { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
}

/** `1 file`, `3 files`. */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${figure(count)} ${count === 1 ? one : many}`;
}

export function percent(share: number, decimals = 0): string {
  return `${figure(100 * share, decimals)} %`;
}

/** `740 B`, `12 kB`, `3.4 MB`. */
export function size(bytes: number): string {
  const units = ['B', 'kB', 'MB', 'GB', 'TB'];
  let unit = 0;
  let value = bytes;
  while (value >= 1000 && unit < units.length - 1) {
    value /= 1000;
    unit++;
  }
  return `${figure(value, value < 10 && unit > 0 ? 1 : 0)} ${units[unit]}`;
}

/** `12 Nov 2026, 14:05`. */
export function dateAndTime(iso: string): string {
  return new Date(iso).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });
}

/** `4 s`, `2 min`, `1 h 5 min`. */
export function duration(seconds: number): string {
  if (seconds < 60) return `${Math.max(1, Math.round(seconds))} s`;
  const minutes = Math.round(seconds / 60);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}
