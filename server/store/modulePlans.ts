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
  if (!found) throw new Problem('notFound', 'This plan of modules is gone.');
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
  if (!row) throw new Problem('notFound', 'This plan of modules is gone.');
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
  throw new Problem(
    'badRequest',
    'This plan was changed meanwhile in another window; it is shown as it is now.',
  );
}

/** Has the plans of a codebase follow files that were renamed between two surveys; returns how many placings did. */
export function followRenames(
  store: Store,
  codebaseId: number,
  surveys: { before: ReadonlyMap<string, string>; after: ReadonlyMap<string, string> },
): number {
  const plans = modulePlans(store, codebaseId);
  if (plans.length === 0) return 0;
  const renamed = renamedFiles(surveys.before, surveys.after);
  let sum = 0;
  for (const { id, revision } of plans) {
    const { plan, followed } = withRenamed(modulePlan(store, codebaseId, id), renamed);
    if (followed === 0) continue;
    changePlan(store, codebaseId, { id, revision, what: `renamed files followed, ${followed}` }, () => plan);
    sum += followed;
  }
  return sum;
}

export function renamePlan(store: Store, codebaseId: number, id: number, name: string): void {
  store.prepare('UPDATE module_plan SET name = ? WHERE codebase_id = ? AND id = ?').run(name, codebaseId, id);
}

export function removePlan(store: Store, codebaseId: number, id: number): void {
  store.prepare('DELETE FROM module_plan WHERE codebase_id = ? AND id = ?').run(codebaseId, id);
}
