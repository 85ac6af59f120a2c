import { z } from 'zod';
import { Problem } from '../../server/problem.ts';
import { addMark, changeMark, marks, markWords, removeMark, showMark } from '../../server/store/marks.ts';
import { requestedCodebase, requireSameOrigin } from './requests.ts';
import type { Route } from './+types/marks';

const id = z.coerce.number().int().positive();
const words = z
  .string()
  .transform((text): unknown => JSON.parse(text))
  .pipe(markWords);
const form = z.discriminatedUnion('edit', [
  z.object({ edit: z.literal('add'), words }),
  z.object({ edit: z.literal('change'), id, revision: z.coerce.number().int(), words }),
  z.object({ edit: z.enum(['show', 'hide', 'remove']), id }),
]);

/** What may be done with the marks of a codebase; removed ones are given back, so that they can be made again. */
export async function action({ params, request }: Route.ActionArgs) {
  requireSameOrigin(request);
  const {
    runtime: { store },
    codebase,
  } = requestedCodebase(params);
  const sent = form.safeParse(Object.fromEntries(await request.formData()));
  if (!sent.success) return { problem: 'A mark needs a name, and a pattern or a shortlist.' };
  const edit = sent.data;
  try {
    switch (edit.edit) {
      case 'add':
        addMark(store, codebase.id, edit.words);
        return null;
      case 'change':
        return changeMark(store, codebase.id, edit, edit.words)
          ? null
          : { problem: 'Somebody changed this mark meanwhile; it is shown as it is now.' };
      case 'show':
      case 'hide':
        showMark(store, codebase.id, edit.id, edit.edit === 'show');
        return null;
      case 'remove': {
        const removed = marks(store, codebase.id).find((mark) => mark.id === edit.id) ?? null;
        removeMark(store, codebase.id, edit.id);
        return { removed };
      }
    }
  } catch (error) {
    if (error instanceof Problem) return { problem: error.message };
    throw error;
  }
}
