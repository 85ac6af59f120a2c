import { z } from 'zod';
import { MOST_STEPS, USUAL_STEPS } from './steps.ts';

/** What is to be drawn, as an address says it. */
export interface GraphQuery {
  /** Keys of the groups opened by hand; null for those that the picture opens by itself. */
  open: readonly string[] | null;
  /** The key of what is drawn with its surroundings; null for the whole. */
  around: string | null;
  /** Where ways from there lead that are drawn in place of its surroundings; null for none. */
  until: string | null;
  /** The shortest of these ways, or all. */
  ways: 'shortest' | 'all';
  /** How many steps of users above it and of used below it are drawn. */
  up: number;
  down: number;
  /** Elements that are drawn as well, and elements and groups that are not, by their keys. */
  added: readonly string[];
  without: readonly string[];
  /** Links of fewer references are left out. */
  least: number;
  /** True where links that a longer path implies are left out. */
  hidesImplied: boolean;
}

const steps = z.coerce.number().int().min(0).max(MOST_STEPS).catch(USUAL_STEPS);

/** What cannot be understood is as if it were not said. */
export function graphQuery(params: URLSearchParams): GraphQuery {
  return {
    open: params.has('open') ? params.getAll('open') : null,
    around: params.get('around'),
    until: params.get('until'),
    ways: params.get('ways') === 'all' ? 'all' : 'shortest',
    up: steps.parse(params.get('up') ?? USUAL_STEPS),
    down: steps.parse(params.get('down') ?? USUAL_STEPS),
    added: params.getAll('with'),
    without: params.getAll('without'),
    least: z.coerce.number().int().min(1).catch(1).parse(params.get('least')),
    hidesImplied: params.get('implied') === 'out',
  };
}
