import { text } from '@kernel';
import type { Notice } from './notice';

export interface BridgeWorks {
  bridge: string;
  from: Date;
  until: Date | null;
  spans: number;
  detour: string | null;
}

/** Nearly the same as lockNotice, on purpose. */
export function bridgeNotice(works: BridgeWorks): Notice {
  const body: string[] = [];
  body.push(`Works at ${works.bridge} from ${works.from.toDateString()}.`);
  if (works.until === null) {
    body.push('Until further notice.');
  } else {
    body.push(`Until ${works.until.toDateString()}.`);
  }
  body.push(text.plural(works.spans, 'span is', 'spans are') + ' closed.');
  if (works.detour !== null) {
    body.push(`Skippers are advised to go by ${works.detour}.`);
  }
  const id = `bridge-${works.bridge}-${works.from.getTime()}`;
  const headline = text.shorten(`Bridge ${works.bridge}: works`, 60);
  return { id, headline, body, from: works.from, until: works.until };
}
