import { z } from 'zod';

const schema = z.object({
  direction: z.enum(['usedBy', 'uses']).catch('usedBy'),
  /** Directly, or through others as well: what a change reaches, or what it all rests on. */
  reach: z.enum(['direct', 'all']).catch('direct'),
  /** What its users, or what it uses, are put together by. */
  together: z.enum(['group', 'kind', 'certainty', 'distance']).catch('group'),
});

export type AroundState = z.infer<typeof schema>;

/** What is asked of the surroundings of an element, as it stands in the address. */
export function aroundQuery(params: URLSearchParams): AroundState {
  return schema.parse(Object.fromEntries(Object.keys(schema.shape).map((name) => [name, params.get(name)])));
}
