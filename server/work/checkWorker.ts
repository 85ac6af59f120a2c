import { parentPort, workerData } from 'node:worker_threads';
import { openStore } from '../store/database.ts';
import { damageOf } from '../store/rescue.ts';
import { giveWay } from '../giveWay.ts';

/** Reads all of a database once, away from whoever answers, and tells what is wrong with it. */
giveWay('job');
const { folder } = workerData as { folder: string };
const store = openStore(folder);
const damage = damageOf(store);
store.close();
parentPort?.postMessage(damage);
