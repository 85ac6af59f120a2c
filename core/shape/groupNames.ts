/**
 * Names of groups, by their paths of folders or packages, as short as they can be told apart: the last part, and as many before it as
 * it takes. Those that are the same all through stay whole. O(names · parts).
 */
export function groupNames(names: readonly string[]): string[] {
  const parts = names.map((name) => name.split(/(?<=[./])/));
  const shown = parts.map((own) => own.slice(-1));
  for (;;) {
    const bearers = new Map<string, number[]>();
    shown.forEach((own, at) => {
      const text = own.join('');
      bearers.set(text, [...(bearers.get(text) ?? []), at]);
    });
    let isLonger = false;
    for (const same of bearers.values()) {
      if (same.length < 2) continue;
      for (const at of same) {
        const next = parts[at].at(-shown[at].length - 1);
        if (next === undefined) continue;
        shown[at] = [next, ...shown[at]];
        isLonger = true;
      }
    }
    if (!isLonger) return shown.map((own) => own.join(''));
  }
}
