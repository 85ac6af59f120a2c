import { FRONT_END_VERSION } from '../../core/facts/fileFacts.ts';
import type { Store } from './database.ts';

/**
 * Removes texts and facts that no survey has any more, and facts of earlier front ends. As long as the last survey of some
 * codebase was broken off, or another is under way, facts stay: it goes on with them.
 */
export function dropUnused(store: Store, ownJob: number): void {
  store.exec('DELETE FROM kept_text WHERE hash NOT IN (SELECT hash FROM survey_file)');
  store.prepare('DELETE FROM fact WHERE front_end <> ?').run(FRONT_END_VERSION);
  const unfinished = store
    .prepare(
      `SELECT count(*) FROM job WHERE id <> ? AND state <> 'finished'
         AND id IN (SELECT max(id) FROM job WHERE kind = 'survey' GROUP BY codebase_id)`,
    )
    .pluck()
    .get(ownJob);
  if (unfinished === 0) store.exec('DELETE FROM fact WHERE hash NOT IN (SELECT hash FROM survey_file)');
}
