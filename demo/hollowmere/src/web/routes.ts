import type { Handler } from './server';
import { notices } from './api/notices';
import { tolls } from './api/tolls';
import { voyageList } from './api/voyages';

export function routes(): Map<string, Handler> {
  return new Map<string, Handler>([
    ['/voyages', voyageList],
    ['/tolls', tolls],
    ['/notices', notices],
  ]);
}
