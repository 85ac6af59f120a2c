import type { TollClass } from './classes';
import { seasonOf } from './season';
import type { Tariff } from './tariff';

export function rebateFor(tariff: Tariff, cls: TollClass, month: number): number {
  const season = seasonOf(month, tariff.year);
  if (cls === 'T') return 0.5;
  return season === 'winter' ? 0.2 : season === 'harvest' && cls === 'A' ? 0.1 : 0;
}
