import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { temporaryFolder } from '../../tests/temporaryFolder.ts';
import { folderOrigin } from '../source/address.ts';
import { codebase, openCodebase, setKeepCurrent } from '../store/codebases.ts';
import { openStore, type Store } from '../store/database.ts';
import type { KeepCurrent } from '../store/keepCurrent.ts';
import { jobsUnderWay } from '../store/jobs.ts';
import { latestSurvey } from '../store/surveys.ts';
import { createQueue, type JobQueue } from './queue.ts';
import { createWatching, type Watching } from './watching.ts';

let store: Store;
let queue: JobQueue;
let watching: Watching;

beforeEach(() => {
  process.env.YLETOPE_DATA = temporaryFolder();
  store = openStore();
  queue = createQueue(store);
  watching = createWatching(store, queue);
});
afterEach(async () => {
  await watching.close();
  await queue.close();
  store.close();
  delete process.env.YLETOPE_DATA;
});

/** A surveyed folder that is kept current in the given way. */
async function watched(choice: KeepCurrent): Promise<{ id: number; folder: string }> {
  const folder = temporaryFolder({ 'a.ts': 'export const a = 1;\n', 'node_modules/x/i.js': '' });
  const { id } = openCodebase(store, folderOrigin(folder));
  queue.add(id);
  await until(() => latestSurvey(store, id) !== null && jobsUnderWay(store).length === 0);
  setKeepCurrent(store, id, choice);
  await watching.update(id);
  return { id, folder };
}

async function until(isSo: () => boolean): Promise<void> {
  for (let attempt = 0; attempt < 600; attempt++) {
    if (isSo()) return;
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
  throw new Error('it did not come about');
}

const pause = (milliseconds: number): Promise<void> =>
  new Promise((resolve) => setTimeout(resolve, milliseconds));

describe('a folder that is kept current', () => {
  it('is surveyed again when it changes, in folders made since as well', async () => {
    const { id, folder } = await watched('survey');
    const first = latestSurvey(store, id)!.id;
    mkdirSync(join(folder, 'made'));
    writeFileSync(join(folder, 'made', 'b.ts'), 'export const b = 1;\n');
    await until(() => latestSurvey(store, id)!.id > first);
    await until(() => latestSurvey(store, id)!.totals.files === 2);
    await until(() => codebase(store, id).changedAt === null);
  });

  it('only says so when that is what was asked for', async () => {
    const { id, folder } = await watched('offer');
    const first = latestSurvey(store, id)!.id;
    writeFileSync(join(folder, 'a.ts'), 'export const a = 2;\n');
    await until(() => codebase(store, id).changedAt !== null);
    await pause(300);
    expect(latestSurvey(store, id)!.id).toBe(first);
    queue.add(id);
    await until(() => codebase(store, id).changedAt === null);
  });

  it('is left alone when that is asked for, or when only what is left out changes', async () => {
    const { id, folder } = await watched('offer');
    writeFileSync(join(folder, 'node_modules', 'x', 'i.js'), 'changed();\n');
    await pause(2_500);
    expect(codebase(store, id).changedAt).toBeNull();
    setKeepCurrent(store, id, 'no');
    await watching.update(id);
    writeFileSync(join(folder, 'a.ts'), 'export const a = 3;\n');
    await pause(2_500);
    expect(codebase(store, id).changedAt).toBeNull();
  });
});
