import { markManners, type Marking } from '../../core/marks/marking.ts';
import { planColours } from '../../core/plan/modulePlan.ts';
import { z } from 'zod';
import { Problem } from '../problem.ts';
import type { Store } from './database.ts';
import { shortlist, shortlists } from './shortlists.ts';

/** A mark as it is kept: of a pattern, or of a shortlist by its id. */
export interface Mark extends Omit<Marking, 'keys'> {
  shortlistId: number | null;
  isShown: boolean;
  /** Counts its changes, from 1. */
  revision: number;
}

/** What somebody says of a mark. */
export const markWords = z
  .object({
    name: z.string().trim().min(1).max(60),
    manner: z.enum(markManners),
    colour: z.enum(planColours),
    pattern: z.string().trim().min(1).max(500).nullable(),
    shortlistId: z.number().int().positive().nullable(),
  })
  .refine(({ pattern, shortlistId }) => (pattern === null) !== (shortlistId === null));
export type MarkWords = z.infer<typeof markWords>;

const columns = `id, name, manner, colour, pattern, shortlist_id AS shortlistId, is_shown AS isShown, revision`;

/** The codebase's marks, in their order: where several match, the first one shows. */
export function marks(store: Store, codebaseId: number): Mark[] {
  return store
    .prepare(`SELECT ${columns} FROM mark WHERE codebase_id = ? ORDER BY place, id`)
    .all(codebaseId)
    .map((row) => ({ ...(row as Mark), isShown: (row as { isShown: number }).isShown === 1 }));
}

/** Longer lists are not marked: their keys are sent to every page, and looked for at every name. */
const MOST_MARKED = 5_000;

/** The marks that are shown, with the keys of their shortlists. */
export function markings(store: Store, codebaseId: number): Marking[] {
  const shown = marks(store, codebaseId).filter(({ isShown }) => isShown);
  const lists = shown.some(({ shortlistId }) => shortlistId !== null) ? shortlists(store, codebaseId) : [];
  return shown.map(({ id, name, manner, colour, pattern, shortlistId }) => ({
    ...{ id, name, manner, colour, pattern },
    keys: shortlistId === null ? null : (lists.find((list) => list.id === shortlistId)?.keys ?? []),
  }));
}

/** Adds a mark after the others, and tells its id. Throws a Problem for a shortlist that is gone (`notFound`) or too long (`badRequest`). */
export function addMark(store: Store, codebaseId: number, words: MarkWords): number {
  needsList(store, codebaseId, words);
  const { lastInsertRowid } = store
    .prepare(
      `INSERT INTO mark (codebase_id, place, name, manner, colour, pattern, shortlist_id)
       VALUES (@codebaseId, (SELECT coalesce(max(place), 0) + 1 FROM mark WHERE codebase_id = @codebaseId),
         @name, @manner, @colour, @pattern, @shortlistId)`,
    )
    .run({ codebaseId, ...words });
  return Number(lastInsertRowid);
}

/**
 * Changes a mark as it was at a revision; false, and nothing is written, where somebody changed it since. Throws a Problem
 * (`notFound`) when it, or its shortlist, is gone.
 */
export function changeMark(
  store: Store,
  codebaseId: number,
  { id, revision }: Pick<Mark, 'id' | 'revision'>,
  words: MarkWords,
): boolean {
  needsList(store, codebaseId, words);
  const { changes } = store
    .prepare(
      `UPDATE mark SET name = @name, manner = @manner, colour = @colour, pattern = @pattern,
         shortlist_id = @shortlistId, revision = revision + 1
       WHERE codebase_id = @codebaseId AND id = @id AND revision = @revision`,
    )
    .run({ codebaseId, id, revision, ...words });
  if (changes > 0) return true;
  if (marks(store, codebaseId).some((mark) => mark.id === id)) return false;
  throw new Problem('notFound', 'This mark has been removed by somebody else.');
}

/** Shows a mark on pictures, or no more. */
/** Throws a Problem (`notFound`) when it was removed meanwhile. */
export function showMark(store: Store, codebaseId: number, id: number, isShown: boolean): void {
  const { changes } = store
    .prepare('UPDATE mark SET is_shown = ? WHERE codebase_id = ? AND id = ?')
    .run(isShown ? 1 : 0, codebaseId, id);
  if (changes === 0) throw new Problem('notFound', 'This mark has been removed by somebody else.');
}

export function removeMark(store: Store, codebaseId: number, id: number): void {
  store.prepare('DELETE FROM mark WHERE codebase_id = ? AND id = ?').run(codebaseId, id);
}

function needsList(store: Store, codebaseId: number, { shortlistId }: MarkWords): void {
  if (shortlistId === null) return;
  const { keys } = shortlist(store, codebaseId, shortlistId);
  if (keys.length > MOST_MARKED)
    throw new Problem(
      'badRequest',
      `This shortlist has more than ${MOST_MARKED} elements. Mark a pattern instead.`,
    );
}
