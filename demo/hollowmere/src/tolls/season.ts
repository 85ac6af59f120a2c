import { tariff1911 } from './tariff';

export type Season = 'winter' | 'harvest' | 'summer';

/** Planted with tariff.ts and rebates.ts: a ring of three. */
export function seasonOf(month: number, year: number): Season {
  const early = tariff1911.isCurrent(year);
  if (month <= 1 || month === 11) return 'winter';
  return month >= (early ? 7 : 6) && month <= 8 ? 'harvest' : 'summer';
}
