import { z } from 'zod';
import { arrangementIds } from '../../../core/arrangement/arrangement.ts';
import { grains } from '../../../core/arrangement/units.ts';
import { certaintyChoices, kindChoices } from './filters.ts';

const choice = <T extends string>(values: readonly [T, ...T[]], initial: T) => z.enum(values).catch(initial);
const keysOf = <T extends object>(choices: T) =>
  Object.keys(choices) as [keyof T & string, ...(keyof T & string)[]];

/**
 * What a picture shows, as it stands in the address bar. A value that is no choice falls back to the usual one, so that a
 * link from another version still opens.
 */
const schema = z.object({
  /** Arrangement by which elements stand in groups, and what stands in an open one. */
  by: choice(arrangementIds, 'folders'),
  grain: choice(grains, 'files'),
  /** Id of the module plan, where things stand by one; null for the newest. */
  plan: z.coerce.number().int().positive().nullable().catch(null),
  /** Key of the group looked at; null for where the code begins. */
  in: z.string().nullable().catch(null),
  focus: z.string().nullable().catch(null),
  /** The claim whose evidence is open: `from` uses `to`, each the key of an end. */
  from: z.string().nullable().catch(null),
  to: z.string().nullable().catch(null),
  /** Kinds of dependency of a claim that was made beside the picture; null for one that the picture makes. */
  via: z.enum(keysOf(kindChoices)).nullable().catch(null),
  /** Id of the shortlist that pictures are confined to, and of the one that is marked on them. */
  list: z.coerce.number().int().positive().nullable().catch(null),
  overlay: z.coerce.number().int().positive().nullable().catch(null),
  kinds: choice(keysOf(kindChoices), 'any'),
  certainty: choice(keysOf(certaintyChoices), 'resolved'),
  tests: choice(['out', 'in'], 'out'),
  /** Id of the survey that a copied link pins; null for the newest. */
  survey: z.coerce.number().int().positive().nullable().catch(null),
  dossier: choice(['open', 'closed'], 'open'),
});

export type PictureState = z.infer<typeof schema>;

export function pictureState(params: URLSearchParams): PictureState {
  return schema.parse(Object.fromEntries(Object.keys(schema.shape).map((name) => [name, params.get(name)])));
}
