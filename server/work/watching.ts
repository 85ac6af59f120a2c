import { join, relative, sep } from 'node:path';
import { watch, type FSWatcher } from 'chokidar';
import { isVendoredFolder, isVersionControl } from '../intake/names.ts';
import { log } from '../log.ts';
import { Problem } from '../problem.ts';
import { codebase, listCodebases, noteChange, type Codebase } from '../store/codebases.ts';
import type { Store } from '../store/database.ts';
import { loadIntake } from '../store/intakes.ts';
import type { JobQueue } from './queue.ts';

/** Notices changes in folders that are to be kept current. */
export interface Watching {
  /** Begins or ends watching a codebase, as it is set now. Resolves when changes are noticed from here on. */
  update(codebaseId: number): Promise<void>;
  unwatch(codebaseId: number): void;
  close(): Promise<void>;
}

/** A change is acted upon when nothing has changed for so long: saving in an editor, or a switch of branches, is many. */
const QUIET_MS = 1_500;

export function createWatching(store: Store, queue: JobQueue): Watching {
  const watchers = new Map<number, { watcher: FSWatcher; timer?: NodeJS.Timeout }>();

  const unwatch = (id: number): void => {
    const held = watchers.get(id);
    watchers.delete(id);
    clearTimeout(held?.timer);
    void held?.watcher.close();
  };

  const onChange = (id: number): void => {
    const held = watchers.get(id);
    if (!held) return;
    clearTimeout(held.timer);
    held.timer = setTimeout(() => act(id), QUIET_MS);
  };

  const act = (id: number): void => {
    try {
      const { keepCurrent } = codebase(store, id);
      noteChange(store, id, new Date().toISOString());
      if (keepCurrent === 'survey') queue.add(id);
    } catch (error) {
      // One is under way: when it ends, what changed meanwhile is still noted, and is surveyed then.
      if (error instanceof Problem && error.code === 'alreadyRunning') onChange(id);
      else unwatch(id);
    }
  };

  const update = async (id: number): Promise<void> => {
    unwatch(id);
    const opened = codebase(store, id);
    if (opened.kind !== 'folder' || opened.keepCurrent === 'no') return;
    const watcher = watch(opened.address, {
      ignored: leftAlone(store, opened),
      ignoreInitial: true,
      persistent: false,
      followSymlinks: false,
    });
    watchers.set(id, { watcher });
    watcher.on('all', () => onChange(id));
    watcher.on('error', (error) => log.warn({ err: error, codebase: id }, 'a folder cannot be watched'));
    await new Promise<void>((resolve) => watcher.once('ready', resolve));
  };

  for (const { id, keepCurrent } of listCodebases(store)) if (keepCurrent !== 'no') void update(id);

  return {
    update,
    unwatch,
    close: async () => {
      const held = [...watchers.values()];
      for (const id of [...watchers.keys()]) unwatch(id);
      await Promise.all(held.map(({ watcher }) => watcher.close()));
    },
  };
}

/** Folders whose changes concern no survey: version control, and what the intake left out as a whole. */
function leftAlone(store: Store, { id, address }: Codebase): (path: string) => boolean {
  const leftOut = new Set(
    (loadIntake(store, id)?.intake.leftOut ?? [])
      .filter(({ path }) => path.endsWith('/'))
      .map(({ path }) => join(address, path.slice(0, -1))),
  );
  return (path) => {
    if (leftOut.has(path)) return true;
    const name = relative(address, path).split(sep).at(-1) ?? '';
    return (
      isVersionControl(name) || name === 'node_modules' || (isVendoredFolder(name) && leftOut.size === 0)
    );
  };
}
