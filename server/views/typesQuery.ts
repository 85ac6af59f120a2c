import { z } from 'zod';

const schema = z.object({
  /** Which types: those above and below the one in focus, those of a folder, those of the shortlist. */
  of: z.enum(['focus', 'folder', 'list']).nullable().catch(null),
  as: z.enum(['drawing', 'list']).catch('drawing'),
  /** What of their members is shown. */
  members: z.enum(['none', 'public', 'all']).catch('public'),
  inherited: z.enum(['no', 'yes']).catch('no'),
  page: z.coerce.number().int().min(0).catch(0),
});

export type TypesState = Omit<z.infer<typeof schema>, 'of'> & { of: 'focus' | 'folder' | 'list' };

/** What the view of types shows, as it stands in the address; where that says nothing, the focus, or else all types of the scope. */
export function typesQuery(params: URLSearchParams, hasFocus: boolean): TypesState {
  const { of, ...query } = schema.parse(
    Object.fromEntries(Object.keys(schema.shape).map((name) => [name, params.get(name)])),
  );
  return { ...query, of: of ?? (hasFocus ? 'focus' : 'folder') };
}
