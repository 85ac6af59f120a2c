// The page reads its address by this as well: the small form of the package is a fifth as heavy.
import * as z from 'zod/mini';
import { barrelChoices } from '../../../core/barrelChoices.ts';
import { arrangementIds } from '../../../core/arrangement/arrangement.ts';
import { grains } from '../../../core/arrangement/units.ts';
import { certaintyChoices, kindChoices } from './filters.ts';

const choice = <T extends string>(values: readonly [T, ...T[]], initial: T) =>
  z.catch(z.enum(values), initial);
const orNull = <T extends z.ZodMiniType>(type: T) => z.catch(z.nullable(type), null);
const id = orNull(z.coerce.number().check(z.int(), z.positive()));
const text = orNull(z.string());
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
  plan: id,
  /** Key of the group looked at; null for where the code begins. */
  in: text,
  focus: text,
  /** The claim whose evidence is open: `from` uses `to`, each the key of an end. */
  from: text,
  to: text,
  /** Kinds of dependency of a claim that was made beside the picture; null for one that the picture makes. */
  via: orNull(z.enum(keysOf(kindChoices))),
  /** Id of the shortlist that pictures are confined to, and of the one that is marked on them. */
  list: id,
  overlay: id,
  kinds: choice(keysOf(kindChoices), 'any'),
  certainty: choice(keysOf(certaintyChoices), 'resolved'),
  tests: choice(['out', 'in'], 'out'),
  /** Whether an import of a barrel counts where it leads, or as it is written. */
  barrels: choice(barrelChoices, 'through'),
  /** Id of the survey that a copied link pins; null for the newest. */
  survey: id,
  dossier: choice(['open', 'closed'], 'open'),
});

export type PictureState = z.infer<typeof schema>;

/** The last address that was read: every name on a page asks for the same one. */
let last: { address: string; state: Readonly<PictureState> } | null = null;

export function pictureState(params: URLSearchParams): Readonly<PictureState> {
  const address = params.toString();
  if (last?.address === address) return last.state;
  const said = Object.fromEntries(Object.keys(schema.shape).map((name) => [name, params.get(name)]));
  last = { address, state: Object.freeze(schema.parse(said)) };
  return last.state;
}
