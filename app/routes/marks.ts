import { z } from 'zod';
import { jsonField } from '../../server/jsonField.ts';
import { addMark, changeMark, marks, markWords, removeMark, showMark } from '../../server/store/marks.ts';
import { makeEdit } from './requests.ts';
import type { Route } from './+types/marks';

const id = z.coerce.number().int().positive();
const words = jsonField.pipe(markWords);
const form = z.discriminatedUnion('edit', [
  z.object({ edit: z.literal('add'), words }),
  z.object({ edit: z.literal('change'), id, revision: z.coerce.number().int(), words }),
  z.object({ edit: z.enum(['show', 'hide', 'remove']), id }),
]);

/** What may be done with the marks of a codebase; removed ones are given back, so that they can be made again. */
export const action = (args: Route.ActionArgs) =>
  makeEdit(
    args,
    { form, refusal: 'A mark needs a name, and a pattern or a shortlist.' },
    (edit, { store, codebase: { id: codebaseId } }) => {
      switch (edit.edit) {
        case 'add':
          addMark(store, codebaseId, edit.words);
          return null;
        case 'change':
          return changeMark(store, codebaseId, edit, edit.words)
            ? null
            : { problem: 'Somebody changed this mark meanwhile; it is shown as it is now.' };
        case 'show':
        case 'hide':
          showMark(store, codebaseId, edit.id, edit.edit === 'show');
          return null;
        case 'remove': {
          const removed = marks(store, codebaseId).find((mark) => mark.id === edit.id) ?? null;
          removeMark(store, codebaseId, edit.id);
          return { removed };
        }
      }
    },
  );
