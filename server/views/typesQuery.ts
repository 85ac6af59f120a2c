import { z } from 'zod';

const schema = z.object({
  /** Which types: those above and below the one in focus, those of a folder, those of the shortlist. */
  of: z.enum(['focus', 'folder', 'list']).catch('focus'),
  as: z.enum(['drawing', 'list']).catch('drawing'),
  /** What of their members is shown. */
  members: z.enum(['none', 'public', 'all']).catch('public'),
  inherited: z.enum(['no', 'yes']).catch('no'),
});

export type TypesState = z.infer<typeof schema>;

/** What the view of types shows, as it stands in the address. */
export function typesQuery(params: URLSearchParams): TypesState {
  return schema.parse(Object.fromEntries(Object.keys(schema.shape).map((name) => [name, params.get(name)])));
}
