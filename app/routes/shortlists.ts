import { z } from 'zod';
import { Problem } from '../../server/problem.ts';
import {
  makeShortlist,
  removeShortlist,
  renameShortlist,
  setKeys,
  shortlist,
  shortlistName,
} from '../../server/store/shortlists.ts';
import type { Given } from '../../server/views/table.ts';
import { keysIn } from '../../server/export/keyLists.ts';
import { jsonField } from '../../server/jsonField.ts';
import { answeringAsync, askFor, makeEdit } from './requests.ts';
import type { Route } from './+types/shortlists';

/** The codebase's shortlists, and one of them in full when it is asked for. */
export async function loader(args: Route.LoaderArgs) {
  return (await answeringAsync(askFor('shortlists', args))) ?? { lists: [], open: null };
}

const id = z.coerce.number().int();
const keys = jsonField.pipe(z.array(z.string()));
const form = z.discriminatedUnion('edit', [
  z.object({ edit: z.literal('make'), name: shortlistName, keys }),
  z.object({ edit: z.literal('makeFound'), name: shortlistName, q: z.string() }),
  z.object({ edit: z.literal('add'), id, keys }),
  z.object({ edit: z.literal('takeOut'), id, keys }),
  z.object({ edit: z.literal('rename'), id, name: shortlistName }),
  z.object({ edit: z.literal('remove'), id }),
  z.object({
    edit: z.literal('combine'),
    id,
    other: id,
    how: z.enum(['union', 'intersection', 'difference']),
  }),
  z.object({ edit: z.literal('invert'), id }),
  z.object({
    edit: z.literal('complete'),
    id,
    direction: z.enum(['uses', 'usedBy']),
    steps: z.coerce.number().int().min(1).max(10),
  }),
  z.object({ edit: z.literal('import'), name: shortlistName, text: z.string() }),
]);

export const action = (args: Route.ActionArgs) =>
  makeEdit(args, { form, refusal: 'That was not understood.' }, async (edit, { store, codebase }) => {
    const ask = async <Name extends 'foundKeys' | 'inverted' | 'completed'>(
      view: Name,
      given: Given<Name>,
    ): Promise<string[]> => {
      const keys = await askFor(view, args, given);
      if (!keys) throw new Problem('badRequest', 'This codebase has not been surveyed yet.');
      return keys;
    };
    switch (edit.edit) {
      case 'make':
        return { made: makeShortlist(store, codebase.id, edit.name, edit.keys).id };
      case 'makeFound':
        return { made: makeShortlist(store, codebase.id, edit.name, await ask('foundKeys', edit.q)).id };
      case 'import':
        return { made: makeShortlist(store, codebase.id, edit.name, keysIn(edit.text)).id };
      case 'remove': {
        const { name, keys: removed } = shortlist(store, codebase.id, edit.id);
        removeShortlist(store, codebase.id, edit.id);
        return { removed: { name, keys: removed } };
      }
      case 'rename':
        renameShortlist(store, codebase.id, edit.id, edit.name);
        return null;
    }
    const list = shortlist(store, codebase.id, edit.id);
    switch (edit.edit) {
      case 'add':
        setKeys(store, codebase.id, list.id, [...list.keys, ...edit.keys]);
        return null;
      case 'takeOut':
        setKeys(
          store,
          codebase.id,
          list.id,
          list.keys.filter((key) => !edit.keys.includes(key)),
        );
        return null;
      case 'invert': {
        const rest = await ask('inverted', list.keys);
        return { made: makeShortlist(store, codebase.id, `all but ${list.name}`, rest).id };
      }
      case 'complete': {
        const { direction, steps } = edit;
        const all = await ask('completed', { keys: list.keys, direction, steps });
        const what = direction === 'uses' ? 'with what it uses' : 'with what uses it';
        return { made: makeShortlist(store, codebase.id, `${list.name} ${what}`, all).id };
      }
      case 'combine': {
        const other = shortlist(store, codebase.id, edit.other);
        const others = new Set(other.keys);
        const both = {
          union: { word: 'and', keys: [...list.keys, ...other.keys] },
          intersection: { word: 'in both', keys: list.keys.filter((key) => others.has(key)) },
          difference: { word: 'without', keys: list.keys.filter((key) => !others.has(key)) },
        }[edit.how];
        return {
          made: makeShortlist(store, codebase.id, `${list.name} ${both.word} ${other.name}`, both.keys).id,
        };
      }
    }
  });
