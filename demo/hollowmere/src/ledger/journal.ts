import { refused, done, type AccountId, type Result } from '@kernel';
import { record } from '@kernel/audit';
import type { Account } from './account';
import { reversed, type Posting } from './posting';

export class Journal {
  private readonly postings: Posting[] = [];

  constructor(private readonly accounts: Map<AccountId, Account>) {}

  post(posting: Posting): Result<Posting> {
    const from = this.accounts.get(posting.from);
    const to = this.accounts.get(posting.to);
    if (!from || !to) return refused('an account is missing');
    from.book(posting.amount.times(-1));
    to.book(posting.amount);
    this.postings.push(posting);
    record(`posted ${posting.amount}`);
    return done(posting);
  }

  undo(posting: Posting, on: Date): Result<Posting> {
    return this.post(reversed(posting, on));
  }

  between(from: Date, to: Date): Posting[] {
    return this.postings.filter((posting) => posting.on >= from && posting.on < to);
  }
}
