import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const unused: ViewDescriptor = {
  path: 'unused',
  name: 'Unused',
  question: 'Which code does no entry point reach?',
  group: 'Judge',
  icon: 'M4 4h12v12H4M8 8l4 4M12 8l-4 4',
  dossier: 'withFocus',
};
