/** Values far beyond the rest. */
export interface Outliers {
  /** The fence of Tukey (1977), Q3 + 1.5·(Q3 − Q1), of the logarithms of 1 + x, for such figures are skewed; never below the floor. */
  fence: number;
  /** Indexes of the values beyond the fence, the highest first. */
  beyond: number[];
}

/**
 * Outliers among the values at `members`, none of which are up to the `floor`; null for fewer than twelve, of which quartiles say
 * nothing. Values are counts or sizes, 0 or more. O(n log n).
 */
export function outliersOf(values: Float64Array, members: number[], floor = 0): Outliers | null {
  const known = members.filter((member) => !Number.isNaN(values[member]));
  if (known.length < 12) return null;
  const sorted = Float64Array.from(known, (member) => Math.log1p(Math.max(0, values[member]))).sort();
  const [lower, upper] = [quantile(sorted, 0.25), quantile(sorted, 0.75)];
  const fence = Math.max(floor, Math.expm1(upper + 1.5 * (upper - lower)));
  const beyond = known
    .filter((member) => values[member] > fence)
    .sort((a, b) => values[b] - values[a] || a - b);
  return { fence, beyond };
}

/** Linear interpolation between order statistics (Hyndman and Fan 1996, type 7). */
function quantile(sorted: Float64Array, share: number): number {
  const at = (sorted.length - 1) * share;
  const below = Math.floor(at);
  const above = Math.min(below + 1, sorted.length - 1);
  return sorted[below] + (at - below) * (sorted[above] - sorted[below]);
}
