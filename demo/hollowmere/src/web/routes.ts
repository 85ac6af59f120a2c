import type { Handler } from './server';
import { notices } from './api/notices';
import { passageTable } from './api/passages';
import { tolls } from './api/tolls';
import { voyageList } from './api/voyages';

export function routes(): Map<string, Handler> {
  return new Map<string, Handler>([
    ['/voyages', voyageList],
    ['/tolls', tolls],
    ['/notices', notices],
    ['/passages', () => passageTable([])],
  ]);
}
