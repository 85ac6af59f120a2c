import type { Grain } from '../core/arrangement/units.ts';

/** The grains, by what one thing of each is called. */
export const grainOf = {
  group: 'groups',
  file: 'files',
  type: 'types',
  routine: 'routines',
} as const satisfies Record<string, Grain>;
