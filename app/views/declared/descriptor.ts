import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const build: ViewDescriptor = {
  path: 'build',
  name: 'Build modules',
  group: 'Judge',
  tabOf: 'rules',
  icon: 'M3 4h6v5H3zM11 11h6v5h-6zM9 6.5h5V11M3 12h5v4H3z',
  dossier: 'withFocus',
};
