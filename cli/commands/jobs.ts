import { dataFolder } from '../../server/installation.ts';
import { openStore } from '../../server/store/database.ts';
import { rescue } from '../../server/store/rescue.ts';
import { runJob } from '../../server/work/runJob.ts';
import type { Terminal } from '../terminal.ts';

/** Saves what can still be read of a damaged database. */
export function rescueCommand({ out }: Terminal, { into }: { into?: string }): void {
  const folder = dataFolder();
  const target = into ?? `${folder}-rescued-${new Date().toISOString().slice(0, 19).replace(/\D/g, '')}`;
  for (const { table, saved, isPartial } of rescue(folder, target))
    if (saved > 0 || isPartial) out.write(`${table}: ${saved} rows${isPartial ? ', not all of them' : ''}\n`);
  out.write(
    `Saved in ${target}. Start Yletope with YLETOPE_DATA=${target}, and survey codebases again that have lost their survey.\n`,
  );
}

/** Carries out a job that waits in the database. */
export async function runCommand(id: number): Promise<void> {
  const store = openStore();
  await runJob(store, id);
  store.close();
}
