import { userInfo } from 'node:os';
import { z } from 'zod';
import { attachNote, changeNote, removeNote, writeNote } from '../../server/store/notes.ts';
import { makeEdit, pageOf } from './requests.ts';
import { NotesPage } from '../views/notes/NotesPage.tsx';
import type { Route } from './+types/notes';

/** All notes, or those on one element. */
export const loader = (args: Route.LoaderArgs) => pageOf('notes', args);

/** Who writes, unless they say otherwise: the user that the server runs as. */
function authorOf(): string {
  try {
    return userInfo().username;
  } catch {
    return '';
  }
}

const id = z.coerce.number().int();
const body = z.string().trim().min(1).max(100_000);
const form = z.discriminatedUnion('edit', [
  z.object({
    edit: z.literal('write'),
    key: z.string(),
    line: z.coerce.number().int().positive().optional(),
    anchor: z.string().max(2_000).optional(),
    body,
    author: z.string().trim().max(80),
  }),
  z.object({ edit: z.literal('change'), id, body, revision: z.coerce.number().int() }),
  z.object({ edit: z.literal('attach'), id, key: z.string() }),
  z.object({ edit: z.literal('remove'), id }),
]);

export const action = (args: Route.ActionArgs) =>
  makeEdit(args, { form, refusal: 'A note needs some words.' }, (edit, { store, codebase }) => {
    switch (edit.edit) {
      case 'write': {
        const { key, line = null, anchor = null } = edit;
        const author = edit.author === '' ? authorOf() : edit.author;
        return { written: writeNote(store, codebase.id, { key, line, anchor, body: edit.body, author }) };
      }
      case 'change': {
        const theirs = changeNote(store, codebase.id, edit);
        return theirs ? { theirs } : { changed: edit.id };
      }
      case 'attach':
        attachNote(store, codebase.id, edit.id, edit.key);
        return null;
      case 'remove':
        removeNote(store, codebase.id, edit.id);
        return null;
    }
  });

export default function Notes({ loaderData, params }: Route.ComponentProps) {
  return <NotesPage notes={loaderData.notes} codebaseId={params.codebaseId} />;
}
