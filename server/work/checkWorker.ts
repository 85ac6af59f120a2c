import { parentPort, workerData } from 'node:worker_threads';
import { openStore } from '../store/database.ts';
import { damageOf } from '../store/rescue.ts';
import { lowerPriority } from '../lowerPriority.ts';

/** Reads all of a database once, away from whoever answers, and tells what is wrong with it. */
lowerPriority('job');
const { folder } = workerData as { folder: string };
const store = openStore(folder);
const damage = damageOf(store);
store.close();
parentPort?.postMessage(damage);
