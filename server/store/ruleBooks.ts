import { Problem } from '../problem.ts';
import type { Store } from './database.ts';

/** What a codebase is held to, as people edit it: the text of a `yletope.yaml`. */
export interface RuleBookRecord {
  text: string;
  /** Counts every change, taken back ones too: whoever changes it says which one they saw. 0 where there is none yet. */
  revision: number;
  /** What the last edit did, and what the next one that was taken back did; null for none. */
  undo: string | null;
  redo: string | null;
}

/** Edits that can be taken back: older ones stand. */
const MOST_STATES = 100;

const none: RuleBookRecord = { text: '', revision: 0, undo: null, redo: null };

/** The rules of a codebase; '' where nobody has written any. */
export function ruleBook(store: Store, codebaseId: number): RuleBookRecord {
  const found = store
    .prepare(
      `SELECT s.text, b.revision,
         (SELECT what FROM rule_book_state AS t WHERE t.codebase_id = b.codebase_id AND t.state = b.state
            AND b.state > (SELECT min(state) FROM rule_book_state AS f WHERE f.codebase_id = b.codebase_id)) AS undo,
         (SELECT what FROM rule_book_state AS t WHERE t.codebase_id = b.codebase_id AND t.state = b.state + 1) AS redo
       FROM rule_book AS b JOIN rule_book_state AS s ON s.codebase_id = b.codebase_id AND s.state = b.state
       WHERE b.codebase_id = ?`,
    )
    .get(codebaseId) as RuleBookRecord | undefined;
  return found ?? none;
}

/**
 * Changes the rules from the revision that their editor saw, and gives the one that they have now. Throws a Problem (`badRequest`)
 * where another hand was faster, and changes nothing then; what was taken back before cannot be done again.
 */
export function changeRuleBook(
  store: Store,
  codebaseId: number,
  { revision, what }: { revision: number; what: string },
  change: (text: string) => string,
): number {
  return store.transaction(() => {
    const now = needSame(store, codebaseId, revision);
    if (now.revision === 0) {
      store.prepare('INSERT INTO rule_book (codebase_id, state, revision) VALUES (?, 0, 0)').run(codebaseId);
      keep(store, codebaseId, { state: 0, what: 'begun', text: '' });
    }
    const text = change(now.text);
    const state = moved(store, codebaseId, 1);
    keep(store, codebaseId, { state, what, text });
    store
      .prepare('DELETE FROM rule_book_state WHERE codebase_id = ? AND (state > ? OR state < ?)')
      .run(codebaseId, state, state - MOST_STATES);
    return revision + 1;
  })();
}

/** Takes the last edit back (−1), or does again what was taken back (1); nothing where there is none. Gives the revision after it. */
export function stepRuleBook(store: Store, codebaseId: number, revision: number, by: -1 | 1): number {
  return store.transaction(() => {
    const { undo, redo } = needSame(store, codebaseId, revision);
    if ((by < 0 ? undo : redo) === null) return revision;
    moved(store, codebaseId, by);
    return revision + 1;
  })();
}

function needSame(store: Store, codebaseId: number, revision: number): RuleBookRecord {
  const now = ruleBook(store, codebaseId);
  if (now.revision === revision) return now;
  throw new Problem(
    'badRequest',
    'The rules were changed in another window. They are shown as they are now.',
  );
}

function keep(
  store: Store,
  codebaseId: number,
  { state, what, text }: { state: number; what: string; text: string },
): void {
  store
    .prepare('INSERT OR REPLACE INTO rule_book_state (codebase_id, state, what, text) VALUES (?, ?, ?, ?)')
    .run(codebaseId, state, what, text);
}

function moved(store: Store, codebaseId: number, by: number): number {
  return store
    .prepare(
      'UPDATE rule_book SET state = state + ?, revision = revision + 1 WHERE codebase_id = ? RETURNING state',
    )
    .pluck()
    .get(by, codebaseId) as number;
}
