import type { ViewDescriptor } from '../../frame/viewDescriptor.ts';

export const overview: ViewDescriptor = {
  path: 'overview',
  name: 'Overview',
  question: 'What is this codebase made of, and where does one start?',
  group: 'Orient',
  icon: 'M3 4h14M3 9h10M3 14h14',
  dossier: 'withFocus',
};
