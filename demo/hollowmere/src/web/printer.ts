import { sheet } from 'inkwell-print';
import { weeklyBulletin } from '../notices/bulletin';
import { currentNotices } from './api/notices';
import type { QuayServer } from './server';

export function printer(server: QuayServer): void {
  server.add('/print/bulletin', () => sheet(weeklyBulletin(currentNotices())));
}
