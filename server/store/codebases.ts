import { basename } from 'node:path';
import { Problem } from '../problem.ts';
import type { Store } from './database.ts';

export interface Codebase {
  id: number;
  name: string;
  root: string;
  openedAt: string;
}

const columns = 'id, name, root, opened_at AS openedAt';

export function listCodebases(store: Store): Codebase[] {
  return store
    .prepare(`SELECT ${columns} FROM codebase ORDER BY opened_at DESC, id DESC`)
    .all() as Codebase[];
}

export function codebase(store: Store, id: number): Codebase {
  const found = store.prepare(`SELECT ${columns} FROM codebase WHERE id = ?`).get(id) as Codebase | undefined;
  if (!found) throw new Problem('notFound', `There is no codebase ${id}; it may have been removed.`);
  return found;
}

/** Opens the codebase at a checked root: the one that is known already, or a new one. */
export function openCodebase(store: Store, root: string, name = basename(root) || root): Codebase {
  store
    .prepare('INSERT INTO codebase (name, root, opened_at) VALUES (?, ?, ?) ON CONFLICT (root) DO NOTHING')
    .run(name, root, new Date().toISOString());
  return store.prepare(`SELECT ${columns} FROM codebase WHERE root = ?`).get(root) as Codebase;
}

/** Forgets a codebase with its surveys. The code itself is not touched. */
export function removeCodebase(store: Store, id: number): void {
  store.prepare('DELETE FROM codebase WHERE id = ?').run(id);
}
