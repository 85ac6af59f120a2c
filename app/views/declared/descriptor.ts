import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const build: ViewDescriptor = {
  path: 'build',
  name: 'Build modules',
  question:
    'Which dependencies does the build declare that the code does not use, and which does the code use without declaring them?',
  group: 'Judge',
  tabOf: 'rules',
  icon: 'M3 4h6v5H3zM11 11h6v5h-6zM9 6.5h5V11M3 12h5v4H3z',
  dossier: 'withFocus',
};
