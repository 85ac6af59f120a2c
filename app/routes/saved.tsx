import { z } from 'zod';
import {
  beginWith,
  bringBackSavedView,
  changeSavedView,
  moveSavedView,
  saveView,
  takeOutSavedView,
  type SavedPicture,
} from '../../server/store/savedViews.ts';
import { SavedPage } from '../views/saved/SavedPage.tsx';
import { allViews } from '../views.ts';
import { askFor, makeEdit, pageOf } from './requests.ts';
import type { Route } from './+types/saved';

/** The saved views, in their order. */
export const loader = async (args: Route.LoaderArgs) => ({ saved: await pageOf('savedViews', args) });

const id = z.coerce.number().int().positive();
const revision = z.coerce.number().int();
const name = z.string().trim().min(1).max(80);
const sentence = z.string().trim().max(300);
const picture = {
  view: z.string().refine((path) => allViews.some((view) => view.path === path)),
  search: z.string().max(10_000),
  caption: z.string().max(5_000),
  survey: z.union([z.literal('').transform(() => null), id]),
};
const form = z.discriminatedUnion('edit', [
  z.object({ edit: z.literal('save'), name, sentence, ...picture }),
  z.object({ edit: z.literal('saveAgain'), id, revision, ...picture }),
  z.object({ edit: z.literal('rename'), id, revision, name, sentence }),
  z.object({ edit: z.literal('move'), id, by: z.enum(['-1', '1']) }),
  z.object({ edit: z.literal('begin'), id: z.union([z.literal('').transform(() => null), id]) }),
  z.object({ edit: z.literal('takeOut'), id }),
  z.object({ edit: z.literal('bringBack'), id }),
]);

const told = (theirs: unknown) =>
  theirs === null ? null : { problem: 'Somebody changed this view meanwhile; it is shown as it is now.' };

export const action = (args: Route.ActionArgs) =>
  makeEdit(
    args,
    { form, refusal: 'A saved view needs a name, of 80 letters at most.' },
    async (edit, { store, codebase: { id: codebaseId } }) => {
      switch (edit.edit) {
        case 'save':
          return { saved: saveView(store, codebaseId, { ...edit, ...(await pictureOf(args, edit)) }) };
        case 'saveAgain':
          return told(changeSavedView(store, codebaseId, edit, await pictureOf(args, edit)));
        case 'rename':
          return told(changeSavedView(store, codebaseId, edit, edit));
        case 'move':
          moveSavedView(store, codebaseId, edit.id, edit.by === '1' ? 1 : -1);
          return null;
        case 'begin':
          beginWith(store, codebaseId, edit.id);
          return null;
        case 'takeOut':
          takeOutSavedView(store, codebaseId, edit.id);
          return { takenOut: edit.id };
        case 'bringBack':
          bringBackSavedView(store, codebaseId, edit.id);
          return null;
      }
    },
  );

/** What is kept of a picture: its address without what stands beside it or names a saved view, and what its scope holds. */
async function pictureOf(
  { request, params }: Route.ActionArgs,
  { view, search, caption, survey }: { view: string; search: string; caption: string; survey: number | null },
): Promise<SavedPicture> {
  const address = new URLSearchParams(search);
  for (const name of ['survey', 'saved']) address.delete(name);
  if (survey !== null) address.set('survey', String(survey));
  const asked = new Request(new URL(`?${address}`, request.url), { signal: request.signal });
  const files = (await askFor('filesShown', { request: asked, params })) ?? [];
  return { view, search: address.toString(), caption, surveyId: survey, files };
}

export default function Saved({ loaderData, params }: Route.ComponentProps) {
  return <SavedPage saved={loaderData.saved} codebaseId={params.codebaseId} />;
}
