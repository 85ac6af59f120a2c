import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const cycles: ViewDescriptor = {
  path: 'cycles',
  name: 'Cycles',
  question: 'Which elements depend on each other in a cycle, and which dependencies would have to go?',
  group: 'Judge',
  icon: 'M16 10a6 6 0 1 1-2-4.5M16 3v4h-4',
  keys: [['← and →', 'step before, step after']],
  count: ({ fileCycles, fileCyclesWithoutTests = fileCycles }, _, withTests) =>
    withTests ? fileCycles : fileCyclesWithoutTests,
  dossier: 'fromFirstFocus',
};
