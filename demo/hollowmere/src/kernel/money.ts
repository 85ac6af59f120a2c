import { rounded } from './quantities';

export type Currency = 'crown' | 'mark';

/** An amount in hundredths, never in fractions of one. */
export class Money {
  constructor(
    readonly hundredths: number,
    readonly currency: Currency = 'crown',
  ) {}

  plus(other: Money): Money {
    this.requireSame(other);
    return new Money(this.hundredths + other.hundredths, this.currency);
  }

  minus(other: Money): Money {
    return this.plus(other.times(-1));
  }

  times(factor: number): Money {
    return new Money(Math.round(this.hundredths * factor), this.currency);
  }

  isNegative(): boolean {
    return this.hundredths < 0;
  }

  toString(): string {
    return `${rounded(this.hundredths / 100)} ${this.currency}`;
  }

  private requireSame(other: Money): void {
    if (other.currency !== this.currency) throw new Error(`${other.currency} is not ${this.currency}`);
  }
}

export function zero(currency: Currency = 'crown'): Money {
  return new Money(0, currency);
}

export function sum(amounts: Money[]): Money {
  return amounts.reduce((total, amount) => total.plus(amount), zero(amounts[0]?.currency));
}
