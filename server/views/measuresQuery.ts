import { z } from 'zod';
import { measureNamed } from '../../core/measures/catalogue.ts';
import { measuredKinds } from '../../core/measures/measure.ts';
import { defaultColumns, type MeasuresQuery } from './measuresView.ts';

const schema = z.object({
  of: z.preprocess((of) => (of === 'folder' ? 'group' : of), z.enum(measuredKinds).catch('file')),
  sort: z.string().nullable().catch(null),
  descending: z.enum(['no', 'yes']).catch('yes'),
  filter: z.string().max(500).catch(''),
  page: z.coerce.number().int().min(0).catch(0),
  levels: z.literal('all').or(z.coerce.number().int().min(1)).nullable().catch(null),
});

export type MeasuresState = Pick<
  MeasuresQuery,
  'kind' | 'levels' | 'columns' | 'sort' | 'descending' | 'filter' | 'page'
>;

/** The table that an address asks for. Unknown or unfitting measures are passed over. */
export function measuresQuery(params: URLSearchParams): MeasuresState {
  const raw = schema.parse({
    of: params.get('of'),
    sort: params.get('sort'),
    descending: params.get('descending'),
    filter: params.get('filter') ?? '',
    page: params.get('page') ?? 0,
    levels: params.get('levels'),
  });
  const fits = (id: string): boolean => measureNamed(id)?.appliesTo.includes(raw.of) === true;
  const asked = params.getAll('column').filter(fits);
  const columns = asked.length > 0 ? asked : defaultColumns[raw.of];
  const sort = raw.sort !== null && (raw.sort === 'name' || fits(raw.sort)) ? raw.sort : columns[0];
  return {
    kind: raw.of,
    levels: raw.levels,
    columns,
    sort,
    descending: raw.descending === 'yes',
    filter: raw.filter,
    page: raw.page,
  };
}
