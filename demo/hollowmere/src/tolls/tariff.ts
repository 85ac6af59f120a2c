import { Money } from '@kernel';
import type { TollClass } from './classes';
import { rebateFor } from './rebates';

export class Tariff {
  constructor(
    readonly year: number,
    private readonly perKilometre: Record<TollClass, number>,
  ) {}

  quote(cls: TollClass, kilometres: number, month: number): Money {
    const base = new Money(this.perKilometre[cls] * kilometres);
    return base.times(1 - rebateFor(this, cls, month));
  }

  isCurrent(year: number): boolean {
    return this.year === year;
  }
}

export const tariff1911 = new Tariff(1911, { A: 14, B: 22, C: 31, T: 6 });
