import { cpSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { installationRoot } from '../server/installation.ts';
import { folderOrigin } from '../server/source/address.ts';
import { openCodebase } from '../server/store/codebases.ts';
import { openStore } from '../server/store/database.ts';
import { createJob } from '../server/store/jobs.ts';
import { runJob } from '../server/work/runJob.ts';

export const demoFolder = join(installationRoot, 'demo', 'hollowmere');

/** Surveys the demo that lies in `hollowmere` of a folder, as codebase 1 of the database in `data`. */
export async function surveyDemo(folder: string): Promise<void> {
  const store = openStore(join(folder, 'data'));
  const opened = openCodebase(store, folderOrigin(join(folder, 'hollowmere')), 'Hollowmere');
  await runJob(store, createJob(store, opened.id).id);
  // What was written lies in one file then, which can be copied.
  store.pragma('wal_checkpoint(TRUNCATE)');
  store.close();
}

/** Copies a surveyed demo into another folder, as if it had been surveyed there. */
export function copySurveyed(surveyed: string, folder: string): void {
  mkdirSync(join(folder, 'data'), { recursive: true });
  cpSync(join(surveyed, 'data', 'yletope.db'), join(folder, 'data', 'yletope.db'));
  const store = openStore(join(folder, 'data'));
  store.prepare('UPDATE codebase SET root = ?').run(join(folder, 'hollowmere'));
  store.close();
}
