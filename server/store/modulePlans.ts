import type { ModulePlan } from '../../core/plan/modulePlan.ts';
import { renamedFiles, withRenamed } from '../../core/plan/renames.ts';
import { Problem } from '../problem.ts';
import type { Store } from './database.ts';

/** A plan as it is listed: without its modules. */
export interface PlanRecord {
  id: number;
  name: string;
  madeAt: string;
  /** Counts every change, taken back ones too: whoever changes it says which one they saw. */
  revision: number;
  /** What the last edit did, and what the next one that was taken back did; null for none. */
  undo: string | null;
  redo: string | null;
}

/** A state of a plan that somebody named. */
export interface NamedState {
  id: number;
  name: string;
  namedAt: string;
}

/** Edits that can be taken back: older ones stand. */
const MOST_STATES = 100;

const columns = `id, name, made_at AS madeAt, revision,
  (SELECT what FROM module_plan_state AS s WHERE s.plan_id = module_plan.id AND s.state = module_plan.state
     AND EXISTS (SELECT 1 FROM module_plan_state AS b WHERE b.plan_id = s.plan_id AND b.state = s.state - 1)) AS undo,
  (SELECT what FROM module_plan_state AS s WHERE s.plan_id = module_plan.id AND s.state = module_plan.state + 1) AS redo`;

/** Plans of a codebase, the newest first. */
export function modulePlans(store: Store, codebaseId: number): PlanRecord[] {
  return store
    .prepare(`SELECT ${columns} FROM module_plan WHERE codebase_id = ? ORDER BY id DESC`)
    .all(codebaseId) as PlanRecord[];
}

/** Throws a Problem (`notFound`) when the codebase has no such plan. */
export function planRecord(store: Store, codebaseId: number, id: number): PlanRecord {
  const found = modulePlans(store, codebaseId).find((plan) => plan.id === id);
  if (!found) throw new Problem('notFound', 'This plan was deleted.');
  return found;
}

/** What a plan says now. Throws a Problem (`notFound`). */
export function modulePlan(store: Store, codebaseId: number, id: number): ModulePlan {
  const row = store
    .prepare(
      `SELECT s.plan FROM module_plan AS p JOIN module_plan_state AS s ON s.plan_id = p.id AND s.state = p.state
       WHERE p.codebase_id = ? AND p.id = ?`,
    )
    .get(codebaseId, id) as { plan: string } | undefined;
  if (!row) throw new Problem('notFound', 'This plan was deleted.');
  return JSON.parse(row.plan) as ModulePlan;
}

export function makePlan(store: Store, codebaseId: number, name: string, plan: ModulePlan): PlanRecord {
  const make = store.transaction(() => {
    const { lastInsertRowid } = store
      .prepare('INSERT INTO module_plan (codebase_id, name, made_at, state, revision) VALUES (?, ?, ?, 0, 1)')
      .run(codebaseId, name, new Date().toISOString());
    keepState(store, Number(lastInsertRowid), 0, 'made', plan);
    return Number(lastInsertRowid);
  });
  return planRecord(store, codebaseId, make());
}

function keepState(store: Store, id: number, state: number, what: string, plan: ModulePlan): void {
  store
    .prepare('INSERT OR REPLACE INTO module_plan_state (plan_id, state, what, plan) VALUES (?, ?, ?, ?)')
    .run(id, state, what, JSON.stringify(plan));
}

/**
 * Changes a plan from the revision that its editor saw, and gives the one that it has now. Throws a Problem where another hand was faster, and changes nothing
 * then; what was taken back before cannot be done again.
 */
export function changePlan(
  store: Store,
  codebaseId: number,
  { id, revision, what }: { id: number; revision: number; what: string },
  change: (plan: ModulePlan) => ModulePlan,
): number {
  const apply = store.transaction(() => {
    const state = movedTo(store, codebaseId, id, revision, 1);
    const plan = JSON.parse(
      (
        store
          .prepare('SELECT plan FROM module_plan_state WHERE plan_id = ? AND state = ?')
          .get(id, state - 1) as { plan: string }
      ).plan,
    ) as ModulePlan;
    keepState(store, id, state, what, change(plan));
    store
      .prepare('DELETE FROM module_plan_state WHERE plan_id = ? AND (state > ? OR state < ?)')
      .run(id, state, state - MOST_STATES);
  });
  apply();
  return revision + 1;
}

/**
 * Takes the last edit back (−1), or does again what was taken back (1); nothing where there is none such. Gives the revision
 * after it.
 */
export function stepPlan(store: Store, codebaseId: number, id: number, revision: number, by: -1 | 1): number {
  const step = store.transaction(() => {
    const { undo, redo } = planRecord(store, codebaseId, id);
    if ((by < 0 ? undo : redo) === null) return revision;
    movedTo(store, codebaseId, id, revision, by);
    return revision + 1;
  });
  return step();
}

/** Goes to the state before or after, and counts the change; returns that state. */
function movedTo(store: Store, codebaseId: number, id: number, revision: number, by: -1 | 1): number {
  const moved = store
    .prepare(
      `UPDATE module_plan SET state = state + ?, revision = revision + 1
       WHERE codebase_id = ? AND id = ? AND revision = ? RETURNING state`,
    )
    .get(by, codebaseId, id, revision) as { state: number } | undefined;
  if (moved) return moved.state;
  planRecord(store, codebaseId, id);
  throw new Problem('badRequest', 'This plan was changed in another window. It is shown as it is now.');
}

/**
 * Has the plans of a codebase follow files that were renamed between two surveys (`before` and `after` have the content of each
 * path), and notes for each which files are new; returns how many files were followed.
 */
export function followSurvey(
  store: Store,
  codebaseId: number,
  { before, after }: { before: ReadonlyMap<string, string>; after: ReadonlyMap<string, string> },
): number {
  const plans = modulePlans(store, codebaseId);
  if (plans.length === 0) return 0;
  const renamed = renamedFiles(before, after);
  const fresh = new Set(renamed.values());
  const added = [...after.keys()].filter((path) => !before.has(path) && !fresh.has(path));
  let sum = 0;
  for (const { id, revision } of plans) {
    const { plan, followed } = withRenamed(modulePlan(store, codebaseId, id), renamed, [...before.keys()]);
    const known = addedFiles(store, codebaseId, id).map((path) => renamed.get(path) ?? path);
    keepAdded(
      store,
      id,
      [...new Set([...known, ...added])].filter((path) => after.has(path)),
    );
    if (followed === 0) continue;
    changePlan(store, codebaseId, { id, revision, what: `renamed files followed, ${followed}` }, () => plan);
    sum += followed;
  }
  return sum;
}

/** Files that surveys brought since all were known. Throws a Problem (`notFound`). */
export function addedFiles(store: Store, codebaseId: number, id: number): string[] {
  planRecord(store, codebaseId, id);
  const row = store.prepare('SELECT added FROM module_plan WHERE id = ?').get(id) as { added: string };
  return JSON.parse(row.added) as string[];
}

/** From now on no file is new. Throws a Problem (`notFound`). */
export function knowAddedFiles(store: Store, codebaseId: number, id: number): void {
  planRecord(store, codebaseId, id);
  keepAdded(store, id, []);
}

function keepAdded(store: Store, id: number, added: readonly string[]): void {
  store.prepare('UPDATE module_plan SET added = ? WHERE id = ?').run(JSON.stringify(added), id);
}

/** States of a plan that somebody named, the newest first. */
export function namedStates(store: Store, codebaseId: number, id: number): NamedState[] {
  return store
    .prepare(
      `SELECT n.id, n.name, n.named_at AS namedAt FROM module_plan_named AS n JOIN module_plan AS p ON p.id = n.plan_id
       WHERE p.codebase_id = ? AND p.id = ? ORDER BY n.id DESC`,
    )
    .all(codebaseId, id) as NamedState[];
}

/** Keeps what a plan says now under a name. Throws a Problem (`notFound`). */
export function nameState(store: Store, codebaseId: number, id: number, name: string): void {
  const plan = modulePlan(store, codebaseId, id);
  store
    .prepare('INSERT INTO module_plan_named (plan_id, name, named_at, plan) VALUES (?, ?, ?, ?)')
    .run(id, name, new Date().toISOString(), JSON.stringify(plan));
}

/** What a plan said when it was named so. Throws a Problem (`notFound`). */
export function namedState(store: Store, codebaseId: number, id: number, stateId: number): ModulePlan {
  const row = store
    .prepare(
      `SELECT n.plan FROM module_plan_named AS n JOIN module_plan AS p ON p.id = n.plan_id
       WHERE p.codebase_id = ? AND p.id = ? AND n.id = ?`,
    )
    .get(codebaseId, id, stateId) as { plan: string } | undefined;
  if (!row) throw new Problem('notFound', 'This version of the plan no longer exists.');
  return JSON.parse(row.plan) as ModulePlan;
}

export function forgetState(store: Store, codebaseId: number, id: number, stateId: number): void {
  namedState(store, codebaseId, id, stateId);
  store.prepare('DELETE FROM module_plan_named WHERE id = ?').run(stateId);
}

/** Throws a Problem (`notFound`) when it was removed meanwhile. */
export function renamePlan(store: Store, codebaseId: number, id: number, name: string): void {
  planRecord(store, codebaseId, id);
  store.prepare('UPDATE module_plan SET name = ? WHERE codebase_id = ? AND id = ?').run(name, codebaseId, id);
}

export function removePlan(store: Store, codebaseId: number, id: number): void {
  store.prepare('DELETE FROM module_plan WHERE codebase_id = ? AND id = ?').run(codebaseId, id);
}
