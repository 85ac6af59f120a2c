import { existsSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { noRules, rulesSchema, type IntakeRules } from '../intake/rules.ts';
import { Problem } from '../problem.ts';
import { nameOf, type Origin } from '../source/address.ts';
import type { Store } from './database.ts';
import { nextId } from './nextId.ts';
import type { KeepCurrent } from './keepCurrent.ts';

export interface Codebase extends Origin {
  id: number;
  name: string;
  rules: IntakeRules;
  keepCurrent: KeepCurrent;
  /** When a change was noticed that no survey has read yet. */
  changedAt: string | null;
  openedAt: string;
}

const columns = `id, name, kind, root AS address, ref, rules, keep_current AS keepCurrent, changed_at AS changedAt,
  opened_at AS openedAt`;

function fromRow(row: unknown): Codebase {
  const fields = row as Omit<Codebase, 'rules'> & { rules: string };
  const rules = rulesSchema.safeParse(JSON.parse(fields.rules));
  return { ...fields, rules: rules.success ? rules.data : noRules };
}

export function listCodebases(store: Store): Codebase[] {
  return store.prepare(`SELECT ${columns} FROM codebase ORDER BY opened_at DESC, id DESC`).all().map(fromRow);
}

export function codebase(store: Store, id: number): Codebase {
  const found = store.prepare(`SELECT ${columns} FROM codebase WHERE id = ?`).get(id);
  if (!found) throw new Problem('notFound', `There is no codebase ${id}; it may have been removed.`);
  return fromRow(found);
}

/** Opens the codebase at an origin: the one that is known already, then at the reference asked for, or a new one. */
export function openCodebase(store: Store, origin: Origin, name = nameOf(origin)): Codebase {
  const { kind, address, ref } = origin;
  const id = store
    .prepare(
      `INSERT INTO codebase (id, name, kind, root, ref, opened_at) VALUES (${nextId('codebase')}, ?, ?, ?, ?, ?)
       ON CONFLICT (root) DO UPDATE SET ref = excluded.ref RETURNING id`,
    )
    .pluck()
    .get(name, kind, address, ref, new Date().toISOString()) as number;
  return codebase(store, id);
}

export function saveRules(store: Store, id: number, rules: IntakeRules): void {
  store.prepare('UPDATE codebase SET rules = ? WHERE id = ?').run(JSON.stringify(rules), id);
}

export function saveRef(store: Store, id: number, ref: string | null): void {
  store.prepare('UPDATE codebase SET ref = ? WHERE id = ?').run(ref, id);
}

export function setKeepCurrent(store: Store, id: number, choice: KeepCurrent): void {
  store.prepare('UPDATE codebase SET keep_current = ? WHERE id = ?').run(choice, id);
}

export function noteChange(store: Store, id: number, at: string | null): void {
  store.prepare('UPDATE codebase SET changed_at = ? WHERE id = ?').run(at, id);
}

/** Where what was fetched, uploaded or unpacked for a codebase is kept. */
export function workplaceOf(store: Store, id: number): string {
  return join(dirname(store.name), 'codebases', String(id));
}

/** Where uploaded archives lie, each in a folder of its own. */
export function uploadsFolder(store: Store): string {
  return join(dirname(store.name), 'uploads');
}

/** Forgets a codebase with its surveys and all that was kept for it. The code itself is not touched. */
export function removeCodebase(store: Store, id: number): void {
  const row = store.prepare('SELECT root FROM codebase WHERE id = ?').get(id) as { root: string } | undefined;
  store.prepare('DELETE FROM codebase WHERE id = ?').run(id);
  rmSync(workplaceOf(store, id), { recursive: true, force: true });
  if (row && dirname(dirname(row.root)) === uploadsFolder(store) && existsSync(row.root))
    rmSync(dirname(row.root), { recursive: true, force: true });
}
