import { text } from '@kernel';
import type { Notice } from './notice';

export function bulletinFor(place: string, what: string): Notice {
  const now = new Date();
  return { id: `${place}-${now.getTime()}`, headline: text.shorten(`${place}: ${what}`, 60), body: [what], from: now, until: null };
}

export function weeklyBulletin(notices: Notice[]): string {
  return notices.map((notice) => `${notice.headline}\n${notice.body.join(' ')}`).join('\n\n');
}
