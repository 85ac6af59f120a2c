import { nextIdentity, zero, type AccountId, type Money } from '@kernel';

export class Account {
  readonly id: AccountId = nextIdentity('account');
  private balance: Money = zero();

  constructor(readonly holder: string) {}

  book(amount: Money): void {
    this.balance = this.balance.plus(amount);
  }

  standing(): Money {
    return this.balance;
  }

  isInArrears(): boolean {
    return this.standing().isNegative();
  }
}
