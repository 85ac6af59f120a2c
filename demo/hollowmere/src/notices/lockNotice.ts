import { text } from '@kernel';
import type { Notice } from './notice';

export interface LockWorks {
  lock: string;
  from: Date;
  until: Date | null;
  chambers: number;
  detour: string | null;
}

/** Nearly the same as bridgeNotice, on purpose. */
export function lockNotice(works: LockWorks): Notice {
  const body: string[] = [];
  body.push(`Works at ${works.lock} from ${works.from.toDateString()}.`);
  if (works.until === null) {
    body.push('Until further notice.');
  } else {
    body.push(`Until ${works.until.toDateString()}.`);
  }
  body.push(text.plural(works.chambers, 'chamber is', 'chambers are') + ' closed.');
  if (works.detour !== null) {
    body.push(`Skippers are advised to go by ${works.detour}.`);
  }
  const id = `lock-${works.lock}-${works.from.getTime()}`;
  const headline = text.shorten(`Lock ${works.lock}: works`, 60);
  return { id, headline, body, from: works.from, until: works.until };
}
